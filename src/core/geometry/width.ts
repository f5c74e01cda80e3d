import type { Polyline } from './flatten'
import type { Box } from './measure'
import { lengthOfVector, type Point } from './point'
import { isInside, lengthsAlong, nearestOn, polylineArea, polylineBox } from './polyline'
import { SpatialIndex } from './spatial-index'

/** A narrow place: how wide, where its middle is, and how the walls beside it stand to each other. */
export type Narrow = {
  width: number
  at: Point /** degrees between the walls, 0 where they run side by side */
  wedge: number
}

/** Points asked along the edge, mm apart at most. */
const STEP = 0.4
/** How far along a neck or strip is looked whether it goes on, in limits, and in how many steps. */
const ASIDE = 0.6
const STEPS_ASIDE = 3
/** Walls that stand at more than this to each other are a corner, not a strip, degrees. */
const WIDEST_WEDGE = 40

/**
 * The narrowest place of a region that is narrower than `limit`, by its medial axis: the greatest ball that touches
 * the edge in a point and lies in the region is found by shrinking (Ma, Bae and Choi 2012, "3D medial axis point
 * approximation using nearest neighbors and the normal field", from memory; in the plane). The ball's diameter is the
 * width there; where its two points of touch face each other at a corner rather than across a strip, it does not count.
 * @param ring the outer edge, closed
 * @param holes edges of openings, closed
 * @param slits open cuts within, which part the region as edges do
 * @returns null where the region is at least `limit` wide throughout
 */
export function narrowestPlace(
  ring: Polyline,
  holes: readonly Polyline[],
  slits: readonly Polyline[],
  limit: number,
): Narrow | null {
  const walls = [ring, ...holes, ...slits]
  const stretches = walls.flatMap((wall, w) =>
    Array.from({ length: wall.length / 2 - 1 }, (_, i) => ({ w, i })),
  )
  const boxes = stretches.map(({ w, i }) => polylineBox(walls[w]!.subarray(2 * i, 2 * i + 4)))
  const index = new SpatialIndex(boxes)
  const facing = facingStretches(walls, stretches, boxes, index, limit)
  /** The nearest edge point within `reach` of a place. */
  const nearest: Nearest = (x, y, reach) => {
    let best: { x: number; y: number; by: number } | null = null
    for (const k of index.meeting({ minX: x, minY: y, maxX: x, maxY: y }, reach)) {
      const { w, i } = stretches[k]!
      const near = nearestOn(walls[w]!, i, x, y)
      if (near.distance < (best?.by ?? reach)) best = { x: near.x, y: near.y, by: near.distance }
    }
    return best
  }
  let narrow: Narrow | null = null
  const within = (x: number, y: number) =>
    isInside({ x, y }, ring) && !holes.some((hole) => isInside({ x, y }, hole))
  /**
   * Towards a tip the region narrows and ends; a neck or strip goes on both ways as wide as here, also where it bends:
   * the greatest balls are followed along it.
   */
  const goesOn = ({ at, width }: Narrow, normal: Point, way: 1 | -1): boolean => {
    const step = (ASIDE * limit) / STEPS_ASIDE
    let from = at
    let along = { x: -way * normal.y, y: way * normal.x }
    for (let k = 0; k < STEPS_ASIDE; k += 1) {
      const [x, y] = [from.x + along.x * step, from.y + along.y * step]
      if (!within(x, y)) return false
      const edge = nearest(x, y, limit / 2)
      if (!edge) return true
      if (edge.by < 1e-6) return false
      const away = { x: (x - edge.x) / edge.by, y: (y - edge.y) / edge.by }
      const { r } = greatestBall(edge, away, limit / 2, nearest)
      if (2 * r < 0.9 * width) return false
      const next = { x: edge.x + away.x * r, y: edge.y + away.y * r }
      const went = lengthOfVector(next.x - from.x, next.y - from.y)
      if (went > 1e-3) along = { x: (next.x - from.x) / went, y: (next.y - from.y) / went }
      from = next
    }
    return true
  }
  const ask = (p: Point, normal: Point) => {
    const found = widthAt(p, normal, narrow?.width ?? limit, nearest)
    if (found && goesOn(found, normal, 1) && goesOn(found, normal, -1)) narrow = found
  }
  walls.forEach((wall, w) => {
    const closed = w <= holes.length
    // The region lies on one hand of a closed wall, and on both of a slit.
    const inward = closed ? (polylineArea(wall) > 0 === (w === 0) ? 1 : -1) : 0
    for (const side of inward === 0 ? [1, -1] : [inward]) askAlong(wall, side, closed, facing[w]!, ask)
    if (!closed) for (const end of [0, wall.length - 2]) askRound({ x: wall[end]!, y: wall[end + 1]! }, ask)
  })
  return narrow
}

/**
 * For each wall which of its stretches have another wall, or another part of their own, within the limit: only these
 * can bound a narrow place. What lies next to a stretch along its wall does not count.
 */
