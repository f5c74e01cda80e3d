import { Box3, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { asProject } from '../../../corpus/as-project'
import { tuckCarton } from '../../../corpus/templates/boxes'
import { type HandJoin, UNTOUCHED_BUILD } from '../document/build'
import { emptyProject, type Project } from '../document/project'
import {
  buildOf,
  foldedPiece,
  foldedPieces,
  type Join,
  piecesCross,
  posedPieces,
  standingTogether,
} from '../folding'
import { onFlat } from '../folding/model'
import { moved } from '../folding/rigid'
import { PATTERNS, type Pattern } from '../patterns'
import { problemsOf } from '../patterns/check'
import { shapeOfPiece } from '../pieces/piece-shape'
import { pieces, rect } from './drawn-pieces'
import { joinsOf, placeOnPanel } from './joins'
import { madeFor } from './made-for'
import { addMaking } from './make'
import { OWN_PATTERN, recipeNameOf } from './pattern'
import { settled } from './settle'

const named = (name: string): Pattern => PATTERNS.find((p) => p.name === name)!

/** A project with what a pattern makes at some measures. */
const made = (name: string, measures: Record<string, number> = {}): Project =>
  settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: recipeNameOf({ name }), measures }))[0]

/** A project with what a pattern makes that is not the one that ships. */
const changed = (name: string, change: (pattern: Pattern) => void): Project => {
  const pattern = structuredClone(named(name))
  change(pattern)
  return settled(
    addMaking(emptyProject('Fair'), { id: 'm', recipe: OWN_PATTERN, pattern: JSON.stringify(pattern) }),
  )[0]
}

const built = (project: Project) => buildOf(foldedPieces(project), joinsOf(project))

/** By the names of pieces: the boxes that hold them where they are put together, by another library. */
function boxesOf(project: Project): Record<string, Box3> {
  const build = built(project)
  return Object.fromEntries(
    posedPieces(build, 1).map(({ model, pose }, i) => [
      build.pieces[i]!.shape.piece.name.replace(/^.*, /, ''),
      new Box3().setFromPoints(
        model.panels.flatMap(({ ring }, k) => ring.map((p) => new Vector3(...moved(pose[k]!, onFlat(p))))),
      ),
    ]),
  )
}

const sizeOf = (box: Box3) => box.getSize(new Vector3()).toArray()

