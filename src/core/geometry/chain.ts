import { type Contour, endOf, reverseContour } from './path'
import { distance, type Point } from './point'

/**
 * Several contours that follow one another, end to start, as one closed contour; each is turned round where needed.
 * @throws RangeError for an empty list
 */
export function ringOf(contours: readonly Contour[]): Contour {
  const [first, ...rest] = contours
  if (!first) throw new RangeError('ring: there is no contour to close')
  if (rest.length === 0) return { ...first, closed: true }
  const next = rest[0]!
  const nearest = (p: Point) => Math.min(distance(p, next.start), distance(p, endOf(next)))
  let ring = nearest(first.start) < nearest(endOf(first)) ? reverseContour(first) : first
  for (const contour of rest) {
    const end = endOf(ring)
    const onward =
      distance(end, contour.start) <= distance(end, endOf(contour)) ? contour : reverseContour(contour)
    const gap = distance(end, onward.start) > 1e-9 ? [{ to: onward.start }] : []
    ring = { start: ring.start, segments: [...ring.segments, ...gap, ...onward.segments], closed: false }
  }
  return { ...ring, closed: true }
}
