import { nestRings } from '../geometry/nesting'
import { lengthOfVector } from '../geometry/point'
import { isInside, pointAt, polylineArea, polylineBox } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import type { Stroke } from './pass'

/**
 * Orders the strokes of a pass: a closed stroke comes only after all that it holds, since paper that is cut out may
 * move; among those that may come, the nearest is next, and an open stroke is begun at its nearer end.
 */
export function orderStrokes(strokes: readonly Stroke[]): Stroke[] {
  const holder = holders(strokes)
  const waiting = strokes.map(() => 0)
  for (const h of holder) if (h >= 0) waiting[h]! += 1
  const free = new Set(strokes.flatMap((_, i) => (waiting[i] === 0 ? [i] : [])))
  const ordered: Stroke[] = []
  let x = 0
  let y = 0
  while (free.size > 0) {
    let best = -1
    let bestDistance = Infinity
    let backwards = false
    for (const i of free) {
      const { points, closed } = strokes[i]!
      const head = lengthOfVector(points[0]! - x, points[1]! - y)
      if (head < bestDistance) [best, bestDistance, backwards] = [i, head, false]
      if (closed) continue
      const tail = lengthOfVector(points.at(-2)! - x, points.at(-1)! - y)
      if (tail < bestDistance) [best, bestDistance, backwards] = [i, tail, true]
    }
    free.delete(best)
    const stroke = strokes[best]!
    ordered.push(backwards ? { ...stroke, points: reversed(stroke.points) } : stroke)
    ;[x, y] = [ordered.at(-1)!.points.at(-2)!, ordered.at(-1)!.points.at(-1)!]
    const h = holder[best]!
    if (h >= 0) {
      waiting[h]! -= 1
      if (waiting[h] === 0) free.add(h)
    }
  }
  return ordered
}

/** For each stroke the smallest closed stroke that holds it, or -1. */
function holders(strokes: readonly Stroke[]): number[] {
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

function reversed(points: Float64Array): Float64Array {
  const back = new Float64Array(points.length)
  for (let i = 0; i < points.length; i += 2) {
    back[i] = points[points.length - 2 - i]!
    back[i + 1] = points[points.length - 1 - i]!
  }
  return back
}
