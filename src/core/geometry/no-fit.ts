import { FillRule, minkowskiSum, type Path64, union } from 'clipper2-ts'
import type { Polyline } from './flatten'
import { polylineArea, reversedPolyline } from './polyline'

/** Whole numbers of the library to the mm. */
const SCALE = 10_000

/**
 * Where one shape may not lie against another: the places of `b`, moved from where it is drawn, at which it would
 * overlap `a`, as one closed polyline (no-fit polygon; Art 1966, by Minkowski sums: of convex shapes by merging their
 * edges, of others by clipper2). Places within hollows of it, from which there is no way out, count as no places.
 * @param a, b closed polylines, mm
 */
export function noFit(a: Polyline, b: Polyline): Polyline {
  const turned = b.map((v) => -v)
  const [p, q] = [wound(a), wound(turned)]
  return isConvex(p) && isConvex(q) ? merged(p, q) : swept(p, q)
}

/** A ring with its inside on the left, y up. */
const wound = (ring: Polyline): Polyline => (polylineArea(ring) < 0 ? reversedPolyline(ring) : ring)

function isConvex(ring: Polyline): boolean {
  const n = ring.length / 2 - 1
  for (let i = 0; i < n; i += 1) {
    const [a, b, c] = [i, (i + 1) % n, (i + 2) % n]
    const turn =
      (ring[2 * b]! - ring[2 * a]!) * (ring[2 * c + 1]! - ring[2 * b + 1]!) -
      (ring[2 * b + 1]! - ring[2 * a + 1]!) * (ring[2 * c]! - ring[2 * b]!)
    if (turn < -1e-9) return false
  }
  return true
}

/** The sum of two convex rings: the edges of both in the order of their directions. */
function merged(p: Polyline, q: Polyline): Polyline {
  const lowest = (ring: Polyline) => {
    let at = 0
    for (let i = 0; i < ring.length / 2 - 1; i += 1) {
      const [y, x] = [ring[2 * i + 1]! - ring[2 * at + 1]!, ring[2 * i]! - ring[2 * at]!]
      if (y < 0 || (y === 0 && x < 0)) at = i
    }
    return at
  }
  const edges = [p, q].flatMap((ring) => {
    const [n, from] = [ring.length / 2 - 1, lowest(ring)]
    return Array.from({ length: n }, (_, k) => {
      const [i, j] = [(from + k) % n, (from + k + 1) % n]
      return [ring[2 * j]! - ring[2 * i]!, ring[2 * j + 1]! - ring[2 * i + 1]!] as const
    })
  })
  const angle = ([x, y]: readonly [number, number]) => {
    const a = Math.atan2(y, x)
    return a < 0 ? a + 2 * Math.PI : a
  }
  const sorted = edges.filter(([x, y]) => x !== 0 || y !== 0).sort((s, t) => angle(s) - angle(t))
  const [i, j] = [lowest(p), lowest(q)]
  const out = [p[2 * i]! + q[2 * j]!, p[2 * i + 1]! + q[2 * j + 1]!]
  for (const [x, y] of sorted) out.push(out.at(-2)! + x, out.at(-1)! + y)
  out[out.length - 2] = out[0]!
  out[out.length - 1] = out[1]!
  return Float64Array.from(out)
}

/** The sum of any two rings: one swept along the other, and what that encloses. */
function swept(p: Polyline, q: Polyline): Polyline {
  const path = (ring: Polyline): Path64 =>
    Array.from({ length: ring.length / 2 - 1 }, (_, i) => ({
      x: Math.round(ring[2 * i]! * SCALE),
      y: Math.round(ring[2 * i + 1]! * SCALE),
    }))
  const parts = union(minkowskiSum(path(q), path(p), true), FillRule.NonZero)
  const areaOf = (part: Path64) =>
    part.reduce(
      (sum, v, i) => sum + v.x * part[(i + 1) % part.length]!.y - part[(i + 1) % part.length]!.x * v.y,
      0,
    )
  const outer = parts.reduce(
    (most, part) => (Math.abs(areaOf(part)) > Math.abs(areaOf(most)) ? part : most),
    parts[0]!,
  )
  return Float64Array.from([...outer, outer[0]!].flatMap(({ x, y }) => [x / SCALE, y / SCALE]))
}