describe('pieces of a pattern put together', () => {
  const WITH_JOINS = PATTERNS.filter((p) => p.pieces.some((x) => x.join))

  it.each(WITH_JOINS.map((p) => [p.name, p] as const))(
    '%s: all of it, and nothing crosses',
    (name, pattern) => {
      const build = built(made(name))
      expect(build.joins.length).toBe(pattern.pieces.filter((p) => p.join).length)
      expect(piecesCross(build)).toEqual([])
    },
  )

  it.each(WITH_JOINS.map((p) => [p.name] as const))('%s: nothing crosses in thick paper either', (name) => {
    const project = made(name, { caliper: 1.2 })
    const build = built(project)
    expect(piecesCross(build, (piece) => madeFor(project, piece)!)).toEqual([])
  })

  it('a drawer lies in its sleeve: within it in all three directions', () => {
    const { Drawer, Sleeve } = boxesOf(made('drawer-and-sleeve', { length: 90, width: 55, height: 22 }))
    expect(Sleeve!.clone().expandByScalar(1e-6).containsBox(Drawer!)).toBe(true)
    // The play is left above the drawer, less the half sheet that its floor takes.
    const [, , sleeve] = sizeOf(Sleeve!).sort((a, b) => b - a)
    const [, , drawer] = sizeOf(Drawer!).sort((a, b) => b - a)
    expect(sleeve! - drawer!).toBeGreaterThan(0.8)
  })

  it('a lid closes a tray: as high as the tray and one sheet, as wide as the lid', () => {
    const project = made('tray-and-lid', { length: 90, width: 70, height: 30, caliper: 0.5 })
    const { Tray, Lid } = boxesOf(project)
    const whole = Tray!.clone().union(Lid!)
    const [width, depth] = sizeOf(Lid!)
    const [across, down, high] = sizeOf(whole)
    expect([across, down]).toEqual([width, depth])
    // Where no paper is chosen two sheets of 0.3 mm lie on one another.
    expect(high).toBeCloseTo(30 + 0.3, 6)
    expect(sizeOf(Lid!)[2]).toBeCloseTo(20, 6)
  })

  it('a box for melts: insert in the tray, pane behind the lid, band round all of it', () => {
    const { Tray, Lid, Pane, Insert, Band } = boxesOf(made('melt-box'))
    const closed = Tray!.clone().union(Lid!)
    expect(Tray!.containsBox(Insert!)).toBe(true)
    expect(Lid!.containsBox(Pane!)).toBe(true)
    const [own, all] = [sizeOf(Band!), sizeOf(closed)]
    const beyond = own.map((v, k) => v > all[k]!)
    expect(beyond.filter(Boolean).length).toBe(2)
  })

  it('a pane closes the window: a sight line through its middle meets the film and no card before it', () => {
    const project = made('window-box')
    const { Box, Pane } = boxesOf(project)
    const [middle, size] = [Pane!.getCenter(new Vector3()), Pane!.getSize(new Vector3())]
    expect(size.z).toBeLessThan(1e-6)
    // Within the box, right behind its front, which rests with its front towards whoever looks.
    expect(middle.z).toBeCloseTo(-0.3, 6)
    expect(Box!.max.z).toBeCloseTo(0, 6)
    expect(size.x * size.y).toBeGreaterThan(40 * 60)
  })

  it('the wall of a carrier stands in its middle, from front to back', () => {
    const { Carrier, Handle } = boxesOf(made('bottle-carrier'))
    const [carrier, handle] = [Carrier!.getCenter(new Vector3()), Handle!.getCenter(new Vector3())]
    const size = sizeOf(Handle!)
    expect(Math.abs(carrier.x - handle.x)).toBeLessThan(0.35 * 70)
    // Its flaps lie within the back and the front, so that a bottle has its room before the tab and the tongue.
    expect(size[2]).toBeCloseTo(70 + 2 * 0.3, 6)
    expect(Handle!.max.y - Carrier!.max.y).toBeCloseTo(80, 6)
  })

  it('is the same wherever its making lies', () => {
    const [project] = [made('window-box')]
    const making = project.sources.m!
    if (making.kind !== 'making') throw new Error('no making')
    const turn = (30 * Math.PI) / 180
    const [c, s] = [Math.cos(turn), Math.sin(turn)]
    const [elsewhere] = settled(
      addMaking(emptyProject('Fair'), { id: 'm', recipe: making.recipe, at: [c, s, -s, c, 140, -60] }),
    )
    /** Distances between the corners of two pieces. */
    const distances = (p: Project) => {
      const [one, other] = posedPieces(built(p), 1).map(({ model, pose }) =>
        model.panels.flatMap(({ ring }, k) => ring.map((q) => new Vector3(...moved(pose[k]!, onFlat(q))))),
      )
      return one!.flatMap((a) => other!.map((b) => a.distanceTo(b))).sort((a, b) => a - b)
    }
    const [here, there] = [distances(project), distances(elsewhere)]
    expect(there.length).toBe(here.length)
    expect(Math.max(...here.map((d, i) => Math.abs(d - there[i]!)))).toBeLessThan(0.02)
  })

  it('a drawer that is too wide for its sleeve is found, and one that is laid across it', () => {
    const wide = changed('drawer-and-sleeve', (p) => {
      p.values.sb = 'b - 6'
    })
    expect(piecesCross(built(wide)).map((f) => f.message)).toEqual([
      '“Drawer and sleeve, Drawer” does not go into “Drawer and sleeve, Sleeve”: it reaches 3 mm beyond a wall. Make it narrower, or the other wider.',
    ])
    const across = changed('drawer-and-sleeve', (p) => {
      p.pieces[0]!.join!.turn = 90
    })
    expect(piecesCross(built(across)).map((f) => f.rule)).toContain('pieces-cross')
  })

  it('names a piece or a panel that is not there', () => {
    const trouble = (on: string) => {
      const pattern = structuredClone(named('tray-and-lid'))
      pattern.pieces[1]!.join!.on = on
      return problemsOf(pattern)[0]
    }
    expect(trouble('Troy.base')).toContain('“Troy.base” names no other piece')
    expect(trouble('Tray.bottom')).toContain('“Tray.bottom”, which is not there')
  })
})

