import type { Affine } from './affine'
import type { Polyline } from './flatten'
import type { Box } from './measure'
import { lengthOfVector, type Point } from './point'

export const pointAt = (line: Polyline, index: number): Point => ({
  x: line[2 * index]!,
  y: line[2 * index + 1]!,
})

/** Whether `p` lies inside the closed polyline by the even-odd rule; a point on the edge may fall either way. */
export function isInside(p: Point, ring: Polyline): boolean {
  let inside = false
  for (let i = 2; i < ring.length; i += 2) {
    const ay = ring[i - 1]!
    const by = ring[i + 1]!
    if (ay > p.y !== by > p.y) {
      const ax = ring[i - 2]!
      if (p.x < ax + ((p.y - ay) / (by - ay)) * (ring[i]! - ax)) inside = !inside
    }
  }
  return inside
}

/** The least distance from `p` to the polyline in mm. */
export function distanceTo(p: Point, line: Polyline): number {
  if (line.length === 2) return lengthOfVector(p.x - line[0]!, p.y - line[1]!)
  // Plain numbers and squares: this is asked millions of times for a large drawing.
  let least = Infinity
  let ax = line[0]! - p.x
  let ay = line[1]! - p.y
  for (let i = 2; i < line.length; i += 2) {
    const bx = line[i]! - p.x
    const by = line[i + 1]! - p.y
    const dx = bx - ax
    const dy = by - ay
    const square = dx * dx + dy * dy
    const t = square === 0 ? 0 : Math.max(0, Math.min(1, -(ax * dx + ay * dy) / square))
    const x = ax + t * dx
    const y = ay + t * dy
    const distance = x * x + y * y
    if (distance < least) least = distance
    ax = bx
    ay = by
  }
  return Math.sqrt(least)
}

/** `count` points spread evenly along the polyline by length, the first half a step from its start. */
export function spread(line: Polyline, count: number): Point[] {
  const total = polylineLength(line)
  if (total === 0) return Array.from({ length: count }, () => pointAt(line, 0))
  const points: Point[] = []
  let behind = 0
  let i = 2
  let step = lengthOfVector(line[2]! - line[0]!, line[3]! - line[1]!)
  for (let k = 0; k < count; k += 1) {
    const along = ((k + 0.5) / count) * total
    while (behind + step < along && i + 2 < line.length) {
      behind += step
      i += 2
      step = lengthOfVector(line[i]! - line[i - 2]!, line[i + 1]! - line[i - 1]!)
    }
    const t = step > 0 ? (along - behind) / step : 0
    points.push({
      x: line[i - 2]! + t * (line[i]! - line[i - 2]!),
      y: line[i - 1]! + t * (line[i + 1]! - line[i - 1]!),
    })
  }
  return points
}

const SAMPLES = 7
const sampled = new WeakMap<Polyline, readonly Point[]>()

/** A few points spread along a polyline, remembered: nesting and binding ask for the same ones at every change. */
export function samplesOf(line: Polyline): readonly Point[] {
  const known = sampled.get(line)
  if (known) return known
  const samples = spread(line, SAMPLES)
  sampled.set(line, samples)
  return samples
}

/** Twice the signed area of the triangle a, b, c. */
const turn = (ax: number, ay: number, bx: number, by: number, cx: number, cy: number) =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)

/** Where two polylines cross in their inner parts; touching ends and shared edges do not count. */
export function crossings(a: Polyline, b: Polyline): Point[] {
  const found: Point[] = []
  for (let i = 2; i < a.length; i += 2) {
    const [ax, ay, bx, by] = [a[i - 2]!, a[i - 1]!, a[i]!, a[i + 1]!]
    for (let j = 2; j < b.length; j += 2) {
      const [cx, cy, dx, dy] = [b[j - 2]!, b[j - 1]!, b[j]!, b[j + 1]!]
      if (Math.max(ax, bx) < Math.min(cx, dx) || Math.max(cx, dx) < Math.min(ax, bx)) continue
      if (Math.max(ay, by) < Math.min(cy, dy) || Math.max(cy, dy) < Math.min(ay, by)) continue
      const t1 = turn(ax, ay, bx, by, cx, cy)
      const t2 = turn(ax, ay, bx, by, dx, dy)
      const t3 = turn(cx, cy, dx, dy, ax, ay)
      const t4 = turn(cx, cy, dx, dy, bx, by)
      if (t1 * t2 < 0 && t3 * t4 < 0) {
        const t = t3 / (t3 - t4)
        found.push({ x: ax + t * (bx - ax), y: ay + t * (by - ay) })
      }
    }
  }
  return found
}