function facingStretches(
  walls: readonly Polyline[],
  stretches: readonly { w: number; i: number }[],
  boxes: readonly Box[],
  index: SpatialIndex,
  limit: number,
): Uint8Array[] {
  const along = walls.map(lengthsAlong)
  const facing = walls.map((wall) => new Uint8Array(Math.max(0, wall.length / 2 - 1)))
  stretches.forEach(({ w, i }, k) => {
    const sums = along[w]!
    const total = sums[sums.length - 1]!
    const others = index.meeting(boxes[k]!, limit)
    const faces = others.some((j) => {
      const other = stretches[j]!
      if (other.w !== w) return true
      const [low, high] = i < other.i ? [i, other.i] : [other.i, i]
      const between = sums[high]! - sums[low + 1]!
      return high > low && Math.min(between, total - (sums[high + 1]! - sums[low]!)) > 2 * limit
    })
    if (faces) facing[w]![i] = 1
  })
  return facing
}

type Ask = (p: Point, normal: Point) => void

/** Asks at points along a wall, and round its corners that point into the region. */
function askAlong(wall: Polyline, side: number, closed: boolean, facing: Uint8Array, ask: Ask): void {
  const count = wall.length / 2 - 1
  let before: Point | null = closed ? normalOf(wall, count - 1, side) : null
  for (let i = 0; i < count; i += 1) {
    const normal = normalOf(wall, i, side)
    if (!normal) continue
    const [ax, ay] = [wall[2 * i]!, wall[2 * i + 1]!]
    const [dx, dy] = [wall[2 * i + 2]! - ax, wall[2 * i + 3]! - ay]
    if (before && (facing[i] || facing[(i + count - 1) % count]))
      askCorner({ x: ax, y: ay }, before, normal, side, ask)
    before = normal
    if (!facing[i]) continue
    const steps = Math.max(1, Math.ceil(lengthOfVector(dx, dy) / STEP))
    for (let k = 0; k < steps; k += 1) {
      const t = (k + 0.5) / steps
      ask({ x: ax + t * dx, y: ay + t * dy }, normal)
    }
  }
}

/** The unit normal of one stretch on the given hand; null for a stretch without length. */
function normalOf(wall: Polyline, i: number, side: number): Point | null {
  const dx = wall[2 * i + 2]! - wall[2 * i]!
  const dy = wall[2 * i + 3]! - wall[2 * i + 1]!
  const length = lengthOfVector(dx, dy)
  return length === 0 ? null : { x: (-dy / length) * side, y: (dx / length) * side }
}

/** Round a corner that points into the region the normal turns from that of one side to that of the other. */
function askCorner(p: Point, from: Point, to: Point, side: number, ask: Ask): void {
  const turn = Math.atan2(from.x * to.y - from.y * to.x, from.x * to.x + from.y * to.y)
  if (turn * side >= -0.05) return
  const steps = Math.ceil(Math.abs(turn) / 0.2)
  for (let k = 0; k <= steps; k += 1) {
    const angle = (turn * k) / steps
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    ask(p, { x: c * from.x - s * from.y, y: s * from.x + c * from.y })
  }
}

/** Round the free end of a slit the normal points everywhere. */
function askRound(p: Point, ask: Ask): void {
  for (let k = 0; k < 24; k += 1) ask(p, { x: Math.cos((k * Math.PI) / 12), y: Math.sin((k * Math.PI) / 12) })
}

type Nearest = (x: number, y: number, reach: number) => { x: number; y: number; by: number } | null

/**
 * Shrinks the ball that touches the edge in `p` until no edge is in it.
 * @param most its radius where no edge is in it from the beginning
 * @returns its radius, 0 where there is no such ball, and where it touches the edge once more
 */
function greatestBall(
  p: Point,
  normal: Point,
  most: number,
  nearest: Nearest,
): { r: number; touch: Point | null } {
  let r = most
  let touch: Point | null = null
  for (let round = 0; round < 30; round += 1) {
    const c = { x: p.x + normal.x * r, y: p.y + normal.y * r }
    const q = nearest(c.x, c.y, r * (1 - 1e-6))
    if (!q || q.by > r - 1e-4) break
    const [ex, ey] = [q.x - p.x, q.y - p.y]
    const across = 2 * (normal.x * ex + normal.y * ey)
    if (across <= 1e-9) return { r: 0, touch: null }
    const next = (ex * ex + ey * ey) / across
    touch = q
    if (next >= r - 1e-6) break
    r = next
    if (r < 1e-3) return { r: 0, touch: null }
  }
  return { r, touch }
}

/** The width at the ball that touches the edge in `p`; null where it is not under `limit`, or no strip. */
function widthAt(p: Point, normal: Point, limit: number, nearest: Nearest): Narrow | null {
  const { r, touch } = greatestBall(p, normal, limit / 2, nearest)
  if (!touch) return null
  const c = { x: p.x + normal.x * r, y: p.y + normal.y * r }
  const facing =
    ((p.x - c.x) * (touch.x - c.x) + (p.y - c.y) * (touch.y - c.y)) /
    (r * lengthOfVector(touch.x - c.x, touch.y - c.y))
  const wedge = 180 - (Math.acos(Math.max(-1, Math.min(1, facing))) * 180) / Math.PI
  return wedge <= WIDEST_WEDGE && 2 * r < limit ? { width: 2 * r, at: c, wedge } : null
}
