import type { Contour, Segment } from './path'
import { distance, type Point } from './point'

/**
 * Places along a contour are numbers: the whole part counts segments, the fraction is the parameter on that segment.
 * The closing stretch of a closed contour, where it has a length, is its last segment.
 */

/** The segments of a contour with the closing stretch of a closed one. */
export function allSegments({ start, segments, closed }: Contour): readonly Segment[] {
  const end = segments.at(-1)?.to ?? start
  return closed && distance(end, start) > 1e-9 ? [...segments, { to: start }] : segments
}

const mix = (a: Point, b: Point, t: number): Point => ({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) })

/** The part of one segment between two parameters, by de Casteljau's construction. */
function segmentPart(
  from: Point,
  segment: Segment,
  t0: number,
  t1: number,
): { start: Point; segment: Segment } {
  const { c1, c2, to } = segment
  if (!c1 || !c2) return { start: mix(from, to, t0), segment: { to: mix(from, to, t1) } }
  const blossom = (u: number, v: number, w: number): Point => {
    const [ab, bc, cd] = [mix(from, c1, u), mix(c1, c2, u), mix(c2, to, u)]
    return mix(mix(ab, bc, v), mix(bc, cd, v), w)
  }
  return {
    start: blossom(t0, t0, t0),
    segment: { c1: blossom(t0, t0, t1), c2: blossom(t0, t1, t1), to: blossom(t1, t1, t1) },
  }
}

/**
 * The open part of a contour between two places. On a closed contour `to` may lie beyond the last place: the part
 * then runs on over the start.
 */
export function partOf(contour: Contour, from: number, to: number): Contour {
  const segments = allSegments(contour)
  const count = segments.length
  const parts: Segment[] = []
  let start: Point | null = null
  for (let k = Math.floor(from); k < to; k += 1) {
    const t0 = Math.max(0, from - k)
    const t1 = Math.min(1, to - k)
    if (t1 - t0 < 1e-12) continue
    const at = ((k % count) + count) % count
    const begin = at === 0 ? contour.start : segments[at - 1]!.to
    const whole = t0 === 0 && t1 === 1
    const part = whole ? { start: begin, segment: segments[at]! } : segmentPart(begin, segments[at]!, t0, t1)
    start ??= part.start
    parts.push(part.segment)
  }
  return { start: start ?? pointAtPlace(contour, from), segments: parts, closed: false }
}

/** The point at a place. */
export function pointAtPlace(contour: Contour, place: number): Point {
  const segments = allSegments(contour)
  const k = Math.min(Math.floor(place), segments.length - 1)
  if (k < 0) return contour.start
  return segmentPart(k === 0 ? contour.start : segments[k - 1]!.to, segments[k]!, 0, place - k).segment.to
}
