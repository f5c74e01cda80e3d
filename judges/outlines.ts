import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import 'jsts/org/locationtech/jts/monkey.js'
import { difference, intersection, union } from 'polyclip-ts'
import { multiply, rotation, scaling, translation } from '../src/core/geometry/affine'
import { flatten } from '../src/core/geometry/flatten'
import { areaOf, lengthOf } from '../src/core/geometry/measure'
import { type Contour, readPath, transformContour } from '../src/core/geometry/path'
import type { Point } from '../src/core/geometry/point'
import { distanceTo, spread } from '../src/core/geometry/polyline'
import { circle } from '../src/core/making/shape/circle'
import { seeded } from '../src/core/nesting/random'
import { combine, type Outline, uniteOutlines } from '../src/core/outlines/combine'
import { offsetOutline } from '../src/core/outlines/offset'

/**
 * The engine of outlines judged by other libraries over cases by chance, in full precision: booleans by polyclip-ts,
 * offsets by the buffers of jsts (JTS) and by distances.
 */

type Ring = [number, number][]

/** How far traces for the judges stray from curves, mm. */
const FINE = 0.004

const polygons = (outline: Outline): Ring[][] => {
  const rings = outline.map((c): Ring => {
    const line = flatten(c, FINE)
    return Array.from({ length: line.length / 2 }, (_, i) => [line[2 * i]!, line[2 * i + 1]!])
  })
  // Openings go with the outline that holds them; the library takes them in any order by their winding.
  return rings.length > 0 ? [rings] : []
}

const ringArea = (ring: Ring): number =>
  ring.reduce((sum, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length]!
    return sum + (x * v - u * y) / 2
  }, 0)
const areaOfAll = (all: Ring[][]): number =>
  all.reduce(
    (sum, [outer, ...holes]) =>
      sum + Math.abs(ringArea(outer!)) - holes.reduce((s, h) => s + Math.abs(ringArea(h)), 0),
    0,
  )
const areaOfOutline = (outline: Outline) => outline.reduce((sum, c) => sum + areaOf(c), 0)
const lengthOfOutline = (outline: Outline) => outline.reduce((sum, c) => sum + lengthOf(c), 0)

type Chance = () => number

const between = (random: Chance, from: number, to: number) => from + (to - from) * random()
const turned = (contour: Contour, random: Chance, about = 20) =>
  transformContour(
    contour,
    multiply(translation(about * random(), about * random()), rotation(360 * random())),
  )
/** A contour of straight stretches with the nine decimals that programs write. */
const written = ({ start, segments }: Contour): Contour => {
  const digits = ({ x, y }: Point) => ({ x: Math.round(x * 1e9) / 1e9, y: Math.round(y * 1e9) / 1e9 })
  return { start: digits(start), segments: segments.map(({ to }) => ({ to: digits(to) })), closed: true }
}
const ringOf = (points: readonly Point[]): Contour => ({
  start: points[0]!,
  segments: points.slice(1).map((to) => ({ to })),
  closed: true,
})

/** Corners round a middle at radii by chance. */
const around = (random: Chance, n: number, least: number, most: number): Point[] =>
  Array.from({ length: n }, (_, k) => {
    const r = between(random, least, most)
    return { x: r * Math.cos((2 * Math.PI * k) / n), y: r * Math.sin((2 * Math.PI * k) / n) }
  })

/** A closed curve through corners, smooth at each. */
function curved(points: readonly Point[]): Contour {
  const n = points.length
  const at = (k: number) => points[((k % n) + n) % n]!
  const pull = (k: number) => ({ x: (at(k + 1).x - at(k - 1).x) / 6, y: (at(k + 1).y - at(k - 1).y) / 6 })
  return {
    start: at(0),
    segments: points.map((p, k) => ({
      c1: { x: p.x + pull(k).x, y: p.y + pull(k).y },
      c2: { x: at(k + 1).x - pull(k + 1).x, y: at(k + 1).y - pull(k + 1).y },
      to: at(k + 1),
    })),
    closed: true,
  }
}

