import { fitClosed, fitCurve } from './fit'
import { allSegments } from './part'
import type { Contour, Segment } from './path'
import { distance, lengthOfVector, type Point } from './point'

/** Turns of more than this between two stretches are corners and stay so, degrees. */
const CORNER = 32
/** A run of fewer stretches than this is a shape, not a flattened curve. */
const LEAST = 6

/**
 * A line of many short straight stretches with curves in their place, where it was a curve once. Corners and single
 * long stretches stay as they are.
 * @param tolerance mm by which a curve may stray from the points
 * @returns null where there is nothing to gain
 */
export function refit(contour: Contour, tolerance = 0.05): { contour: Contour; deviation: number } | null {
  const segments = allSegments(contour)
  if (segments.length < LEAST || segments.some((s) => s.c1)) return null
  const points = [contour.start, ...segments.map((s) => s.to)]
  if (contour.closed) points.pop()
  const stops = cornersOf(points, contour.closed)
  const fitted =
    contour.closed && stops.length === 0
      ? fitClosed(points, tolerance, 180, tolerance)
      : fitRuns(points, stops, contour.closed, tolerance)
  return fitted && fitted.contour.segments.length <= 0.7 * segments.length ? fitted : null
}

/** Points at which the course turns sharply, or a long stretch meets short ones. */
function cornersOf(points: readonly Point[], closed: boolean): number[] {
  const n = points.length
  const corners: number[] = []
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i += 1) {
    const [a, p, b] = [points[(i + n - 1) % n]!, points[i]!, points[(i + 1) % n]!]
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y]
    const turn = (Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) * 180) / Math.PI
    const [u, v] = [lengthOfVector(ux, uy), lengthOfVector(vx, vy)]
    if (turn > CORNER || Math.max(u, v) > 6 * Math.min(u, v)) corners.push(i)
  }
  return corners
}

function fitRuns(points: readonly Point[], corners: readonly number[], closed: boolean, tolerance: number) {
  const n = points.length
  const stops = closed ? [...corners, corners[0]! + n] : [...new Set([0, ...corners, n - 1])]
  const segments: Segment[] = []
  let deviation = 0
  for (let k = 1; k < stops.length; k += 1) {
    const run = Array.from(
      { length: stops[k]! - stops[k - 1]! + 1 },
      (_, i) => points[(stops[k - 1]! + i) % n]!,
    )
    const fit =
      run.length > 3
        ? fitCurve(run, tolerance)
        : { segments: run.slice(1).map((to) => ({ to })), deviation: 0 }
    segments.push(...fit.segments)
    deviation = Math.max(deviation, fit.deviation)
  }
  const start = points[stops[0]! % n]!
  if (closed && segments.length > 0 && distance(segments.at(-1)!.to, start) > 0) segments.at(-1)!.to = start
  return { contour: { start, segments, closed }, deviation }
}
