import type { Polyline } from '../geometry/flatten'
import { lengthOfVector } from '../geometry/point'

/** A closed polyline that goes on over its start by `by` mm, so that the ends of the cut meet. */
export function overrun(points: Polyline, by: number): Polyline {
  if (by <= 0) return points
  const out = Array.from(points)
  let left = by
  for (let i = 2; i < points.length && left > 0; i += 2) {
    const [ax, ay, bx, by2] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!]
    const length = lengthOfVector(bx - ax, by2 - ay)
    const t = length > left ? left / length : 1
    out.push(ax + t * (bx - ax), ay + t * (by2 - ay))
    left -= length
  }
  return Float64Array.from(out)
}

/** Corners sharper than this turn the blade on the spot; below, it swings round by itself, degrees. */
const SWIVEL = 12
/** Degrees from point to point of the arc in which a blade is turned. */
const ARC_STEP = 10

/**
 * The way of the pivot of a drag knife whose tip trails it by `offset` mm: it runs ahead of the tip along each stretch,
 * and at a corner goes round in an arc about the tip until the blade points along the next stretch.
 */
export function pivotPath(points: Polyline, offset: number): Polyline {
  if (offset <= 0 || points.length < 4) return points
  const out: number[] = []
  let heading: number | null = null
  for (let i = 2; i < points.length; i += 2) {
    const [ax, ay, bx, by] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!]
    if (ax === bx && ay === by) continue
    const next = Math.atan2(by - ay, bx - ax)
    if (heading === null) out.push(ax + offset * Math.cos(next), ay + offset * Math.sin(next))
    else {
      const turn = Math.atan2(Math.sin(next - heading), Math.cos(next - heading))
      const steps =
        Math.abs(turn) * (180 / Math.PI) < SWIVEL ? 1 : Math.ceil((Math.abs(turn) * 180) / Math.PI / ARC_STEP)
      for (let k = 1; k <= steps; k += 1) {
        const angle = heading + (turn * k) / steps
        out.push(ax + offset * Math.cos(angle), ay + offset * Math.sin(angle))
      }
    }
    out.push(bx + offset * Math.cos(next), by + offset * Math.sin(next))
    heading = next
  }
  return out.length >= 4 ? Float64Array.from(out) : points
}