const star = (random: Chance) => ringOf(around(random, 5 + Math.floor(7 * random()), 4, 14))
const blob = (random: Chance) => curved(around(random, 5 + Math.floor(7 * random()), 5, 14))
const disc = (r: number) => transformContour(readPath(circle(2 * r)), translation(-r, -r))
const box = (w: number, h: number) => readPath(`M0 0L${w} 0L${w} ${h}L0 ${h}Z`)
const traced = (random: Chance) => {
  const n = 120 + Math.floor(200 * random())
  const phase = 6 * random()
  return ringOf(
    Array.from({ length: n }, (_, k) => {
      const a = (2 * Math.PI * k) / n
      const r = 12 + 2 * Math.sin(5 * a + phase) + 0.15 * (random() - 0.5)
      return { x: r * Math.cos(a), y: r * Math.sin(a) }
    }),
  )
}
const any = (random: Chance) =>
  [
    star,
    blob,
    traced,
    () => disc(between(random, 3, 12)),
    () => box(between(random, 4, 20), between(random, 4, 20)),
  ][Math.floor(5 * random())]!(random)

/** Pairs of outlines that are hard to combine, each from a stream of chance. */
export const PAIRS: Readonly<Record<string, (random: Chance) => [Contour, Contour]>> = {
  'at chance': (random) => [turned(any(random), random), turned(any(random), random)],
  'touching along part of an edge, turned': (random) => {
    const [a, b] = [0, 1].map(() =>
      random() < 0.5 ? star(random) : box(between(random, 5, 25), between(random, 5, 25)),
    )
    const [p, q] = [a!.start, a!.segments[0]!.to]
    const [u, v] = [b!.start, b!.segments[0]!.to]
    const turn = Math.atan2(p.y - q.y, p.x - q.x) - Math.atan2(v.y - u.y, v.x - u.x)
    const along = between(random, 0.1, 0.9)
    const onto = { x: p.x + along * (q.x - p.x), y: p.y + along * (q.y - p.y) }
    const laid = multiply(
      multiply(translation(onto.x, onto.y), rotation((turn * 180) / Math.PI)),
      translation(-(u.x + v.x) / 2, -(u.y + v.y) / 2),
    )
    const map = multiply(translation(30 * random(), 30 * random()), rotation(360 * random()))
    // As files hold them: edges that lie on one another are parallel but for the last digit.
    return [written(transformContour(a!, map)), written(transformContour(b!, multiply(map, laid)))]
  },
  'near copies': (random) => {
    const a = turned(any(random), random)
    return [a, transformContour(a, translation(between(random, 1e-5, 0.02), between(random, -0.01, 0.01)))]
  },
  'tangent circles': (random) => {
    const [r, s] = [between(random, 2, 12), between(random, 2, 12)]
    const at = { x: 20 * random(), y: 20 * random() }
    const angle = 2 * Math.PI * random()
    const d = random() < 0.5 ? r + s : Math.abs(r - s)
    return [
      transformContour(disc(r), translation(at.x, at.y)),
      transformContour(disc(s), translation(at.x + d * Math.cos(angle), at.y + d * Math.sin(angle))),
    ]
  },
  nested: (random) => {
    const a = turned(any(random), random, 0)
    return [a, transformContour(a, scaling(between(random, 0.3, 0.95)))]
  },
  'halves of one outline': (random) => {
    const whole = turned(any(random), random, 4)
    const knife = [transformContour(box(200, 200), multiply(rotation(360 * random()), translation(0, -100)))]
    const [left] = combine('difference', [whole], knife)
    const [right] = combine('intersection', [whole], knife)
    return [left ?? whole, right ?? whole]
  },
}

const LIBRARY = { union, intersection, difference }

export type Wrong = { seed: number; kind: string; what: string; by: number }

export type Kind = keyof typeof LIBRARY

/** By how much the area of a result differs from the other library's, mm²; 0 where that gives up. */
export function judgeResult(kind: Kind, a: Outline, b: Outline, made: Outline): number {
  try {
    return Math.abs(areaOfOutline(made) - areaOfAll(LIBRARY[kind](polygons(a), polygons(b)) as Ring[][]))
  } catch {
    // Where edges lie within a hair of one another.
    return 0
  }
}

/** How near a result comes to the outline that it is a parallel of, mm. */
export function nearestTo(outline: Outline, made: Outline): number {
  const rings = outline.map((c) => flatten(c, FINE))
  return Math.min(
    Infinity,
    ...made.flatMap((c) =>
      spread(flatten(c, FINE), 24).map((p) => Math.min(...rings.map((r) => distanceTo(p, r)))),
    ),
  )
}

