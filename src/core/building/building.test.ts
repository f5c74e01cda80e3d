import {
  DoubleSide,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  Path,
  Raycaster,
  Shape,
  ShapeGeometry,
  Vector2,
  Vector3,
} from 'three'
import { describe, expect, it } from 'vitest'
import { asProject, inStretches } from '../../../corpus/as-project'
import { gluedTray, tuckCarton } from '../../../corpus/templates/boxes'
import { emptyProject } from '../document/project'
import { type Build, buildOf, foldedPieces, type Posed, placed } from '../folding'
import { onFlat } from '../folding/model'
import { poseOf } from '../folding/pose'
import { moved } from '../folding/rigid'
import { joinsOf } from '../making/joins'
import { addMaking } from '../making/make'
import { recipeNameOf } from '../making/pattern'
import { settled } from '../making/settle'
import { PATTERNS } from '../patterns'
import { byHand, inOrder, outOfOrder, planOfBuild, type Step, sceneOfStep, stepsOf } from '.'

function built(name: string): Build {
  const [project] = settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: recipeNameOf({ name }) }))
  return buildOf(foldedPieces(project), joinsOf(project))
}
const nameOf = (build: Build, piece: number) => build.pieces[piece]!.shape.piece.name.replace(/^.*, /, '')

/** Panels of a piece where they lie, as meshes of another library. */
function meshes({ model, pose }: Posed): Mesh[] {
  return model.panels.map(({ ring, openings }, i) => {
    const shape = new Shape(ring.map(([x, y]) => new Vector2(x, y)))
    shape.holes = openings.map((o) => new Path(o.map(([x, y]) => new Vector2(x, y))))
    const mesh = new Mesh(new ShapeGeometry(shape), new MeshBasicMaterial({ side: DoubleSide }))
    const { r, t } = pose[i]!
    mesh.applyMatrix4(
      new Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1),
    )
    mesh.updateMatrixWorld(true)
    return mesh
  })
}

/** All 26 ways along, and between, the axes of a panel where it lies. */
function waysFrom(at: Posed['pose'][number]): Vector3[] {
  const axes = [0, 1, 2].map((k) => new Vector3(at.r[k]!, at.r[k + 3]!, at.r[k + 6]!))
  const ways: Vector3[] = []
  for (const a of [-1, 0, 1])
    for (const b of [-1, 0, 1])
      for (const c of [-1, 0, 1])
        if (a || b || c)
          ways.push(
            new Vector3()
              .addScaledVector(axes[0]!, a)
              .addScaledVector(axes[1]!, b)
              .addScaledVector(axes[2]!, c)
              .normalize(),
          )
  return ways
}

/**
 * Pieces that were shut in when they were to be put where they belong, when steps are replayed in an order: whoever
 * looks knows geometry alone. Each corner of the piece is sent off in 26 directions; in none may paper stop it.
 */
function shutIn(build: Build, ordered: readonly Step[]): string[] {
  const { plans } = planOfBuild(build)
  const done = new Set<string>()
  const found: string[] = []
  for (const step of ordered) {
    for (const id of step.parts ?? [step.id]) done.add(id)
    const join = build.joins.find((j) => step.id === `${build.pieces[j.piece]!.shape.piece.id}.join`)
    if (!join) continue
    const each = plans.map(({ piece, tree, closures, close, glue, fold }): Posed => {
      const { model, at } = piece.motion
      const whole = at(1)
      if (!fold) return { model, ...whole }
      const isGlued = glue.length === 0 || glue.some((g) => done.has(g.id))
      const angles = whole.angles.map((a) => (isGlued ? a : 0))
      closures.forEach((c, k) => {
        if (!done.has(close[k]!.id)) for (const h of c.hinges) angles[h] = 0
      })
      return { model, angles, pose: poseOf(model, tree, angles) }
    })
    const lying = placed(build, each)
    const isThere = (i: number) =>
      i === join.onto ||
      (i !== join.piece &&
        build.joins.some(
          (j) => j.piece === i && j.onto === join.onto && done.has(`${build.pieces[i]!.shape.piece.id}.join`),
        ))
    const paper = lying.flatMap((p, i) => (isThere(i) ? meshes(p) : []))
    const own = lying[join.piece]!
    const lies = new Set([paper[0] && meshOf(paper, lying, build, join.onto, join.partner, isThere)])
    const corners = own.model.panels.flatMap(({ ring }, i) => {
      const middle = ring.reduce((s, p) => [s[0]! + p[0] / ring.length, s[1]! + p[1] / ring.length], [0, 0])
      return ring.map(([x, y]) => {
        const p = moved(own.pose[i]!, onFlat([x + 0.05 * (middle[0]! - x), y + 0.05 * (middle[1]! - y)]))
        return new Vector3(...p)
      })
    })
    const isFree = waysFrom(lying[join.onto]!.pose[join.partner]!).some((way) =>
      corners.every((from) => {
        const hits = new Raycaster(from, way, 0.8).intersectObjects(paper)
        return hits.every(
          (h) => lies.has(h.object as Mesh) && Math.abs(way.dot(normalOf(h.object as Mesh))) < 0.1,
        )
      }),
    )
    if (!isFree) found.push(`${nameOf(build, join.piece)} in ${nameOf(build, join.onto)}`)
  }
  return found
}

