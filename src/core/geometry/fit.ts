import { cubicAt } from './measure'
import type { Contour, Segment } from './path'
import { lengthOfVector, type Point } from './point'

/**
 * Fits cubic curves to points (Schneider 1990, "An algorithm for automatically fitting digitized curves", Graphics
 * Gems): least squares for the two handles, points moved to where the curve is nearest (Newton), split where it
 * strays most.
 */

type Fit = { segments: Segment[]; deviation: number }

/** A chain of points as curves within `tolerance`; the ends keep their directions where these are given. */
export function fitCurve(points: readonly Point[], tolerance: number, start?: Point, end?: Point): Fit {
  const n = points.length
  if (n < 2) return { segments: [], deviation: 0 }
  const out = start ?? tangent(points, 0, 1)
  const back = end ?? tangent(points, n - 1, -1)
  return fitCubic(points, 0, n - 1, out, back, tolerance)
}

/**
 * A closed chain of points (the first not repeated) as a closed contour within `tolerance`.
 * @param corner turns of more degrees than this, seen over `reach`, stay corners; the rest becomes smooth
 * @returns the contour, and the greatest distance of a point from it
 */
export function fitClosed(
  points: readonly Point[],
  tolerance: number,
  corner: number,
  reach: number,
): { contour: Contour; deviation: number } | null {
  if (points.length < 3) return null
  const corners = cornersOf(points, corner, reach)
  const n = points.length
  // Without corners the curve begins anywhere and joins itself smoothly.
  const starts = corners.length > 0 ? corners : [0]
  let deviation = 0
  const segments: Segment[] = []
  starts.forEach((from, k) => {
    const to = starts[(k + 1) % starts.length]!
    const count = ((to - from + n - 1) % n) + 1
    const run = Array.from({ length: count + 1 }, (_, i) => points[(from + i) % n]!)
    const seam = corners.length === 0 ? centred(points, 0) : undefined
    const fit = fitCurve(run, tolerance, seam, seam && { x: -seam.x, y: -seam.y })
    segments.push(...fit.segments)
    deviation = Math.max(deviation, fit.deviation)
  })
  const start = points[starts[0]!]!
  segments.at(-1)!.to = start
  return { contour: { start, segments, closed: true }, deviation }
}

/** Positions where a closed chain turns by more than `degrees` within `reach` on both sides, sharpest of each place. */
function cornersOf(points: readonly Point[], degrees: number, reach: number): number[] {
  const n = points.length
  const ahead = (i: number, step: 1 | -1): Point => {
    let length = 0
    let at = points[i]!
    for (let k = 1; k < n; k += 1) {
      const p = points[(((i + step * k) % n) + n) % n]!
      length += lengthOfVector(p.x - at.x, p.y - at.y)
      at = p
      if (length >= reach) break
    }
    return at
  }
  const turn = points.map((p, i) => {
    const [a, b] = [ahead(i, -1), ahead(i, 1)]
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y]
    return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) * (180 / Math.PI)
  })
  const found: number[] = []
  for (let i = 0; i < n; i += 1) {
    if (turn[i]! < degrees) continue
    let sharpest = true
    let length = 0
    for (let k = 1; k < n && length < reach && sharpest; k += 1) {
      const [before, after] = [(((i - k) % n) + n) % n, (i + k) % n]
      length += lengthOfVector(
        points[after]!.x - points[(i + k - 1) % n]!.x,
        points[after]!.y - points[(i + k - 1) % n]!.y,
      )
      if (turn[before]! > turn[i]! || turn[after]! > turn[i]! || (turn[before] === turn[i] && before < i))
        sharpest = false
    }
    if (sharpest) found.push(i)
  }
  return found
}

/** The direction of a chain at one of its ends, over a few points so that the pixels' steps do not show. */
function tangent(points: readonly Point[], at: number, step: 1 | -1): Point {
  const p = points[at]!
  const reach = Math.min(points.length - 1, 4)
  let [x, y] = [0, 0]
  for (let k = 1; k <= reach; k += 1) {
    const q = points[at + step * k]!
    x += (q.x - p.x) / k
    y += (q.y - p.y) / k
  }
  return unit({ x, y })
}

/** The direction of a closed chain at a point, from what lies on both sides. */
function centred(points: readonly Point[], at: number): Point {
  const n = points.length
  const [a, b] = [points[(at - 3 + n) % n]!, points[(at + 3) % n]!]
  return unit({ x: b.x - a.x, y: b.y - a.y })
}

const unit = (p: Point): Point => {
  const length = lengthOfVector(p.x, p.y) || 1
  return { x: p.x / length, y: p.y / length }
}

