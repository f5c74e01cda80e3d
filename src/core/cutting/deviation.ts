import { boxesMeet } from '../geometry/measure'
import { distanceTo, polylineBox } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'

/**
 * The greatest distance in mm between a planned path and one that was really drawn: each point of either is measured
 * to the other (Hausdorff distance at the points). Infinity where one of them is empty and the other is not.
 */
export function greatestDeviation(planned: readonly Float64Array[], drawn: readonly Float64Array[]): number {
  if (planned.length === 0 && drawn.length === 0) return 0
  if (planned.length === 0 || drawn.length === 0) return Infinity
  return Math.max(oneWay(planned, drawn), oneWay(drawn, planned))
}

function oneWay(from: readonly Float64Array[], to: readonly Float64Array[]): number {
  const boxes = to.map(polylineBox)
  const index = new SpatialIndex(boxes)
  let greatest = 0
  for (const line of from)
    for (let i = 0; i < line.length; i += 2) {
      const p = { x: line[i]!, y: line[i + 1]! }
      const at = { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }
      let least = Infinity
      for (let reach = 0.1; ; reach *= 8) {
        for (const k of index.meeting(at, reach)) least = Math.min(least, distanceTo(p, to[k]!))
        // A line outside the reach cannot be nearer than the reach.
        if (least <= reach || boxes.every((b) => boxesMeet(b, at, reach))) break
      }
      greatest = Math.max(greatest, least)
    }
  return greatest
}
