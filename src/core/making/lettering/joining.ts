import type { Affine } from '../../geometry/affine'
import { flatten, type Polyline } from '../../geometry/flatten'
import { type Contour, transformContour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { isInside, polylineArea } from '../../geometry/polyline'
import { offset, unite } from '../../geometry/regions'

/** How finely the overlap of two letters is looked for, mm. */
const FINE = 0.02
/** Letters overlap by this share of the narrower one at most. */
const DEEPEST = 0.7
/** A narrower neck is better than an overlap by more than this share, where letters can hardly be read. */
const FAR = 0.3

const regionOf = (contours: readonly Contour[], map: Affine): Polyline[] =>
  unite(contours.map((c) => flatten(transformContour(c, map), 0.02)))

/** A point within the thickest part of a letter, and how wide a neck its strokes bear. */
function coreOf(region: readonly Polyline[], width: number): { at: Point; width: number } | null {
  for (let w = width; w > width / 20; w *= 0.8) {
    const inner = offset(region, -w / 2)
    const [largest] = inner
      .filter((r) => polylineArea(r) > 0)
      .sort((a, b) => polylineArea(b) - polylineArea(a))
    if (largest) return { at: { x: largest[0]!, y: largest[1]! }, width: w }
  }
  return null
}

/** Whether two letters hang together by a neck of a width: made thinner by half of it all round, they are one still. */
function hangTogether(a: readonly Polyline[], b: readonly Polyline[], width: number): boolean {
  const [one, two] = [coreOf(a, width), coreOf(b, width)]
  if (!one || !two) return false
  const neck = Math.min(one.width, two.width, width)
  const parts = offset(unite([...a, ...b]), -neck / 2 + 0.001).filter((r) => polylineArea(r) > 0)
  return parts.some((part) => isInside(one.at, part) && isInside(two.at, part))
}

/**
 * How much nearer than usual a letter must lie to the one before it so that both hang together by a neck; 0 where they
 * do as they are.
 * @param before the letter before, where it stands
 * @param stand the map of the letter, moved nearer by so much, mm
 * @param width of the narrower of the two, mm
 * @returns with it the neck, which is narrower where the strokes are no thicker; null where not even half of it is had
 */
export function leastOverlap(
  before: { contours: readonly Contour[]; map: Affine },
  contours: readonly Contour[],
  stand: (nearer: number) => Affine,
  neck: number,
  width: number,
): { nearer: number; neck: number } | null {
  const a = regionOf(before.contours, before.map)
  let best: { nearer: number; neck: number } | null = null
  for (let narrower = neck; narrower >= neck / 2; narrower *= 0.84) {
    const nearer = overlapFor((n) => hangTogether(a, regionOf(contours, stand(n)), narrower), width)
    if (nearer !== null && (!best || nearer < best.nearer)) best = { nearer, neck: narrower }
    if (best && best.nearer <= FAR * width) break
  }
  return best
}

/** The least overlap that holds; null where none does. */
function overlapFor(holds: (nearer: number) => boolean, width: number): number | null {
  if (holds(0)) return 0
  const step = Math.max(0.1, width / 12)
  for (let high = step; high <= DEEPEST * width; high += step) {
    if (!holds(high)) continue
    let low = high - step
    let top = high
    while (top - low > FINE) {
      const middle = (low + top) / 2
      if (holds(middle)) top = middle
      else low = middle
    }
    return top
  }
  return null
}
