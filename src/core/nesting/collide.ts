import type { Solid } from './solid'

/** Deeper than this, in mm² of the triangle it spans, an edge counts as crossing another; touching is no crossing. */
const TOUCH = 1e-4
const EDGE = 1e-6

/** Whether two solids share inner area, each moved by its own x and y. */
export function collide(a: Solid, ax: number, ay: number, b: Solid, bx: number, by: number): boolean {
  const dx = ax - bx
  const dy = ay - by
  // All in the frame of b.
  const minX = Math.max(a.box.minX + dx, b.box.minX)
  const maxX = Math.min(a.box.maxX + dx, b.box.maxX)
  const minY = Math.max(a.box.minY + dy, b.box.minY)
  const maxY = Math.min(a.box.maxY + dy, b.box.maxY)
  if (maxX - minX <= EDGE || maxY - minY <= EDGE) return false
  for (let r = 0; r < a.rings.length; r += 1) {
    const p = a.rings[r]!
    let x1 = p[0]! + dx
    let y1 = p[1]! + dy
    for (let i = 2; i < p.length; i += 2) {
      const x2 = p[i]! + dx
      const y2 = p[i + 1]! + dy
      const lowX = Math.min(x1, x2)
      const highX = Math.max(x1, x2)
      const lowY = Math.min(y1, y2)
      const highY = Math.max(y1, y2)
      if (lowX <= maxX && highX >= minX && lowY <= maxY && highY >= minY) {
        for (let s = 0; s < b.rings.length; s += 1) {
          const box = b.boxes[s]!
          if (lowX >= box.maxX || highX <= box.minX || lowY >= box.maxY || highY <= box.minY) continue
          if (crossesRing(b.rings[s]!, x1, y1, x2, y2, lowX, highX, lowY, highY)) return true
        }
      }
      x1 = x2
      y1 = y2
    }
  }
  // Sides that run along one another do not cross: then the middle of what the boxes share lies in both.
  const x = (minX + maxX) / 2
  const y = (minY + maxY) / 2
  if (holds(b, x, y) && holds(a, x - dx, y - dy)) return true
  return holds(b, a.poles[0]! + dx, a.poles[1]! + dy) || holds(a, b.poles[0]! - dx, b.poles[1]! - dy)
}

function crossesRing(
  q: Float64Array,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  lowX: number,
  highX: number,
  lowY: number,
  highY: number,
): boolean {
  const ux = x2 - x1
  const uy = y2 - y1
  let cx = q[0]!
  let cy = q[1]!
  for (let j = 2; j < q.length; j += 2) {
    const ex = q[j]!
    const ey = q[j + 1]!
    if (
      !(
        (cx < lowX && ex < lowX) ||
        (cx > highX && ex > highX) ||
        (cy < lowY && ey < lowY) ||
        (cy > highY && ey > highY)
      )
    ) {
      const t1 = ux * (cy - y1) - uy * (cx - x1)
      const t2 = ux * (ey - y1) - uy * (ex - x1)
      if ((t1 > TOUCH && t2 < -TOUCH) || (t1 < -TOUCH && t2 > TOUCH)) {
        const vx = ex - cx
        const vy = ey - cy
        const t3 = vx * (y1 - cy) - vy * (x1 - cx)
        const t4 = vx * (y2 - cy) - vy * (x2 - cx)
        if ((t3 > TOUCH && t4 < -TOUCH) || (t3 < -TOUCH && t4 > TOUCH)) return true
      }
    }
    cx = ex
    cy = ey
  }
  return false
}

/** Whether a point lies in the material of a solid. */
function holds(s: Solid, x: number, y: number): boolean {
  if (x <= s.box.minX || x >= s.box.maxX || y <= s.box.minY || y >= s.box.maxY) return false
  let inside = false
  for (const p of s.rings)
    for (let i = 2; i < p.length; i += 2) {
      const ay = p[i - 1]!
      const by = p[i + 1]!
      if (ay > y !== by > y && x < p[i - 2]! + ((y - ay) / (by - ay)) * (p[i]! - p[i - 2]!)) inside = !inside
    }
  return inside
}

/**
 * How much two colliding solids overlap, by the circles that fill them: the deeper and the larger the circles that
 * meet, the more; it falls smoothly towards nothing as they part (after Gardeyn, Vanden
 * Berghe and Wauters 2025, "An open-source heuristic to reboot 2D nesting research", from memory).
 * @param soft mm over which it falls off
 */
export function overlapOf(
  a: Solid,
  ax: number,
  ay: number,
  b: Solid,
  bx: number,
  by: number,
  soft: number,
): number {
  const dx = ax - bx
  const dy = ay - by
  const p = a.poles
  const q = b.poles
  let sum = 0
  for (let i = 0; i < p.length; i += 3) {
    const x = p[i]! + dx
    const y = p[i + 1]! + dy
    const r = p[i + 2]!
    for (let j = 0; j < q.length; j += 3) {
      const u = x - q[j]!
      const v = y - q[j + 1]!
      const s = q[j + 2]!
      const deep = r + s - Math.sqrt(u * u + v * v)
      sum += (deep >= soft ? deep : (soft * soft) / (2 * soft - deep)) * Math.min(r, s)
    }
  }
  return Math.sqrt(sum + soft * soft)
}
