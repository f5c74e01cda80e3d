import { arcByCentre } from '../geometry/arc'
import { areaOf, lengthOf } from '../geometry/measure'
import { allSegments, partOf } from '../geometry/part'
import { type Contour, reverseContour, type Segment } from '../geometry/path'
import type { Point } from '../geometry/point'
import { combine, type Outline, turnedRound } from './combine'
import { pointOn } from './nodes'

/** What is left over smaller than this lies between the steps in which a tight curve is walked, mm². */
const SPECK = 0.01

export type Corners = 'round' | 'sharp'

/** How far a fitted curve may lie from the true parallel, mm. */
const TOLERANCE = 0.004
/** A curve is parted at most so often for its parallel to be fitted. */
const DEEPEST = 9
/** Corners whose sharp point would lie farther away than so many times the distance are squared off. */
const MITRE = 3

/**
 * Outlines grown by a distance, or shrunk where it is less than nought: straight stretches stay straight, corners become
 * arcs or stay sharp, parallels of curves are fitted to within some thousandths of a mm.
 *
 * What a stretch sweeps when it is pushed along its normals, and what corners sweep, is laid over the outline or taken
 * from it, so that loops and cusps of the parallels need no thought.
 * @param by mm
 * @returns none where nothing is left
 */
export function offsetOutline(outline: Outline, by: number, corners: Corners = 'round'): Contour[] {
  if (by === 0) return combine('union', outline)
  const swept = outline.flatMap((contour) => sweepOf(contour, by, corners))
  const found = by > 0 ? combine('union', [...outline, ...swept]) : combine('difference', outline, swept)
  return found.filter((c) => Math.abs(areaOf(c)) > SPECK)
}

/**
 * How often what stretches sweep lies on what others sweep, about: what an offset costs. Short stretches pushed far
 * overlap many of their neighbours.
 */
export const costOfOffset = (outline: Outline, by: number): number =>
  outline.reduce((sum, contour) => {
    const count = allSegments(contour).length
    const mean = lengthOf(contour) / Math.max(1, count)
    return sum + count * (1 + (2 * Math.abs(by)) / Math.max(1e-6, mean))
  }, 0)

/** What the edge of a contour sweeps on one side: its right where `by` is positive, as outlines are wound. */
function sweepOf(contour: Contour, by: number, corners: Corners): Contour[] {
  const segments = [...allSegments(contour)]
  const whole: Contour = { ...contour, segments }
  const bands: Contour[] = []
  segments.forEach((segment, k) => {
    if (segment.c1) bands.push(...curvedBands(whole, segments, k, k + 1, by, 0))
    else {
      const [a, b] = [normalAt(whole, segments, k, 1), normalAt(whole, segments, k + 1, -1)]
      bands.push(polygon([a.at, b.at, push(b, by), push(a, by)]))
    }
    const corner = cornerOf(whole, segments, k, by, corners)
    if (corner) bands.push(corner)
  })
  return bands.map(rightWay).filter((b) => Math.abs(areaOf(b)) > 1e-9)
}

const rightWay = (band: Contour): Contour => (areaOf(band) < 0 ? turnedRound(band) : band)

const polygon = ([start, ...rest]: readonly Point[]): Contour => ({
  start: start!,
  segments: rest.map((to) => ({ to })),
  closed: true,
})

/** A point of a contour and the unit vector that points away from what it encloses there. */
type Normal = { at: Point; x: number; y: number }

const push = ({ at, x, y }: Normal, by: number): Point => ({ x: at.x + by * x, y: at.y + by * y })

/**
 * The normal at a place; at a node that of the stretch after it, or before it.
 * @param side 1 for the stretch that begins there, -1 for the one that ends there
 */
function normalAt(contour: Contour, segments: readonly Segment[], place: number, side: 1 | -1): Normal {
  const count = segments.length
  const inner = place + side * 1e-9
  const { x, y } = pointOn(contour, segments, Math.min(place, count))
  let { dx, dy } = pointOn(contour, segments, Math.min(count - 1e-9, Math.max(0, inner)))
  // Where handles lie on their node the direction shows a little farther on.
  for (let step = 1e-6; Math.hypot(dx, dy) < 1e-9 && step < 0.1; step *= 10)
    ({ dx, dy } = pointOn(contour, segments, Math.min(count - 1e-9, Math.max(0, place + side * step))))
  const length = Math.hypot(dx, dy) || 1
  return { at: { x, y }, x: dy / length, y: -dx / length }
}

