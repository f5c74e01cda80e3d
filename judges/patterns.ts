import { chance } from '../corpus/draw'
import { emptyProject } from '../src/core/document/project'
import { type Build, buildOf, foldedPieces, posedTogether } from '../src/core/folding'
import { onFlat } from '../src/core/folding/model'
import { moved } from '../src/core/folding/rigid'
import { joinsOf } from '../src/core/making/joins'
import { addMaking } from '../src/core/making/make'
import { recipeNameOf } from '../src/core/making/pattern'
import { settled } from '../src/core/making/settle'
import { PATTERNS, type Pattern } from '../src/core/patterns'
import {
  type Block,
  cross,
  dot,
  extentAlong,
  freeBlock,
  normalOf,
  type Place,
  type ThickPanel,
} from './thick-panels'

type Measures = Readonly<Record<string, number>>

/** Patterns that tell the room within: which measure lies along the first panel's foot, up on it, and off it. */
export const ROOMS: Readonly<Record<string, readonly [string, string, string]>> = {
  'tuck-end-box': ['length', 'height', 'width'],
  'reverse-tuck-box': ['length', 'height', 'width'],
  'crash-lock-box': ['length', 'height', 'width'],
  'window-box': ['length', 'height', 'width'],
  backpack: ['length', 'height', 'width'],
  'tray-and-lid': ['length', 'width', 'height'],
  'drawer-and-sleeve': ['length', 'width', 'height'],
  'melt-box': ['length', 'width', 'height'],
  'gable-box': ['length', 'width', 'height'],
}

/**
 * What goes over what with its play: by positions of pieces, along which directions of the inner one's first panel
 * (0 along its foot, 1 up on it, 2 off it), or off all its walls.
 */
export const LIDS: Readonly<
  Record<string, readonly { inner: number[]; outer: number; along: number[] | 'walls' }[]>
> = {
  'tray-and-lid': [{ inner: [0], outer: 1, along: [0, 1] }],
  'explosion-box': [{ inner: [0], outer: 2, along: [0, 1] }],
  'drawer-and-sleeve': [{ inner: [0], outer: 1, along: [1, 2] }],
  'melt-box': [
    { inner: [0], outer: 1, along: [0, 1] },
    { inner: [0, 1], outer: 4, along: [0, 2] },
  ],
  'hexagonal-box': [{ inner: [0], outer: 1, along: 'walls' }],
}

const CENTRED = (low: number, high: number, size: number): [number, number] => {
  const middle = (low + high) / 2
  return [middle - size / 2, middle + size / 2]
}

/** Walls or flaps that hang on a floor, at least. */
const LEAST_ON_A_FLOOR = 4

type Folded = { build: Build; panelsOf: (piece: number) => ThickPanel[]; directions: Place[] }

/**
 * What a pattern makes, folded and put together; directions are those of its
 * floor: along its foot, up on it, and off it.
 * @param floor about how wide and deep the panel is that they are told by, of those on which most others hang
 * @param isTube whether it is a wall, of which none carries most
 */
function fold(
  name: string,
  measures: Measures,
  caliper: number,
  floor: readonly [number, number] | null,
  isTube = false,
): Folded {
  const [project] = settled(
    addMaking(emptyProject('Fair'), { id: 'm', recipe: recipeNameOf({ name }), measures: { ...measures } }),
  )
  const build = buildOf(foldedPieces(project), joinsOf(project))
  const { model, pose } = posedTogether(build, 1, () => caliper)
  const first = build.pieces[0]!.shape.piece.id
  const panels = model.panels.map(({ piece, ring }, i) => ({
    piece,
    ring: ring.map((p) => moved(pose[i]!, onFlat(p))),
  }))
  const panelsOf = (k: number) => panels.filter((p) => p.piece === build.pieces[k]!.shape.piece.id)
  const off = model.panels.map(({ piece, ring }, i) => {
    if (piece !== first) return Infinity
    const [xs, ys] = [0, 1].map((k) => ring.map((p) => p[k]!)) as [number[], number[]]
    const size = (v: number[]) => Math.max(...v) - Math.min(...v)
    const unlike = floor ? Math.abs(size(xs) - floor[0]) + Math.abs(size(ys) - floor[1]) : 0
    const hanging = model.hinges.filter(({ a, b }) => a === i || b === i).length
    return isTube || hanging >= LEAST_ON_A_FLOOR ? unlike : 1e6 - 1e3 * hanging + unlike
  })
  const at = pose[off.indexOf(Math.min(...off))]!
  const axis = (k: 0 | 1 | 2): Place => [at.r[k]!, at.r[k + 3]!, at.r[k + 6]!]
  return { build, panelsOf, directions: [axis(0), axis(1), axis(2)] }
}

/**
 * The room that is asked for and what is free, along each direction, mm.
 * @param caliper of the paper that it is folded of, where that is another than it is made for
 */