/** Combines a pair in three ways, and tells where the area is off by more than 0.01 mm along the outlines. */
export function judgePair(kind: string, seed: number): Wrong[] {
  const [first, second] = PAIRS[kind]!(seeded(seed))
  // As they come: what was united before lies on a grid, where no fault shows.
  const [a, b] = [[first], [second]]
  const allowed = 0.01 * (lengthOfOutline(a) + lengthOfOutline(b))
  return (['union', 'intersection', 'difference'] as const).flatMap((what) => {
    const by = judgeResult(what, a, b, combine(what, a, b))
    return by <= allowed ? [] : [{ seed, kind, what, by }]
  })
}

/** Outlines that are hard to offset, with openings where they have some. */
export const SHAPES: Readonly<Record<string, (random: Chance) => Contour[]>> = {
  star: (random) => [turned(star(random), random)],
  blob: (random) => [turned(blob(random), random)],
  traced: (random) => [turned(traced(random), random)],
  circle: (random) => [turned(disc(between(random, 2, 8)), random)],
  ring: (random) => {
    const R = between(random, 10, 20)
    const hole = transformContour(disc(between(random, 1, 0.6 * R)), translation(R * 0.3 * random(), 0))
    return combine('difference', [disc(R)], [hole])
  },
  tip: (random) => {
    const half = (between(random, 5, 60) / 2) * (Math.PI / 180)
    return [
      turned(
        ringOf([
          { x: 0, y: 0 },
          { x: 30, y: 30 * Math.tan(half) },
          { x: 30, y: -30 * Math.tan(half) },
        ]),
        random,
      ),
    ]
  },
}

const factory = new GeometryFactory()

/** The area of what jsts makes of an outline grown by a distance, with round corners of 32 chords a quarter. */
function bufferArea(outline: Outline, by: number): number {
  const [shell, ...holes] = outline.map((c) => {
    const line = flatten(c, FINE)
    const points = Array.from(
      { length: line.length / 2 },
      (_, i) => new Coordinate(line[2 * i], line[2 * i + 1]),
    )
    points[points.length - 1] = points[0]!
    return factory.createLinearRing(points)
  })
  // biome-ignore lint/suspicious/noExplicitAny: the typings of the library leave its patches out
  const polygon = factory.createPolygon(shell!, holes) as any
  return polygon.buffer(by, 32).getArea()
}

/** Offsets an outline, and tells what is of another area than the judge's, lost, or nearer than its distance. */
export function judgeOffset(kind: string, seed: number): Wrong[] {
  const random = seeded(seed)
  const made = SHAPES[kind]!(random)
  const outline = uniteOutlines(made).sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)))
  if (outline.filter((c) => areaOf(c) > 0).length !== 1) return []
  const by = (random() < 0.5 ? 1 : -1) * between(random, 0.3, 9)
  const grown = offsetOutline(outline, by)
  const wanted = bufferArea(outline, by)
  const allowed = 0.01 * (lengthOfOutline(outline) + lengthOfOutline(grown) + 2 * Math.PI * Math.abs(by))
  const found: Wrong[] = []
  const off = Math.abs(areaOfOutline(grown) - wanted)
  if (off > allowed) found.push({ seed, kind, what: `round by ${by.toFixed(2)}`, by: off })
  for (const corners of ['round', 'sharp'] as const) {
    const least = nearestTo(outline, corners === 'round' ? grown : offsetOutline(outline, by, 'sharp'))
    if (least < Math.abs(by) - 0.02)
      found.push({ seed, kind, what: `${corners} by ${by.toFixed(2)} is too near`, by: Math.abs(by) - least })
  }
  return found
}

/** Judges so many cases, an even share of each kind. */
export function judgeOutlines(cases: number, from = 1): { cases: number; wrong: Wrong[] } {
  const judges = [
    ...Object.keys(PAIRS).map((kind) => (seed: number) => judgePair(kind, seed)),
    ...Object.keys(SHAPES).map((kind) => (seed: number) => judgeOffset(kind, seed)),
  ]
  const wrong: Wrong[] = []
  for (let k = 0; k < cases; k += 1) wrong.push(...judges[k % judges.length]!(from + k))
  return { cases, wrong }
}