/** What a curve sweeps between two places, in pieces whose parallels are one curve each. */
function curvedBands(
  contour: Contour,
  segments: readonly Segment[],
  from: number,
  to: number,
  by: number,
  depth: number,
): Contour[] {
  const [a, b] = [normalAt(contour, segments, from, 1), normalAt(contour, segments, to, -1)]
  const parallel = fitted(contour, segments, from, to, a, b, by)
  // Where a curve is tighter than the distance its parallel runs backwards.
  const isTight = () =>
    [0.02, 0.26, 0.5, 0.74, 0.98].every((t) => runsBack(contour, segments, from + t * (to - from), by))
  if (!parallel && isTight()) return tightBands(contour, segments, from, to, by)
  if (!parallel && depth < DEEPEST) {
    const middle = (from + to) / 2
    return [
      ...curvedBands(contour, segments, from, middle, by, depth + 1),
      ...curvedBands(contour, segments, middle, to, by, depth + 1),
    ]
  }
  const own = partOf(contour, from, to)
  const back: Segment[] = parallel
    ? reverseContour({ start: push(a, by), segments: [parallel], closed: false }).segments
    : [{ to: push(a, by) }]
  return [{ start: own.start, segments: [...own.segments, { to: push(b, by) }, ...back], closed: true }]
}

/** A tight curve is walked in steps whose normals turn by six degrees at most. */
const STEP = Math.PI / 30

/**
 * What a curve sweeps that is tighter than the distance. The normals of a short step cross, so that it sweeps two
 * lobes; wound as they come, one would cancel what lies under it.
 */
function tightBands(
  contour: Contour,
  segments: readonly Segment[],
  from: number,
  to: number,
  by: number,
): Contour[] {
  const [first, last] = [normalAt(contour, segments, from, 1), normalAt(contour, segments, to, -1)]
  const turn = Math.abs(Math.atan2(first.x * last.y - first.y * last.x, first.x * last.x + first.y * last.y))
  const count = Math.max(1, Math.ceil(turn / STEP))
  return Array.from({ length: count }, (_, k) => {
    const [p, q] = [from + (k / count) * (to - from), from + ((k + 1) / count) * (to - from)]
    const [a, b] = [normalAt(contour, segments, p, 1), normalAt(contour, segments, q, -1)]
    const [pa, pb] = [push(a, by), push(b, by)]
    const own = partOf(contour, p, q)
    const focus = crossing(a.at, pa, b.at, pb)
    if (!focus)
      return [{ start: own.start, segments: [...own.segments, { to: pb }, { to: pa }], closed: true }]
    return [
      { start: own.start, segments: [...own.segments, { to: focus }], closed: true },
      polygon([pa, pb, focus]),
    ]
  }).flat()
}

/** Where two straight stretches cross; null where they do not. */
function crossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y]
  const det = ux * vy - uy * vx
  if (Math.abs(det) < 1e-12) return null
  const s = ((c.x - a.x) * vy - (c.y - a.y) * vx) / det
  const t = ((c.x - a.x) * uy - (c.y - a.y) * ux) / det
  return s >= 0 && s <= 1 && t >= 0 && t <= 1 ? { x: a.x + s * ux, y: a.y + s * uy } : null
}

/** Whether the parallel of a curve runs against it at a place. */
function runsBack(contour: Contour, segments: readonly Segment[], place: number, by: number): boolean {
  const step = 1e-4
  const [a, b] = [normalAt(contour, segments, place, 1), normalAt(contour, segments, place + step, 1)]
  const [p, q] = [push(a, by), push(b, by)]
  return (q.x - p.x) * (b.at.x - a.at.x) + (q.y - p.y) * (b.at.y - a.at.y) < 0
}

