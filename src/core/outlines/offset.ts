import { arcByCentre } from '../geometry/arc'
import { trace } from '../geometry/flatten'
import { areaOf, lengthOf } from '../geometry/measure'
import { allSegments } from '../geometry/part'
import type { Contour, Segment } from '../geometry/path'
import type { Point } from '../geometry/point'
import { combine, type Outline } from './combine'
import { enclosingCircle } from './enclosing-circle'
import { pointOn } from './nodes'

/** What is left smaller than this comes of rounding where parallels of tight curves cross, mm². */
const SPECK = 0.01

export type Corners = 'round' | 'sharp'

/** How far a fitted curve may lie from the true parallel, mm. */
const TOLERANCE = 0.004
/** Raw parallels cross one another well, mostly: their traces may stray so far, mm. */
const FLATNESS = 0.01
/** A curve is parted at most so often for its parallel to be fitted. */
const DEEPEST = 9
/** Corners whose sharp point would lie farther away than so many times the distance are cut square there. */
const MITRE = 3

/**
 * Outlines grown by a distance, or shrunk where it is less than nought: straight stretches stay straight, corners become
 * arcs or stay sharp, parallels of curves are fitted to within some thousandths of a mm.
 *
 * Each contour gives one raw parallel; where it bends inwards it runs back through its own corner, so that what is too
 * near is wound round the wrong way and falls away (the rule of Chen & McMains 2005, "Polygon offsetting by computing
 * winding numbers", from memory; the library clipper2 does the same on polylines).
 * @param by mm
 * @returns none where nothing is left
 */
export function offsetOutline(outline: Outline, by: number, corners: Corners = 'round'): Contour[] {
  const clean = combine('union', outline)
  if (by === 0) return clean
  const raw = clean
    .filter((contour) => !vanishes(contour, by))
    .map((contour) => rawParallel(withoutCrumbs(contour), by, corners))
  return combine('union', raw, [], { rule: 'positive', flatness: FLATNESS }).filter(
    (c) => Math.abs(areaOf(c)) > SPECK,
  )
}

/**
 * Whether the parallel of a contour shrinks to nothing, as the disc of the distance covers all of it somewhere. Its raw
 * parallel would turn inside out there, and be wound the right way again.
 */
function vanishes(contour: Contour, by: number): boolean {
  if (areaOf(contour) > 0 === by > 0) return false
  const { polyline } = trace(contour, FLATNESS)
  return enclosingCircle(polyline).radius <= Math.abs(by)
}

/**
 * How often parallels of stretches cross those of others, about: what an offset costs. Short stretches pushed far
 * cross many of their neighbours'.
 */
export const costOfOffset = (outline: Outline, by: number): number =>
  outline.reduce((sum, contour) => {
    const count = allSegments(contour).length
    const mean = lengthOf(contour) / Math.max(1, count)
    return sum + count * (1 + (2 * Math.abs(by)) / Math.max(1e-6, mean))
  }, 0)

/** Stretches shorter than this have no direction of their own to speak of, mm. */
const CRUMB = 0.003

/** A contour without crumbs: what follows one begins where it began. */
function withoutCrumbs(contour: Contour): Contour {
  let from = contour.start
  const segments = allSegments(contour).filter(({ c1, c2, to }) => {
    const reach = Math.max(...[c1, c2, to].map((p) => (p ? Math.hypot(p.x - from.x, p.y - from.y) : 0)))
    if (reach < CRUMB) return false
    from = to
    return true
  })
  const last = segments.at(-1)
  // The way ends where it began.
  return last ? { ...contour, segments: [...segments.slice(0, -1), { ...last, to: contour.start }] } : contour
}

