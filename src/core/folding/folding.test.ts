import { Matrix4, Quaternion, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { inStretches } from '../../../corpus/as-project'
import { chance, cut, open, piece, rect, ring, score } from '../../../corpus/draw'
import { hexagonTray, pillow, sleeve, tuckCarton, webbedTray } from '../../../corpus/templates/boxes'
import { bag, zigzag } from '../../../corpus/templates/flat'
import {
  buildOf,
  extentOf,
  findingsOf,
  foldedPiece,
  modelOf,
  motionOf,
  roomOf,
  sceneOf,
  scenePoseOf,
} from '.'
import { anglesOf } from './angles'
import { drawnWith, folding, strapCard, tray } from './drawn-folds'
import { type FoldModel, onFlat } from './model'
import { moved } from './rigid'

const rulesOf = (dieline: Parameters<typeof folding>[0]) => {
  const { model, motion } = folding(dieline)
  return findingsOf(model, motion).map((f) => f.rule)
}

describe('the panels of a drawing and the hinges between them', () => {
  it('are found in a tuck carton: four walls, a tab, four dust flaps, two lids with their tongues', () => {
    const { model } = folding(tuckCarton(1))
    expect(model.panels).toHaveLength(13)
    expect(model.hinges).toHaveLength(12)
  })

  it('take a fold that is interrupted as one hinge', () => {
    const { model } = folding(strapCard())
    expect(model.panels).toHaveLength(4)
    expect(model.hinges).toHaveLength(4)
    expect(model.hinges.find((h) => h.lines.length === 2)).toBeDefined()
  })

  it('tell a fold that ends within its panel', () => {
    const stub = piece(
      'card',
      cut(rect(0, 0, 80, 100)),
      score(open([0, 50], [80, 50])),
      score(open([20, 10], [40, 30])),
    )
    expect(rulesOf({ name: 'stub', width: 90, height: 110, pieces: [stub] })).toContain('fold-idle')
  })
})

describe('where panels lie', () => {
  /** The motions of a model by another library: a chain of turns about its own axes. */
  function byAnotherLibrary(
    { panels, hinges }: FoldModel,
    angles: readonly number[],
    root: number,
  ): Matrix4[] {
    const placed: (Matrix4 | undefined)[] = panels.map((_, i) => (i === root ? new Matrix4() : undefined))
    for (let found = true; found; ) {
      found = false
      for (const [k, { a, b, from, to }] of hinges.entries())
        for (const [parent, child, p, q] of [
          [a, b, from, to],
          [b, a, to, from],
        ] as const) {
          const base = placed[parent]
          if (!base || placed[child]) continue
          const axis = new Vector3(q[0] - p[0], q[1] - p[1], 0).normalize()
          const turn = new Matrix4().makeRotationFromQuaternion(
            new Quaternion().setFromAxisAngle(axis, (angles[k]! * Math.PI) / 180),
          )
          const there = new Matrix4().makeTranslation(p[0], p[1], 0)
          const back = new Matrix4().makeTranslation(-p[0], -p[1], 0)
          placed[child] = base.clone().multiply(there).multiply(turn).multiply(back)
          found = true
        }
    }
    return placed.map((m) => m!)
  }

  it.each([0.2, 0.5, 0.77, 1])('is where another library turns them to, folded by %f', (share) => {
    for (const dieline of [tuckCarton(1), hexagonTray(1.3), tray(90, 70, 28), sleeve(0.8)]) {
      const { model, motion } = folding(dieline)
      const { angles, pose } = motion.at(share)
      const judged = byAnotherLibrary(model, angles, motion.tree.root)
      for (const [i, panel] of model.panels.entries())
        for (const p of panel.ring) {
          const own = moved(pose[i]!, onFlat(p))
          const theirs = new Vector3(p[0], p[1], 0).applyMatrix4(judged[i]!)
          expect(new Vector3(...own).distanceTo(theirs)).toBeLessThan(1e-8)
        }
    }
  })

  it('folds a valley towards whoever looks at it, a mountain away', () => {
    const card = (fold: 1 | -1) => {
      const { model } = folding({
        name: 'card',
        width: 100,
        height: 100,
        pieces: [piece('card', cut(rect(0, 0, 80, 100)), score(open([0, 60], [80, 60])))],
      })
      const hinges = model.hinges.map((h) => ({ ...h, target: 90 * fold }))
      return { ...model, hinges }
    }
    const heightOf = (model: FoldModel) => {
      const turned = byAnotherLibrary(
        model,
        model.hinges.map((h) => h.target),
        0,
      )
      return new Vector3(40, -100, 0).applyMatrix4(turned[1]!).z
    }
    expect(heightOf(card(1))).toBeCloseTo(40, 9)
    expect(heightOf(card(-1))).toBeCloseTo(-40, 9)
  })
})

describe('boxes drawn stretch by stretch', () => {
  it.each([
    ['a tuck carton', tuckCarton(1)],
    ['a tray', tray(90, 70, 28)],
    ['a hexagonal tray', hexagonTray(1)],
    ['a webbed tray', webbedTray(1)],
    ['a sleeve with windows', sleeve(1)],
  ])('%s folds as it does drawn in closed lines', (_, dieline) => {
    const [closed, parted] = [folding(dieline), folding(inStretches(dieline))]
    expect(parted.model.panels).toHaveLength(closed.model.panels.length)
    expect(parted.motion.model.glue).toHaveLength(closed.motion.model.glue.length)
    expect(parted.motion.closure.mm).toBeLessThan(0.01)
    const size = ({ model, motion }: typeof closed) => Object.values(extentOf(model, motion.at(1).pose))
    expect(size(parted)).toEqual(size(closed).map((v) => expect.closeTo(v, 2)))
    expect(findingsOf(parted.model, parted.motion)).toEqual([])
  })
})

describe('boxes fold shut', () => {
  // Volumes and sizes by closed forms: what a maker measures.
  it('a tuck carton to its width, depth and height, its tab on the edge it belongs to', () => {
    const { model, motion } = folding(tuckCarton(1))
    expect(motion.closure.mm).toBeLessThan(0.01)
    expect(motion.closure.degrees).toBeLessThan(0.01)
    expect(extentOf(model, motion.at(1).pose)).toEqual({
      width: expect.closeTo(60, 6),
      depth: expect.closeTo(90, 6),
      height: expect.closeTo(30, 6),
    })
    expect(findingsOf(model, motion)).toEqual([])
  })

  it.each([1, 7, 23])('trays of any size (seed %i)', (seed) => {
    const random = chance(seed)
    for (let i = 0; i < 20; i += 1) {
      const [w, l, h] = [40 + 200 * random(), 40 + 200 * random(), 12 + 40 * random()]
      const { model, motion } = folding(tray(w, l, h))
      expect(motion.model.glue).toHaveLength(4)
      expect(motion.closure.mm).toBeLessThan(0.01)
      const size = extentOf(model, motion.at(1).pose)
      const sorted = (values: number[]) => values.sort((a, b) => a - b)
      expect(sorted(Object.values(size))).toEqual(sorted([w, l, h]).map((v) => expect.closeTo(v, 3)))
    }
  })

  it('with less room within than their folds lie apart: one thickness of paper, and those of tabs', () => {
    const { model, motion } = folding(tray(90, 70, 28))
    const room = roomOf(model, motion.at(1).pose, 0.3)!
    expect(Object.values(room)).toContainEqual(expect.closeTo(69.7, 3))
    // A tab lies on both of two walls that face each other.
    expect(room.width).toBeCloseTo(90 - 3 * 0.3, 3)
  })

  it('a hexagonal tray: walls upright, tabs turned by 60 degrees', () => {
    const { motion } = folding(hexagonTray(1))
    expect(motion.model.glue).toHaveLength(6)
    const turns = motion
      .at(1)
      .angles.map(Math.abs)
      .sort((a, b) => a - b)
    expect(turns.slice(0, 6)).toEqual(Array(6).fill(expect.closeTo(60, 3)))
    expect(turns.slice(6)).toEqual(Array(6).fill(expect.closeTo(90, 3)))
  })

  it('a tray with webbed corners, in every position', () => {
    const { model, motion } = folding(webbedTray(1))
    for (let i = 0; i <= 20; i += 1) expect(motion.at(i / 20).loops.mm).toBeLessThan(0.01)
    expect(roomOf(model, motion.at(1).pose, 0)).toMatchObject({ height: expect.closeTo(25, 2) })
  })

  it('a pyramid whose four faces meet: the height by Pythagoras', () => {
    const [s, slant] = [60, 70]
    const [o, m] = [100, 130]
    const faces = ring(
      [o, o],
      [m, o - slant],
      [o + s, o],
      [o + s + slant, m],
      [o + s, o + s],
      [m, o + s + slant],
      [o, o + s],
      [o - slant, m],
    )
    const base = [
      [o, o, o + s, o],
      [o + s, o, o + s, o + s],
      [o + s, o + s, o, o + s],
      [o, o + s, o, o],
    ].map(([x, y, u, v]) => score(open([x!, y!], [u!, v!])))
    const { model, motion } = folding({
      name: 'pyramid',
      width: 300,
      height: 300,
      pieces: [piece('pyramid', cut(faces), ...base)],
    })
    const { height } = extentOf(model, motion.at(1).pose)
    expect(height).toBeCloseTo(Math.sqrt(slant ** 2 - (s / 2) ** 2), 6)
  })

  it('six panels as wide as one another fold to and fro rather than round', () => {
    const { model, motion } = folding(zigzag(1))
    expect(model.glue).toHaveLength(0)
    const { angles } = motion.at(1)
    expect(angles.every((a) => Math.abs(a) === 180)).toBe(true)
    expect(angles.reduce((sum, a) => sum + a, 0)).toBe(0)
  })

  it('say that curved folds stay flat, and ask', () => {
    expect(folding(pillow(1)).model.hinges.filter((h) => !h.sure)).toHaveLength(4)
  })
})

describe('what would go wrong', () => {
  it('a wall 3 mm too long: its tabs belong nowhere', () => {
    const good = folding(tray(90, 70, 28))
    const bad = folding(tray(90, 70, 28, 3))
    expect(good.motion.model.glue).toHaveLength(4)
    expect(bad.motion.model.glue.length).toBeLessThan(4)
  })

  it('a fold the wrong way is named by its line', () => {
    const folds = (wrong: boolean) => {
      const shape = drawnWith(sleeve(1), (n) => (wrong && n === 1 ? 'valley' : 'mountain'))
      const model = modelOf(shape)
      return { shape, found: findingsOf(model, motionOf(model)) }
    }
    expect(folds(false).found).toEqual([])
    const { shape, found } = folds(true)
    const second = shape.lines.filter((l) => l.role === 'score')[1]!
    expect(found).toContainEqual(expect.objectContaining({ rule: 'fold-wrong-way', lines: [second.id] }))
  })

  it('two hundred panels whose folds meet askew: words, a few of them, and an end', () => {
    const random = chance(4)
    const n = 14
    const at = Array.from({ length: n + 1 }, (_, i) =>
      Array.from({ length: n + 1 }, (_, k) => {
        const off = (inner: number) => (inner % n ? 6 * random() - 3 : 0)
        return [20 * i + off(i), 20 * k + off(k)] as const
      }),
    )
    const lines = [cut(rect(0, 0, 20 * n, 20 * n))]
    for (let i = 0; i <= n; i += 1)
      for (let k = 0; k <= n; k += 1) {
        if (i < n && k % n) lines.push(score(open(at[i]![k]!, at[i + 1]![k]!)))
        if (k < n && i % n) lines.push(score(open(at[i]![k]!, at[i]![k + 1]!)))
      }
    const askew = { name: 'askew', width: 300, height: 300, pieces: [piece('askew', ...lines)] }
    const { model, motion } = folding(askew)
    expect(model.panels).toHaveLength(n * n)
    const found = findingsOf(model, motion)
    const rules = found.map((f) => f.rule)
    expect(rules).toContain('fold-open')
    expect(found.find((f) => f.rule === 'fold-open')!.lines.length).toBeGreaterThan(0)
    expect(rules.length).toBeLessThan(6)
  }, 120_000)

  it('folds that lock one another are not called sound', () => {
    expect(rulesOf(bag(1))).toContain('fold-locked')
  })
})

describe('what the folded view is told', () => {
  it('has every panel in triangles that cover it, and layers in one plane a little apart', () => {
    const shape = drawnWith(sleeve(1), () => 'mountain')
    const built = [foldedPiece(shape)]
    const scene = sceneOf(buildOf(built))
    const paper = scene.panels.reduce((sum, { corners: c, triangles: t }) => {
      let area = 0
      for (let k = 0; k < t.length; k += 3) {
        const [a, b, d] = [2 * t[k]!, 2 * t[k + 1]!, 2 * t[k + 2]!]
        area += ((c[b]! - c[a]!) * (c[d + 1]! - c[a + 1]!) - (c[b + 1]! - c[a + 1]!) * (c[d]! - c[a]!)) / 2
      }
      return sum + area
    }, 0)
    // Windows are polygons here.
    expect(paper / shape.area).toBeCloseTo(1, 3)
    const { model } = built[0]!.motion
    const tab = model.glue[0]!
    const shut = scenePoseOf(buildOf(built), 1)
    const exact = built[0]!.motion.at(1).pose[tab.panel]!
    const moved = [3, 7, 11].map((n, k) => shut.places[12 * tab.panel + n]! - exact.t[k]!)
    // The tab is shown behind its wall, by less than a millimetre.
    expect(Math.hypot(...moved)).toBeGreaterThan(0.2)
    expect(Math.hypot(...moved)).toBeLessThan(1)
    const flat = scenePoseOf(buildOf(built), 0)
    expect([...flat.places].filter((_, n) => n % 12 === 11).every((z) => Math.abs(z) < 1e-6)).toBe(true)
    expect(shut.sizes[0]).toEqual({
      width: expect.closeTo(70, 3),
      depth: expect.closeTo(60, 3),
      height: expect.closeTo(24, 3),
    })
  })
})

it('has no angles for a piece that is thinner than any panel', () => {
  expect(anglesOf({ panels: [], hinges: [], idle: [] }, [], [])).toEqual([])
  const { at, closure } = motionOf({ panels: [], hinges: [], glue: [], idle: [] })
  expect(at(1).pose).toEqual([])
  expect(closure.mm).toBe(0)
})
