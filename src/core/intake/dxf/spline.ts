import type { Contour, Segment } from '../../geometry/path'
import { distance, type Point } from '../../geometry/point'

/** A B-spline as DXF states it. */
export type Spline = {
  degree: number
  knots: number[]
  control: Point[]
  /** one for each control point; all 1 where it is not rational */
  weights: number[]
}

/**
 * Cubic curves along a B-spline. Each knot span becomes a Hermite cubic, exact for a span that is a polynomial of
 * degree three or less, and is halved while it strays from the spline (Piegl and Tiller, "The NURBS Book", algorithms
 * A3.1 and A4.1, from memory; the tests measure it).
 * @param tolerance in the unit of the control points
 * @returns null for a spline whose numbers do not fit together
 */
export function splineContour(spline: Spline, closed: boolean, tolerance: number): Contour | null {
  const { degree, knots, control } = spline
  const n = control.length
  if (degree < 1 || degree > 25 || n <= degree || knots.length < n + degree + 1) return null
  if (knots.some((k, i) => !Number.isFinite(k) || (i > 0 && k < knots[i - 1]!))) return null
  if (control.some((p) => !Number.isFinite(p.x + p.y))) return null
  const segments: Segment[] = []
  const start = evaluate(spline, knots[degree]!, degree)
  for (let span = degree; span < n; span += 1) {
    const [a, b] = [knots[span]!, knots[span + 1]!]
    if (b - a < 1e-12) continue
    // What is still strayed from after so many curves is no line that a tool could follow.
    const deepest = segments.length < MOST_CURVES ? DEEPEST : 0
    segments.push(...hermite(spline, span, a, b, tolerance, DEEPEST - deepest))
  }
  if (segments.length === 0) return null
  return { start, segments, closed }
}

/** The point of a spline at `u` in a knot span, by de Boor's algorithm in homogeneous coordinates. */
function evaluate({ degree, knots, control, weights }: Spline, u: number, span: number): Point {
  const d: [number, number, number][] = []
  for (let j = 0; j <= degree; j += 1) {
    const i = span - degree + j
    const w = weights[i] ?? 1
    d.push([control[i]!.x * w, control[i]!.y * w, w])
  }
  for (let r = 1; r <= degree; r += 1)
    for (let j = degree; j >= r; j -= 1) {
      const low = knots[span - degree + j]!
      const high = knots[span + 1 + j - r]!
      const t = high > low ? (u - low) / (high - low) : 0
      for (let k = 0; k < 3; k += 1) d[j]![k] = (1 - t) * d[j - 1]![k]! + t * d[j]![k]!
    }
  const [x, y, w] = d[degree]!
  return { x: x / w, y: y / w }
}

const DEEPEST = 10
const MOST_CURVES = 4000

function hermite(
  spline: Spline,
  span: number,
  a: number,
  b: number,
  tolerance: number,
  depth: number,
): Segment[] {
  const at = (u: number) => evaluate(spline, u, span)
  const [p, q] = [at(a), at(b)]
  const h = b - a
  const slope = (u: number, to: number): Point => {
    // The derivative from inside the span by three points; exact for polynomials of degree two and good beyond.
    const e = (to - u) * 1e-4
    const [f0, f1, f2] = [at(u), at(u + e), at(u + 2 * e)]
    return { x: (-3 * f0.x + 4 * f1.x - f2.x) / (2 * e), y: (-3 * f0.y + 4 * f1.y - f2.y) / (2 * e) }
  }
  const [s, t] = [slope(a, b), slope(b, a)]
  const segment: Segment = {
    c1: { x: p.x + (s.x * h) / 3, y: p.y + (s.y * h) / 3 },
    c2: { x: q.x - (t.x * h) / 3, y: q.y - (t.y * h) / 3 },
    to: q,
  }
  const strays = [0.25, 0.5, 0.75].some((k) => {
    const u = 1 - k
    const on = (f: 'x' | 'y') =>
      u ** 3 * p[f] + 3 * u * u * k * segment.c1![f] + 3 * u * k * k * segment.c2![f] + k ** 3 * q[f]
    return distance({ x: on('x'), y: on('y') }, at(a + k * h)) > tolerance
  })
  if (!strays || depth >= DEEPEST) return [segment]
  const middle = (a + b) / 2
  return [
    ...hermite(spline, span, a, middle, tolerance, depth + 1),
    ...hermite(spline, span, middle, b, tolerance, depth + 1),
  ]
}

/**
 * A smooth curve through points: the cubic spline with continuous curvature over the chord lengths, its ends without
 * curvature (de Boor, "A Practical Guide to Splines", chapter 4, from memory).
 */
export function throughPoints(points: readonly Point[], closed: boolean): Contour | null {
  const p = points.filter((q, i) => i === 0 || distance(q, points[i - 1]!) > 1e-12)
  if (p.length < 2) return null
  if (p.length === 2) return { start: p[0]!, segments: [{ to: p[1]! }], closed: false }
  const h = p.slice(1).map((q, i) => distance(q, p[i]!))
  const slopes = {
    x: slopesOf(
      p.map((q) => q.x),
      h,
    ),
    y: slopesOf(
      p.map((q) => q.y),
      h,
    ),
  }
  const segments = h.map(
    (step, i): Segment => ({
      c1: { x: p[i]!.x + (slopes.x[i]! * step) / 3, y: p[i]!.y + (slopes.y[i]! * step) / 3 },
      c2: { x: p[i + 1]!.x - (slopes.x[i + 1]! * step) / 3, y: p[i + 1]!.y - (slopes.y[i + 1]! * step) / 3 },
      to: p[i + 1]!,
    }),
  )
  return { start: p[0]!, segments, closed }
}

/** The slopes at the points of a natural cubic spline, by the tridiagonal system of its continuity conditions. */
function slopesOf(values: readonly number[], h: readonly number[]): number[] {
  const n = values.length
  const lower = [0]
  const main = [2]
  const upper = [1]
  const right = [(3 * (values[1]! - values[0]!)) / h[0]!]
  for (let i = 1; i < n - 1; i += 1) {
    lower.push(h[i]!)
    main.push(2 * (h[i - 1]! + h[i]!))
    upper.push(h[i - 1]!)
    right.push(
      (3 * h[i]! * (values[i]! - values[i - 1]!)) / h[i - 1]! +
        (3 * h[i - 1]! * (values[i + 1]! - values[i]!)) / h[i]!,
    )
  }
  lower.push(1)
  main.push(2)
  right.push((3 * (values[n - 1]! - values[n - 2]!)) / h[n - 2]!)
  for (let i = 1; i < n; i += 1) {
    const factor = lower[i]! / main[i - 1]!
    main[i] = main[i]! - factor * upper[i - 1]!
    right[i] = right[i]! - factor * right[i - 1]!
  }
  const slopes = new Array<number>(n)
  slopes[n - 1] = right[n - 1]! / main[n - 1]!
  for (let i = n - 2; i >= 0; i -= 1) slopes[i] = (right[i]! - upper[i]! * slopes[i + 1]!) / main[i]!
  return slopes
}