/** The parallel of a contour on one side, loops and all: its right where `by` is positive, as outlines are wound. */
function rawParallel(contour: Contour, by: number, corners: Corners): Contour {
  const segments = [...allSegments(contour)]
  const whole: Contour = { ...contour, segments }
  const path = new Path(push(normalAt(whole, segments, 0, 1), by))
  segments.forEach((segment, k) => {
    if (segment.c1) followCurve(path, whole, segments, k, k + 1, by, 0)
    else path.to(push(normalAt(whole, segments, k + 1, -1), by))
    turnCorner(path, whole, segments, k, by, corners)
  })
  return path.contour
}

/** A closed path from stretch to stretch. */
class Path {
  private readonly segments: Segment[] = []
  private at: Point

  constructor(private readonly start: Point) {
    this.at = start
  }

  to(p: Point): void {
    if (Math.abs(p.x - this.at.x) + Math.abs(p.y - this.at.y) < 1e-9) return
    this.segments.push({ to: p })
    this.at = p
  }

  add(...segments: Segment[]): void {
    this.segments.push(...segments)
    this.at = segments.at(-1)?.to ?? this.at
  }

  get contour(): Contour {
    return { start: this.start, segments: this.segments, closed: true }
  }
}

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

/** The parallel of a curve between two places, in pieces that are one curve each. */
function followCurve(
  path: Path,
  contour: Contour,
  segments: readonly Segment[],
  from: number,
  to: number,
  by: number,
  depth: number,
): void {
  const [a, b] = [normalAt(contour, segments, from, 1), normalAt(contour, segments, to, -1)]
  const parallel = fitted(contour, segments, from, to, a, b, by)
  if (parallel) {
    path.add(parallel)
    return
  }
  // Where a curve is tighter than the distance its parallel runs backwards.
  const isTight = () =>
    [0.02, 0.26, 0.5, 0.74, 0.98].every((t) => runsBack(contour, segments, from + t * (to - from), by))
  if (depth >= DEEPEST || isTight()) {
    path.to(push(b, by))
    return
  }
  const middle = (from + to) / 2
  followCurve(path, contour, segments, from, middle, by, depth + 1)
  followCurve(path, contour, segments, middle, to, by, depth + 1)
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

/** Goes round the corner at the end of a stretch: outside of it by an arc or a point, within through the corner itself. */
function turnCorner(
  path: Path,
  contour: Contour,
  segments: readonly Segment[],
  k: number,
  by: number,
  corners: Corners,
): void {
  const before = normalAt(contour, segments, k + 1, -1)
  const after = normalAt(contour, segments, (k + 1) % segments.length, 1)
  const turn = Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y)
  const { at } = before
  const [p, q] = [push(before, by), push(after, by)]
  if (Math.abs(turn) < 1e-7) {
    path.to(q)
    return
  }
  // Outlines run clockwise on the screen (y down): a turn to the right opens a gap outside, one to the left within.
  // Within, the way leads through the corner itself: short stretches beside it make no false loops so.
  if (turn * by < 0) {
    path.to(at)
    path.to(q)
    return
  }
  if (corners === 'round') {
    const from = Math.atan2(p.y - at.y, p.x - at.x)
    const arc = arcByCentre(at, Math.abs(by), Math.abs(by), 0, from, turn, TOLERANCE / 2)
    const last = arc.at(-1)
    if (last) last.to = q
    path.add(...arc)
    return
  }
  const reach = 1 / Math.cos(turn / 2)
  if (reach <= MITRE && Math.abs(turn) < Math.PI - 1e-6) {
    const half = Math.hypot(before.x + after.x, before.y + after.y)
    path.to({
      x: at.x + (by * reach * (before.x + after.x)) / half,
      y: at.y + (by * reach * (before.y + after.y)) / half,
    })
  } else {
    // Both sides run on to the square cut, so that nothing of it is nearer than the distance.
    const half = Math.abs(turn) / 2
    const on = (Math.abs(by) * (MITRE - Math.cos(half))) / Math.sin(half)
    path.to({ x: p.x - on * before.y, y: p.y + on * before.x })
    path.to({ x: q.x + on * after.y, y: q.y - on * after.x })
  }
  path.to(q)
}