/** One curve along the parallel between two places, where one comes near enough; null where it does not. */
function fitted(
  contour: Contour,
  segments: readonly Segment[],
  from: number,
  to: number,
  a: Normal,
  b: Normal,
  by: number,
): Segment | null {
  const [p, q] = [push(a, by), push(b, by)]
  // Tangents, along the way.
  const [s, t] = [
    { x: -a.y, y: a.x },
    { x: -b.y, y: b.x },
  ]
  if (s.x * t.x + s.y * t.y < 0.5) return null
  const truth = (share: number) => push(normalAt(contour, segments, from + share * (to - from), 1), by)
  const middle = truth(0.5)
  // Both handles as long as brings the middle of the curve to that of the parallel, along the sum of their pulls.
  const pull = { x: (3 / 8) * (s.x - t.x), y: (3 / 8) * (s.y - t.y) }
  const miss = { x: middle.x - (p.x + q.x) / 2, y: middle.y - (p.y + q.y) / 2 }
  const weight = pull.x * pull.x + pull.y * pull.y
  const chord = Math.hypot(q.x - p.x, q.y - p.y)
  const handle = weight > 1e-9 ? (miss.x * pull.x + miss.y * pull.y) / weight : chord / 3
  if (!(handle > 0 && handle < 2 * chord + 1e-9)) return null
  const curve: Segment = {
    c1: { x: p.x + handle * s.x, y: p.y + handle * s.y },
    c2: { x: q.x - handle * t.x, y: q.y - handle * t.y },
    to: q,
  }
  const line: Contour = { start: p, segments: [curve], closed: false }
  for (const share of [0.12, 0.25, 0.38, 0.5, 0.62, 0.75, 0.88]) {
    const { x, y } = truth(share)
    if (distanceToCurve(line, { x, y }, share) > TOLERANCE) return null
  }
  return curve
}

/** How far a point lies from a curve of one segment, from a first guess of the place on. */
function distanceToCurve(line: Contour, p: Point, guess: number): number {
  let place = guess
  for (let k = 0; k < 6; k += 1) {
    const { x, y, dx, dy } = pointOn(line, line.segments, place)
    const speed = dx * dx + dy * dy
    if (speed === 0) break
    place = Math.min(1, Math.max(0, place + ((p.x - x) * dx + (p.y - y) * dy) / speed))
  }
  const { x, y } = pointOn(line, line.segments, place)
  return Math.hypot(p.x - x, p.y - y)
}

/** What the corner at the end of a stretch sweeps; null where the side that is pushed bends inwards there, or not at all. */
function cornerOf(
  contour: Contour,
  segments: readonly Segment[],
  k: number,
  by: number,
  corners: Corners,
): Contour | null {
  const before = normalAt(contour, segments, k + 1, -1)
  const after = normalAt(contour, segments, (k + 1) % segments.length, 1)
  const cross = before.x * after.y - before.y * after.x
  const dot = before.x * after.x + before.y * after.y
  const turn = Math.atan2(cross, dot)
  // Outlines run clockwise on the screen (y down): a turn to the right opens a gap outside, one to the left within.
  if (Math.abs(turn) < 1e-7 || turn * by < 0) return null
  const { at } = before
  const [p, q] = [push(before, by), push(after, by)]
  if (corners === 'sharp') {
    const reach = 1 / Math.cos(turn / 2)
    if (reach > MITRE || Math.abs(turn) > Math.PI - 1e-6) return polygon([at, p, q])
    const half = Math.hypot(before.x + after.x, before.y + after.y)
    const tip = {
      x: at.x + (by * reach * (before.x + after.x)) / half,
      y: at.y + (by * reach * (before.y + after.y)) / half,
    }
    return polygon([at, p, tip, q])
  }
  const from = Math.atan2(p.y - at.y, p.x - at.x)
  const arc = arcByCentre(at, Math.abs(by), Math.abs(by), 0, from, turn, TOLERANCE / 2)
  const last = arc.at(-1)
  if (last) last.to = q
  return { start: at, segments: [{ to: p }, ...arc], closed: true }
}
