import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'

export type Circle = Point & { radius: number }

/**
 * The smallest circle around the points of a polyline, mm (Welzl 1991, "Smallest enclosing disks", in its form without
 * recursion, from memory). Points are taken by turns from both ends and the midst, which is random enough for outlines.
 */
export function enclosingCircle(polyline: Polyline): Circle {
  const points: Point[] = []
  for (let i = 0; i < polyline.length; i += 2) points.push({ x: polyline[i]!, y: polyline[i + 1]! })
  const n = points.length
  // A step that shares no divisor with their number visits each once, and neighbours late.
  let step = Math.max(1, Math.floor(n * 0.618))
  while (commonDivisor(step, n) > 1) step += 1
  const order = points.map((_, i) => points[(i * step) % n]!)
  let circle: Circle = { ...(order[0] ?? { x: 0, y: 0 }), radius: 0 }
  order.forEach((p, i) => {
    if (holds(circle, p)) return
    circle = { ...p, radius: 0 }
    for (let j = 0; j < i; j += 1) {
      if (holds(circle, order[j]!)) continue
      circle = ofTwo(p, order[j]!)
      for (let k = 0; k < j; k += 1)
        if (!holds(circle, order[k]!)) circle = ofThree(p, order[j]!, order[k]!) ?? circle
    }
  })
  return circle
}

const commonDivisor = (a: number, b: number): number => (b === 0 ? a : commonDivisor(b, a % b))

const holds = ({ x, y, radius }: Circle, p: Point) => Math.hypot(p.x - x, p.y - y) <= radius + 1e-9

const ofTwo = (a: Point, b: Point): Circle => ({
  x: (a.x + b.x) / 2,
  y: (a.y + b.y) / 2,
  radius: Math.hypot(a.x - b.x, a.y - b.y) / 2,
})

/** The circle through three points; null where they lie on a straight line. */
function ofThree(a: Point, b: Point, c: Point): Circle | null {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y]
  const det = 2 * (bx * cy - by * cx)
  if (Math.abs(det) < 1e-12) return null
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy]
  const [x, y] = [(cy * bb - by * cc) / det, (bx * cc - cx * bb) / det]
  return { x: a.x + x, y: a.y + y, radius: Math.hypot(x, y) }
}
