import { boxHolds } from '../geometry/measure'
import { distanceTo, isInside, polylineArea, polylineBox, samplesOf } from '../geometry/polyline'
import type { Stroke } from './pass'

/**
 * For each stroke the closed stroke that must come after it, or -1: paper that is cut out may move. All within a piece
 * comes before its outline, and a piece that lies in an opening of another before that opening.
 */
export function holders(strokes: readonly Stroke[]): number[] {
  const outlineOf = new Map<number, number>()
  const openings: { at: number; ring: Float64Array; box: ReturnType<typeof polylineBox>; area: number }[] = []
  strokes.forEach(({ edge, placement, points }, at) => {
    if (edge === 'outline') outlineOf.set(placement, at)
    if (edge === 'opening')
      openings.push({ at, ring: points, box: polylineBox(points), area: Math.abs(polylineArea(points)) })
  })
  openings.sort((a, b) => a.area - b.area)
  return strokes.map(({ edge, placement, points }) => {
    if (edge !== 'outline') return outlineOf.get(placement) ?? -1
    const box = polylineBox(points)
    const around = openings.find(
      (o) =>
        strokes[o.at]!.placement !== placement &&
        boxHolds(o.box, box, TOUCHING) &&
        samplesOf(points).every((p) => isInside(p, o.ring) || distanceTo(p, o.ring) <= TOUCHING),
    )
    return around?.at ?? -1
  })
}

/** An outline may touch the opening that it lies in, or share its course, mm. */
const TOUCHING = 0.1
