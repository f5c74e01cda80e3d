import { nestRings } from '../geometry/nesting'
import { isInside, pointAt, polylineArea, polylineBox } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import type { Stroke } from './pass'

/** For each stroke the smallest closed stroke that holds it, or -1. */
export function holders(strokes: readonly Stroke[]): number[] {
  const closedAt = strokes.flatMap((s, i) => (s.closed ? [i] : []))
  const rings = closedAt.map((i) => {
    const { points } = strokes[i]!
    return { polyline: points, box: polylineBox(points), area: Math.abs(polylineArea(points)) }
  })
  const nested = nestRings(rings)
  const index = new SpatialIndex(rings.map((r) => r.box))
  const holder = strokes.map(() => -1)
  closedAt.forEach((i, k) => {
    const { parent } = nested[k]!
    holder[i] = parent >= 0 ? closedAt[parent]! : -1
  })
  // A contour that is drawn twice is followed twice, one after the other, when all that it holds is done.
  closedAt.forEach((i, k) => {
    const { twin } = nested[k]!
    if (twin < 0) return
    const first = closedAt[twin]!
    holder[i] = holder[first]!
    holder[first] = i
  })
  strokes.forEach(({ points, closed }, i) => {
    if (closed) return
    const middle = pointAt(points, Math.floor(points.length / 4))
    const around = index
      .meeting({ minX: middle.x, minY: middle.y, maxX: middle.x, maxY: middle.y })
      .filter((k) => isInside(middle, rings[k]!.polyline))
      .sort((a, b) => rings[a]!.area - rings[b]!.area)
    holder[i] = around[0] === undefined ? -1 : closedAt[around[0]]!
  })
  return holder
}
