import { arcByCentre } from '../geometry/arc'
import type { Contour, Segment } from '../geometry/path'
import type { Point } from '../geometry/point'

/** How far the rounding may stray from an arc, mm. */
const TOLERANCE = 0.002

/**
 * A closed polygon whose corners are rounded by arcs.
 * @param radii mm, one a corner; 0 keeps it sharp
 */
export function rounded(points: readonly Point[], radii: readonly number[]): Contour {
  const count = points.length
  const segments: Segment[] = []
  points.forEach((p, i) => {
    const radius = radii[i]!
    if (radius <= 0) {
      segments.push({ to: p })
      return
    }
    const a = unit(points[(i + count - 1) % count]!, p)
    const b = unit(p, points[(i + 1) % count]!)
    const turn = Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y)
    const back = radius * Math.tan(Math.abs(turn) / 2)
    const begin = { x: p.x - back * a.x, y: p.y - back * a.y }
    const side = Math.sign(turn)
    const centre = { x: begin.x - side * radius * a.y, y: begin.y + side * radius * a.x }
    const from = Math.atan2(begin.y - centre.y, begin.x - centre.x)
    segments.push({ to: begin }, ...arcByCentre(centre, radius, radius, 0, from, turn, TOLERANCE))
  })
  return { start: segments.at(-1)!.to, segments, closed: true }
}

function unit(from: Point, to: Point): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
}