describe('what is made of a piece', () => {
  it('lies on it as it is drawn: a pane behind its opening, whatever was moved since', () => {
    const carton = asProject('carton', tuckCarton(1).pieces[0]!.lines)
    const [piece] = Object.values(carton.pieces)
    const [lined] = settled(
      addMaking(carton, { id: 'l', recipe: 'lining', takes: [{ piece: piece!.id, spent: false }] }),
    )
    const [join] = joinsOf(lined)
    expect(join).toMatchObject({ onto: piece!.id, side: 'back', how: 'glue' })
    const build = built(lined)
    expect(build.joins.length).toBe(1)
    const { partner } = build.joins[0]!
    const [box, lining] = posedPieces(build, 1)
    const at = (k: number, posed: NonNullable<typeof box>) =>
      new Box3().setFromPoints(
        posed.model.panels[k]!.ring.map((p) => new Vector3(...moved(posed.pose[k]!, onFlat(p)))),
      )
    const [wall, sheet] = [at(partner, box!), at(0, lining!)]
    expect(wall.clone().expandByScalar(0.31).containsBox(sheet)).toBe(true)
    // The lining is 1.5 mm smaller at each side.
    const larger = sizeOf(wall).map((v, k) => v - sizeOf(sheet)[k]!)
    expect(Math.max(...larger)).toBeCloseTo(3, 2)
  })

  it('pieces that lie on each other in a circle are put together once', () => {
    const project = made('tray-and-lid')
    const pieces = foldedPieces(project)
    const [join] = joinsOf(project)
    const back: Join = { ...join!, piece: join!.onto, onto: join!.piece, at: join!.on, on: join!.at }
    expect(buildOf(pieces, [join!, back]).joins.length).toBe(1)
    expect(buildOf(pieces, [{ ...join!, onto: join!.piece }]).joins.length).toBe(0)
    expect(buildOf(pieces, [{ ...join!, onto: 'gone' }]).joins.length).toBe(0)
  })
})

