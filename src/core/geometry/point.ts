/** A point or vector in mm, x to the right, y down. */
export type Point = { x: number; y: number }

export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)

export const lerp = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
})

/** Distance from `p` to the straight stretch from `a` to `b`. */
export function distanceToStretch(p: Point, a: Point, b: Point): number {
  const dx = b.x - a.x
  const dy = b.y - a.y
  const square = dx * dx + dy * dy
  if (square === 0) return distance(p, a)
  const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square))
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy)
}
