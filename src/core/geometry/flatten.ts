import { cubicAt } from './measure'
import type { Contour } from './path'
import { lengthOfVector } from './point'

/** The tolerance of geometry in mm. */
export const GEOMETRY_TOLERANCE = 0.01

/** The tolerance of paper in mm: ends nearer than this meet. */
export const PAPER_TOLERANCE = 0.1

/** Points x0, y0, x1, y1, ... of a chain of straight stretches, in mm. A closed one repeats its first point at the end. */
export type Polyline = Float64Array

/** A polyline that knows where on its contour each point lies. */
export type Trace = { polyline: Polyline; places: Float64Array }

/**
 * A contour as straight stretches that stray from it by at most `tolerance` mm. The number of stretches of a curve
 * follows Wang's formula (Wang 1984, bound on the second derivative; from memory, measured in the tests).
 */
export const flatten = (contour: Contour, tolerance = GEOMETRY_TOLERANCE): Polyline =>
  trace(contour, tolerance).polyline

/**
 * Flattens a contour and tells the place of each point: the number of its segment, and the curve's parameter on it
 * as the fraction. The closing stretch of a closed contour is its last segment.
 */
export function trace(contour: Contour, tolerance = GEOMETRY_TOLERANCE): Trace {
  const points: number[] = [contour.start.x, contour.start.y]
  const places: number[] = [0]
  let from = contour.start
  for (let k = 0; k < contour.segments.length; k += 1) {
    const { c1, c2, to } = contour.segments[k]!
    if (c1 && c2) {
      const bend = Math.max(
        lengthOfVector(from.x - 2 * c1.x + c2.x, from.y - 2 * c1.y + c2.y),
        lengthOfVector(c1.x - 2 * c2.x + to.x, c1.y - 2 * c2.y + to.y),
      )
      const steps = Math.min(1000, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))))
      for (let i = 1; i < steps; i += 1) {
        const t = i / steps
        points.push(cubicAt(from.x, c1.x, c2.x, to.x, t), cubicAt(from.y, c1.y, c2.y, to.y, t))
        places.push(k + t)
      }
    }
    points.push(to.x, to.y)
    places.push(k + 1)
    from = to
  }
  if (contour.closed && (from.x !== contour.start.x || from.y !== contour.start.y)) {
    points.push(contour.start.x, contour.start.y)
    places.push(contour.segments.length + 1)
  }
  return { polyline: Float64Array.from(points), places: Float64Array.from(places) }
}