export function judgeRoom(
  name: string,
  measures: Measures,
  caliper = measures.caliper!,
): { asked: number; free: number; of: string }[] {
  const names = ROOMS[name]!
  const floor = [measures[names[0]]!, measures[names[1]]!] as const
  const { build, panelsOf, directions } = fold(name, measures, caliper, floor, names[2] !== 'height')
  // What is glued inside lies there too; what is laid in later is what the room is for.
  const within = build.joins.filter((j) => j.how === 'glue' && j.side === 'back')
  const pieces = [0, ...within.filter((j) => j.onto === 0).map((j) => j.piece)]
  const panels = pieces.flatMap(panelsOf)
  const start = directions.map((d, k) => {
    const asked = measures[names[k]!]!
    const walls = panelsOf(0).filter((p) => Math.abs(dot(normalOf(p), d)) > 0.999)
    const planes = walls.map((w) => dot(w.ring[0]!, d))
    const [low, high] = [Math.min(...planes), Math.max(...planes)]
    if (high - low > 1) return CENTRED(low, high, asked)
    const [least, most] = extentAlong(panelsOf(0), d, 0)
    return most - low > low - least
      ? ([low + 0.5, low + asked] as const)
      : ([low - asked, low - 0.5] as const)
  })
  const free = freeBlock(panels, directions, start, caliper)
  return names.map((of, k) => ({
    of,
    asked: measures[of]!,
    free: sizeOf(free, k, panelsOf(0), directions[k]!),
  }))
}

/** How long a block is; where nothing closes it, as far as the walls reach. */
function sizeOf(free: Block, k: number, panels: readonly ThickPanel[], direction: Place): number {
  const [least, most] = extentAlong(panels, direction, 0)
  return Math.min(most, free[k]![1]) - Math.max(least, free[k]![0])
}

/** What a pattern's lids and sleeves have left round what they go over, along each direction, mm. */
export function judgeLids(
  name: string,
  measures: Measures,
  caliper = measures.caliper!,
): { play: number; left: number; of: string }[] {
  const { build, panelsOf, directions } = fold(name, measures, caliper, null)
  return LIDS[name]!.flatMap(({ inner, outer, along }) => {
    const own = inner.flatMap(panelsOf)
    const over = panelsOf(outer)
    const turned = along === 'walls' ? turnedToWalls(own, directions[2]!) : [directions]
    return turned.flatMap((all) => {
      const block = all.map((d, k): [number, number] => {
        const [low, high] = extentAlong(own, d, caliper)
        const [least, most] = extentAlong(over, d, 0)
        // Only where the outer one is; of a wall among several no more than lies opposite to it.
        if (along === 'walls' && k === 1)
          return extentAlong(
            own.filter((p) => Math.abs(dot(normalOf(p), all[0]!)) > 0.999),
            d,
            0,
          )
        return [Math.max(low, least), Math.min(high, most)]
      })
      return (along === 'walls' ? [0] : along).map((k) => {
        const [from, to] = freeBlock(over, all, block, caliper)[k]!
        const [low, high] = extentAlong(own, all[k]!, caliper)
        return {
          of: `${build.pieces[outer]!.shape.piece.name} ${k}`,
          play: measures.play!,
          left: to - from - (high - low),
        }
      })
    })
  })
}

/** Directions off each pair of walls: off them, along them, and off the floor. */
function turnedToWalls(panels: readonly ThickPanel[], off: Place): Place[][] {
  const walls: Place[] = []
  for (const normal of panels.map(normalOf))
    if (Math.abs(dot(normal, off)) < 0.01 && walls.every((w) => Math.abs(dot(w, normal)) < 0.99))
      walls.push(normal)
  return walls.map((wall) => [wall, cross(off, wall), off])
}

/** Measures of a pattern by chance within their ranges, and paper of 0.2 to 1.2 mm. */
export function randomMeasures({ measures }: Pattern, random: () => number): Record<string, number> {
  const found = measures.map(({ name, unit, least, most }) => {
    const v = least + random() * (most - least)
    return [name, unit === 'count' ? Math.round(v) : v] as const
  })
  return { ...Object.fromEntries(found), caliper: 0.2 + random() }
}

/** Its roof rises over the room that is told. */
const UNDER_A_ROOF = 'gable-box'
/** A room may be so much smaller, and a lid so much off its play, as arithmetic is inexact, mm. */
const EXACT = 0.02

/**
 * Every pattern that tells its room, and each that has a lid or a sleeve, at sizes by chance.
 * @param times sizes of each
 * @returns what has less room, or more by over a layer of paper, or another play than it was asked for, by how much, mm
 */
export function judgePatterns(times: number): { cases: number; wrong: { of: string; by: number }[] } {
  const random = chance(24)
  const wrong: { of: string; by: number }[] = []
  let cases = 0
  const named = (name: string) => PATTERNS.find((p) => p.name === name)!
  for (let i = 0; i < times; i += 1) {
    for (const name of Object.keys(ROOMS)) {
      const measures = randomMeasures(named(name), random)
      const room = judgeRoom(name, measures)
      // Which of two walls of one size is which is not told by a folded box.
      const [asked, free] = (['asked', 'free'] as const).map((k) =>
        room.map((r) => r[k]).sort((p, q) => p - q),
      )
      const most = name === UNDER_A_ROOF ? Infinity : measures.caliper! + EXACT
      asked!.forEach((size, k) => {
        const by = free![k]! - size
        if (by < -EXACT || by > most) wrong.push({ of: `${name} ${JSON.stringify(measures)}`, by })
      })
    }
    for (const name of Object.keys(LIDS)) {
      const measures = randomMeasures(named(name), random)
      for (const { of, play, left } of judgeLids(name, measures))
        if (Math.abs(left - play) > EXACT)
          wrong.push({ of: `${of} ${JSON.stringify(measures)}`, by: left - play })
    }
    cases += Object.keys(ROOMS).length + Object.keys(LIDS).length
  }
  return { cases, wrong }
}