describe('pieces that a hand puts together', () => {
  const TRAY = 'M25 5L105 5L105 25L125 25L125 85L105 85L105 105L25 105L25 85L5 85L5 25L25 25Z'
  const drawn = () =>
    pieces(
      [TRAY, 'M25 25L105 25', 'M105 25L105 85', 'M105 85L25 85', 'M25 85L25 25'],
      [rect(200, 10, 60, 40)],
    )
  const laid = (more: Partial<HandJoin> = {}) => {
    const project = drawn()
    const [tray, card] = Object.values(project.pieces)
    for (const line of Object.values(project.lines)) if (line.role === 'score') line.fold = 'mountain'
    const shape = shapeOfPiece(project, tray!)
    const [floor] = [...foldedPiece(shape).motion.model.panels].sort((a, b) => b.area - a.area)
    const join: HandJoin = {
      onto: tray!.id,
      at: placeOnPanel(shape, floor!),
      right: 0,
      up: 0,
      turn: 0,
      turned: false,
      side: 'back',
      above: 0,
      how: 'lay',
      ...more,
    }
    project.build = { ...UNTOUCHED_BUILD, joins: { [card!.id]: join } }
    return { project, card: card!.id, tray: tray!.id }
  }
  /** The box of the card where it lies, and that of the floor, which rests. */
  const lying = (more: Partial<HandJoin> = {}) => {
    const { project, card } = laid(more)
    const build = built(project)
    const posed = posedPieces(build, 1)
    const of = (i: number, k: number) =>
      new Box3().setFromPoints(
        posed[i]!.model.panels[k]!.ring.map((p) => new Vector3(...moved(posed[i]!.pose[k]!, onFlat(p)))),
      )
    const at = build.pieces.findIndex((p) => p.shape.piece.id === card)
    return { card: of(at, 0), floor: of(1 - at, build.joins[0]!.partner) }
  }

  it('lie with their middles on one another, behind the panel, or as far from there as was asked', () => {
    const { card, floor } = lying()
    const [c, f] = [card.getCenter(new Vector3()), floor.getCenter(new Vector3())]
    expect(Math.hypot(c.x - f.x, c.y - f.y)).toBeLessThan(1e-9)
    expect(c.z - f.z).toBeCloseTo(-0.3, 9)
    const moved = lying({ right: 7, up: -3, above: 5, side: 'front' }).card.getCenter(new Vector3())
    expect([moved.x - f.x, moved.y - f.y, moved.z - f.z].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([
      7, -3, 5.3,
    ])
  })

  it('are turned, and turned over, about their middles', () => {
    const size = (box: Box3) => sizeOf(box).map((v) => Math.round(v * 1e6) / 1e6)
    expect(size(lying().card)).toEqual([60, 40, 0])
    expect(size(lying({ turn: 90 }).card)).toEqual([40, 60, 0])
    const over = lying({ turned: true, turn: 90 })
    expect(size(over.card)).toEqual([40, 60, 0])
    expect(over.card.getCenter(new Vector3()).distanceTo(lying().card.getCenter(new Vector3()))).toBeLessThan(
      1e-9,
    )
  })

  it('are let go of where one of them is gone; what a making says gives way to a hand', () => {
    const { project, tray } = laid()
    delete project.pieces[tray]
    expect(joinsOf(project)).toEqual([])
    const box = made('window-box')
    const [pane] = joinsOf(box).map((j) => j.piece)
    expect(joinsOf({ ...box, build: { ...UNTOUCHED_BUILD, joins: { [pane!]: null } } }).length).toBe(1)
  })

  it('that do not go in are told', () => {
    const { project } = laid({ right: 40 })
    expect(piecesCross(built(project)).map((f) => f.rule)).toContain('piece-too-wide')
    expect(piecesCross(built(laid().project))).toEqual([])
  })
})

describe('how a build stands', () => {
  /** The middle heights of its lowest and its highest panel, y up. */
  const ends = (project: Project) => {
    const { model, pose } = standingTogether(built(project), 1)
    const high = model.panels.map(({ ring }, k) =>
      Math.max(...ring.map((p) => moved(pose[k]!, onFlat(p))[1])),
    )
    const box = new Box3().setFromPoints(
      model.panels.flatMap(({ ring }, k) => ring.map((p) => new Vector3(...moved(pose[k]!, onFlat(p))))),
    )
    return { size: sizeOf(box), high }
  }

  it('an open tray lies on its floor, its lid above; a closed box stands as it is drawn', () => {
    const tray = ends(made('tray-and-lid', { length: 90, width: 70, height: 30 }))
    expect(tray.size[1]).toBeCloseTo(30.3, 6)
    const box = ends(made('tuck-end-box', { length: 70, width: 50, height: 110 }))
    expect(box.size[1]).toBeCloseTo(110.9, 1)
  })

  it('rests on the panel that shows something, where several are as large', () => {
    const { Box } = boxesOf(made('window-box'))
    // Its front with the window is in the plane of the drawing, all else behind it.
    expect(Box!.max.z).toBeCloseTo(0, 6)
    expect(Box!.min.z).toBeCloseTo(-50.9, 3)
  })
})