function fitCubic(
  points: readonly Point[],
  from: number,
  to: number,
  out: Point,
  back: Point,
  tolerance: number,
): Fit {
  const [a, b] = [points[from]!, points[to]!]
  if (to - from === 1) return { segments: [{ to: b }], deviation: 0 }
  const straight = strayFromChord(points, from, to)
  if (straight <= tolerance * 0.6) return { segments: [{ to: b }], deviation: straight }
  let u = chordLengths(points, from, to)
  let worst = { at: 0, by: Number.POSITIVE_INFINITY }
  for (let round = 0; round < 5; round += 1) {
    const segment = handles(points, from, to, u, out, back)
    worst = strayFrom(points, from, to, u, a, segment)
    if (worst.by <= tolerance) return { segments: [segment], deviation: worst.by }
    if (worst.by > 16 * tolerance) break
    u = reparameterised(points, from, u, a, segment)
  }
  const middle = Math.max(from + 1, Math.min(to - 1, worst.at))
  const through = unit({
    x: points[Math.max(from, middle - 2)]!.x - points[Math.min(to, middle + 2)]!.x,
    y: points[Math.max(from, middle - 2)]!.y - points[Math.min(to, middle + 2)]!.y,
  })
  const first = fitCubic(points, from, middle, out, through, tolerance)
  const second = fitCubic(points, middle, to, { x: -through.x, y: -through.y }, back, tolerance)
  return {
    segments: [...first.segments, ...second.segments],
    deviation: Math.max(first.deviation, second.deviation),
  }
}

function strayFromChord(points: readonly Point[], from: number, to: number): number {
  const [a, b] = [points[from]!, points[to]!]
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const square = dx * dx + dy * dy
  let most = 0
  for (let i = from + 1; i < to; i += 1) {
    const [px, py] = [points[i]!.x - a.x, points[i]!.y - a.y]
    const t = square === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / square))
    most = Math.max(most, lengthOfVector(px - t * dx, py - t * dy))
  }
  return most
}

function chordLengths(points: readonly Point[], from: number, to: number): Float64Array {
  const u = new Float64Array(to - from + 1)
  for (let i = 1; i < u.length; i += 1)
    u[i] =
      u[i - 1]! +
      lengthOfVector(
        points[from + i]!.x - points[from + i - 1]!.x,
        points[from + i]!.y - points[from + i - 1]!.y,
      )
  const total = u[u.length - 1]! || 1
  for (let i = 1; i < u.length; i += 1) u[i] = u[i]! / total
  return u
}

/** The handles that fit best in the least squares sense, along the given directions. */
function handles(
  points: readonly Point[],
  from: number,
  to: number,
  u: Float64Array,
  out: Point,
  back: Point,
): Segment {
  const [a, d] = [points[from]!, points[to]!]
  let c00 = 0
  let c01 = 0
  let c11 = 0
  let x0 = 0
  let x1 = 0
  for (let i = 0; i < u.length; i += 1) {
    const t = u[i]!
    const s = 1 - t
    const [b0, b1, b2, b3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    const [ax, ay] = [out.x * b1, out.y * b1]
    const [bx, by] = [back.x * b2, back.y * b2]
    c00 += ax * ax + ay * ay
    c01 += ax * bx + ay * by
    c11 += bx * bx + by * by
    const px = points[from + i]!.x - (a.x * (b0 + b1) + d.x * (b2 + b3))
    const py = points[from + i]!.y - (a.y * (b0 + b1) + d.y * (b2 + b3))
    x0 += ax * px + ay * py
    x1 += bx * px + by * py
  }
  const det = c00 * c11 - c01 * c01
  const chord = lengthOfVector(d.x - a.x, d.y - a.y)
  let [left, right] = det === 0 ? [0, 0] : [(x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det]
  // Handles that point backwards or nowhere make loops: a third of the chord is what Schneider falls back to.
  if (left < 1e-6 * chord || right < 1e-6 * chord) [left, right] = [chord / 3, chord / 3]
  return {
    c1: { x: a.x + out.x * left, y: a.y + out.y * left },
    c2: { x: d.x + back.x * right, y: d.y + back.y * right },
    to: d,
  }
}

const at = (a: Point, { c1, c2, to }: Segment, t: number): Point => ({
  x: cubicAt(a.x, c1!.x, c2!.x, to.x, t),
  y: cubicAt(a.y, c1!.y, c2!.y, to.y, t),
})

function strayFrom(
  points: readonly Point[],
  from: number,
  to: number,
  u: Float64Array,
  a: Point,
  segment: Segment,
) {
  const worst = { at: (from + to) >> 1, by: 0 }
  for (let i = 1; i < u.length - 1; i += 1) {
    const p = at(a, segment, u[i]!)
    const by = lengthOfVector(p.x - points[from + i]!.x, p.y - points[from + i]!.y)
    if (by > worst.by) Object.assign(worst, { at: from + i, by })
  }
  return worst
}

/** Each parameter moved by a step of Newton's method towards where the curve is nearest to its point. */
function reparameterised(
  points: readonly Point[],
  from: number,
  u: Float64Array,
  a: Point,
  segment: Segment,
): Float64Array {
  const { c1, c2, to: d } = segment as Required<Segment>
  return u.map((t, i) => {
    const s = 1 - t
    const p = at(a, segment, t)
    const slope = (k: 'x' | 'y') =>
      3 * (s * s * (c1[k] - a[k]) + 2 * s * t * (c2[k] - c1[k]) + t * t * (d[k] - c2[k]))
    const bend = (k: 'x' | 'y') => 6 * (s * (c2[k] - 2 * c1[k] + a[k]) + t * (d[k] - 2 * c2[k] + c1[k]))
    const [ex, ey] = [p.x - points[from + i]!.x, p.y - points[from + i]!.y]
    const [dx, dy] = [slope('x'), slope('y')]
    const below = dx * dx + dy * dy + ex * bend('x') + ey * bend('y')
    return below === 0 ? t : Math.max(0, Math.min(1, t - (ex * dx + ey * dy) / below))
  })
}