/** The box of a polyline's points. */
export function polylineBox(line: Polyline): Box {
  let minX = Infinity
  let minY = Infinity
  let maxX = -Infinity
  let maxY = -Infinity
  for (let i = 0; i < line.length; i += 2) {
    const x = line[i]!
    const y = line[i + 1]!
    if (x < minX) minX = x
    if (x > maxX) maxX = x
    if (y < minY) minY = y
    if (y > maxY) maxY = y
  }
  return { minX, minY, maxX, maxY }
}

/** The signed area inside a closed polyline, mm². */
export function polylineArea(line: Polyline): number {
  let twice = 0
  for (let i = 2; i < line.length; i += 2) twice += line[i - 2]! * line[i + 1]! - line[i]! * line[i - 1]!
  return twice / 2
}

/** The length of a polyline, mm. */
export function polylineLength(line: Polyline): number {
  let length = 0
  for (let i = 2; i < line.length; i += 2)
    length += lengthOfVector(line[i]! - line[i - 2]!, line[i + 1]! - line[i - 1]!)
  return length
}

/** The point at the share `t` of one stretch of a polyline. */
export const pointAlong = (line: Polyline, stretch: number, t: number): Point => ({
  x: line[2 * stretch]! + t * (line[2 * stretch + 2]! - line[2 * stretch]!),
  y: line[2 * stretch + 1]! + t * (line[2 * stretch + 3]! - line[2 * stretch + 1]!),
})

/** The point of one stretch of a polyline that is nearest to a place. */
export function nearestOn(
  p: Polyline,
  stretch: number,
  x: number,
  y: number,
): { t: number; x: number; y: number; distance: number } {
  const ax = p[2 * stretch]!
  const ay = p[2 * stretch + 1]!
  const dx = p[2 * stretch + 2]! - ax
  const dy = p[2 * stretch + 3]! - ay
  const square = dx * dx + dy * dy
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square))
  const nx = ax + t * dx
  const ny = ay + t * dy
  return { t, x: nx, y: ny, distance: lengthOfVector(x - nx, y - ny) }
}

/** How far along a polyline each of its points lies, mm. */
export function lengthsAlong(line: Polyline): Float64Array {
  const lengths = new Float64Array(line.length / 2)
  for (let i = 1; i < lengths.length; i += 1)
    lengths[i] =
      lengths[i - 1]! + lengthOfVector(line[2 * i]! - line[2 * i - 2]!, line[2 * i + 1]! - line[2 * i - 1]!)
  return lengths
}

/** A polyline walked from its other end. */
export function reversedPolyline(line: Polyline): Polyline {
  const back = new Float64Array(line.length)
  for (let i = 0; i < line.length; i += 2) {
    back[i] = line[line.length - 2 - i]!
    back[i + 1] = line[line.length - 1 - i]!
  }
  return back
}

/** A polyline under an affine map. */
export function transformPolyline(line: Polyline, [a, b, c, d, e, f]: Affine): Polyline {
  const moved = new Float64Array(line.length)
  for (let i = 0; i < line.length; i += 2) {
    moved[i] = a * line[i]! + c * line[i + 1]! + e
    moved[i + 1] = b * line[i]! + d * line[i + 1]! + f
  }
  return moved
}

/** Points within a closed polyline: on a few level lines, where they lie in it. */
export function innerPoints(ring: Polyline): Point[] {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 1; i < ring.length; i += 2) {
    low = Math.min(low, ring[i]!)
    high = Math.max(high, ring[i]!)
  }
  return [0.5, 0.31, 0.69, 0.12, 0.88, 0.03, 0.97].flatMap((share) => {
    const y = low + share * (high - low)
    const xs: number[] = []
    for (let i = 0; i + 3 < ring.length; i += 2) {
      const [ax, ay, bx, by] = [ring[i]!, ring[i + 1]!, ring[i + 2]!, ring[i + 3]!]
      if (ay <= y !== by <= y) xs.push(ax + ((y - ay) / (by - ay)) * (bx - ax))
    }
    xs.sort((a, b) => a - b)
    return xs.flatMap((x, k) => {
      const next = xs[k + 1]
      if (k % 2 === 1 || next === undefined || next - x < 0.01) return []
      return [0.5, 0.04, 0.96].map((t) => ({ x: x + t * (next - x), y }))
    })
  })
}
