import { arcByCentre } from '../geometry/arc'
import type { Segment } from '../geometry/path'
import type { Point } from '../geometry/point'

/** A corner in numbers, mm in the frame of its panel: x along the foot, y away from it. */
export type Node = { to: Point; bulge: number; round: number }

/** How far an arc's curves may stray from it, mm. */
const TOLERANCE = 0.002

/** A stretch of an edge from one corner to the next: its segments, and where it begins. */
export type Stretch = { from: Point; to: Point; segments: Segment[]; isStraight: boolean }

/**
 * The stretches from a point over corners, each an arc or straight; rounded corners take away from both sides of
 * theirs. An arc's bulge is the tangent of a quarter of its angle (as DXF has it), outwards where greater than nought.
 */
export function stretchesOver(start: Point, nodes: readonly Node[]): Stretch[] {
  const stretches: Stretch[] = []
  let from = start
  for (const [i, node] of nodes.entries()) {
    const before = i === 0 ? start : nodes[i - 1]!.to
    const next = nodes[i + 1]
    if (node.round > 0 && next && next.bulge === 0 && node.bulge === 0) {
      const { begin, arc, end } = fillet(before, node.to, next.to, node.round)
      stretches.push({ from, to: end, segments: [{ to: begin }, ...arc], isStraight: false })
      from = end
    } else {
      const segments = node.bulge === 0 ? [{ to: node.to }] : arcOver(from, node.to, node.bulge)
      stretches.push({ from, to: node.to, segments, isStraight: node.bulge === 0 })
      from = node.to
    }
  }
  return stretches
}

/** An arc from one point to another by its bulge; y away from the foot, walked with the outside on the left. */
function arcOver(from: Point, to: Point, bulge: number): Segment[] {
  // Outside is on the left of the way, so that an arc that bulges outwards turns right.
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const sweep = -4 * Math.atan(bulge)
  const offset = (1 / bulge - bulge) / 4
  const centre = { x: (from.x + to.x) / 2 + dy * offset, y: (from.y + to.y) / 2 - dx * offset }
  const radius = Math.hypot(from.x - centre.x, from.y - centre.y)
  const angle = Math.atan2(from.y - centre.y, from.x - centre.x)
  const arc = arcByCentre(centre, radius, radius, 0, angle, sweep, TOLERANCE)
  return arc.length > 0 ? [...arc.slice(0, -1), { ...arc.at(-1)!, to }] : [{ to }]
}

function fillet(a: Point, p: Point, b: Point, radius: number) {
  const [u, v] = [unit(a, p), unit(p, b)]
  const turn = Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y)
  const back = radius * Math.tan(Math.abs(turn) / 2)
  const begin = { x: p.x - back * u.x, y: p.y - back * u.y }
  const end = { x: p.x + back * v.x, y: p.y + back * v.y }
  if (Math.abs(turn) < 1e-6) return { begin: p, arc: [] as Segment[], end: p }
  const side = Math.sign(turn)
  const centre = { x: begin.x - side * radius * u.y, y: begin.y + side * radius * u.x }
  const from = Math.atan2(begin.y - centre.y, begin.x - centre.x)
  return { begin, arc: arcByCentre(centre, radius, radius, 0, from, turn, TOLERANCE), end }
}

function unit(from: Point, to: Point): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
}