const normalOf = (mesh: Mesh) => new Vector3(0, 0, 1).transformDirection(mesh.matrixWorld)

/** The mesh of the panel that a piece lies on, among those that are there. */
function meshOf(
  paper: readonly Mesh[],
  lying: readonly Posed[],
  _: Build,
  piece: number,
  panel: number,
  isThere: (i: number) => boolean,
): Mesh | undefined {
  let at = 0
  for (const [i, p] of lying.entries()) {
    if (i === piece) return paper[at + panel]
    if (isThere(i)) at += p.model.panels.length
  }
  return undefined
}

describe('the steps of every pattern that ships', () => {
  it.each(PATTERNS.map((p) => [p.name] as const))(
    '%s: replayed, nothing is shut out, no tab before its fold',
    (name) => {
      const build = built(name)
      const steps = stepsOf(build)
      expect(outOfOrder(steps)).toEqual([])
      expect(shutIn(build, steps)).toEqual([])
      const ids = steps.flatMap((s) => s.parts ?? [s.id])
      expect(new Set(ids).size).toBe(ids.length)
      for (const [i, { shape, motion }] of build.pieces.entries()) {
        const { id } = shape.piece
        const at = (start: string) => steps.flatMap((s, k) => (s.id.startsWith(`${id}.${start}`) ? [k] : []))
        // Every tab is glued once, after the scores of its piece are folded.
        expect(at('glue').length).toBe(motion.model.glue.length)
        const [fold = -1] = at('fold')
        for (const k of [...at('glue'), ...at('close')]) expect(k).toBeGreaterThan(fold)
        // What lies on a piece is put there once.
        expect(at('join').length).toBe(build.joins.filter((j) => j.piece === i).length)
      }
    },
  )

  it('are judged: an insert after its box is closed, a lid before what lies under it', () => {
    const box = built('window-box')
    const steps = stepsOf(box)
    const insert = steps.find((s) => s.says.startsWith('Lay “Insert”'))!
    const late = [...steps.filter((s) => s !== insert), insert]
    expect(shutIn(box, late)).toEqual(['Insert in Box'])
    expect(outOfOrder(late).length).toBeGreaterThan(0)
    const melt = built('melt-box')
    const [tray, lid] = ['Lay “Insert”', 'Slide “Lid”'].map(
      (w) => stepsOf(melt).find((s) => s.says.startsWith(w))!,
    )
    const swapped = stepsOf(melt).map((s) => (s.id === tray!.id ? lid! : s.id === lid!.id ? tray! : s))
    expect(shutIn(melt, swapped)).toContain('Insert in Tray')
    expect(outOfOrder(swapped).map((o) => o.why)).toContain('It lies under that.')
  })
})

describe('the steps of a build', () => {
  it('glue a pane while its box lies flat, fill the box before it is closed, and close it last', () => {
    const says = stepsOf(built('window-box')).map((s) => s.says.split(' ').slice(0, 2).join(' '))
    expect(says).toEqual([
      'Fold all',
      'Glue “Pane”',
      'Glue tab',
      'Fold 3',
      'Fold “Insert”',
      'Lay “Insert”',
      'Fold 2',
      'Close the',
    ])
  })

  it('mark joints in their order, and say which pull until they have set', () => {
    const steps = stepsOf(built('melt-box'))
    expect(steps.flatMap((s) => s.letter ?? []).join('')).toBe('ABCDEFGHIJ')
    expect(steps.every((s) => !s.says.includes('§'))).toBe(true)
    // A corner of a tray bends by two right angles, a band all round.
    expect(steps.filter((s) => s.hold).map((s) => s.says)).toEqual([expect.stringContaining('“Band”')])
  })

  it('of drawings by strangers are found too', () => {
    for (const [dieline, tabs] of [
      [tuckCarton(1), 1],
      [inStretches(tuckCarton(1)), 1],
      [gluedTray(1), 4],
      [inStretches(gluedTray(1)), 4],
    ] as const) {
      const build = buildOf(dieline.pieces.flatMap((p) => foldedPieces(asProject('box', p.lines))))
      const steps = stepsOf(build)
      expect(steps[0]!.kind).toBe('fold')
      expect(steps.filter((s) => s.kind === 'glue').length).toBe(tabs)
    }
  })

  it('of nothing, or of paper without a fold, are none', () => {
    expect(stepsOf({ pieces: [], joins: [] })).toEqual([])
    expect(stepsOf(built('tear-off-tag'))).toEqual([])
  })
})

describe('the order of steps', () => {
  const step = (id: string, ...after: string[]): Step => ({
    id,
    kind: 'glue',
    pieces: [id[0]!],
    glued: [],
    letter: null,
    says: id,
    hold: false,
    after: after.map((s) => ({ step: s, why: 'It is first.' })),
  })

  it('has everything after what it needs, and goes on with what is in the hand', () => {
    const steps = [step('a3', 'a2'), step('b1'), step('a2', 'a1'), step('a1'), step('b2', 'b1', 'a1')]
    expect(inOrder(steps).map((s) => s.id)).toEqual(['b1', 'a1', 'a2', 'a3', 'b2'])
    expect(outOfOrder(inOrder(steps))).toEqual([])
    expect(outOfOrder(steps).map((o) => `${o.step} ${o.needs}`)).toEqual(['a3 a2', 'a2 a1'])
  })

  it('is kept as a hand made it; what is new comes as soon as it can', () => {
    const steps = [step('a1'), step('a2', 'a1'), step('b1')]
    expect(byHand(steps, ['b1', 'a2', 'gone']).map((s) => s.id)).toEqual(['a1', 'b1', 'a2'])
    expect(byHand(steps, []).map((s) => s.id)).toEqual(['a1', 'a2', 'b1'])
  })

  it('ends where steps need each other in a circle', () => {
    const circle = [step('a1', 'a2'), step('a2', 'a1'), step('a3', 'a1')]
    expect(inOrder(circle).map((s) => s.id)).toEqual(['a1', 'a2', 'a3'])
    expect(outOfOrder(inOrder(circle)).length).toBe(1)
  })
})

describe('the picture of a step', () => {
  it('shows what is in the hand, held off what it goes into, and where the glue is', () => {
    const build = built('window-box')
    const { steps, plans } = planOfBuild(build)
    const at = (start: string) => steps.findIndex((s) => s.says.startsWith(start))
    const pane = sceneOfStep(build, plans, steps, at('Glue “Pane”'))
    // The pane, the box, and the place where the rim of the pane lies: a frame round the window.
    expect(pane.posed.model.panels.length).toBe(13 + 1 + 1)
    expect([...pane.glued]).toEqual([14])
    expect(pane.posed.model.panels[14]!.openings.length).toBe(1)
    const insert = sceneOfStep(build, plans, steps, at('Lay “Insert”'))
    const heights = (piece: string) =>
      insert.posed.model.panels.flatMap(({ ring, piece: own }, i) =>
        own === piece ? ring.map((p) => moved(insert.posed.pose[i]!, onFlat(p))[1]) : [],
      )
    const [box, laid] = [steps[0]!.pieces[0]!, steps[at('Lay “Insert”')]!.pieces[0]!]
    expect(Math.min(...heights(laid))).toBeGreaterThan(Math.max(...heights(box)))
  })
})
