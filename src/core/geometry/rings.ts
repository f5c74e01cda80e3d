import { PAPER_TOLERANCE, type Polyline } from './flatten'
import { type Box, boxHolds } from './measure'
import type { Point } from './point'
import { distanceTo, isInside, samplesOf, spread } from './polyline'
import { SpatialIndex } from './spatial-index'

/** A closed ring with what is asked of it here. */
export type Ring = { polyline: Polyline; box: Box; area: number }

export type RingDepth = {
  /** position of the smallest ring that holds this one, or -1 */
  parent: number
  /** how many rings hold this one */
  depth: number
  /** position of an earlier ring with the same course, or -1; it takes no part */
  twin: number
}

/**
 * Which ring lies in which. Rings are visited from large to small; a ring that covers the same course as another is
 * its twin. Rings that cross are not nested in each other. O(n log n) for rings that hold few others.
 */
export function ringDepths(rings: readonly Ring[]): RingDepth[] {
  const order = rings.map((_, i) => i).sort((a, b) => rings[b]!.area - rings[a]!.area || a - b)
  const rank = new Int32Array(rings.length)
  order.forEach((i, at) => {
    rank[i] = at
  })
  const index = new SpatialIndex(rings.map((r) => r.box))
  const nested: RingDepth[] = rings.map(() => ({ parent: -1, depth: 0, twin: -1 }))
  for (const i of order) {
    const ring = rings[i]!
    const probe = { minX: ring.box.minX, minY: ring.box.minY, maxX: ring.box.minX, maxY: ring.box.minY }
    const larger = index
      .meeting(probe, PAPER_TOLERANCE)
      .filter((j) => rank[j]! < rank[i]! && boxHolds(rings[j]!.box, ring.box, PAPER_TOLERANCE))
      .sort((a, b) => rank[b]! - rank[a]!)
    // From the smallest that may hold it outwards: the first that does is the parent.
    for (const j of larger) {
      if (nested[j]!.twin >= 0) continue
      if (sameCourse(ring, rings[j]!)) {
        nested[i]!.twin = j
        break
      }
      if (holds(rings[j]!, ring)) {
        nested[i] = { parent: j, depth: nested[j]!.depth + 1, twin: -1 }
        break
      }
    }
  }
  return nested
}

/** Whether two rings follow the same course within the tolerance of paper. */
export function sameCourse(a: Ring, b: Ring): boolean {
  if (!boxHolds(a.box, b.box, PAPER_TOLERANCE) || !boxHolds(b.box, a.box, PAPER_TOLERANCE)) return false
  if (Math.abs(a.area - b.area) > 0.01 * Math.max(a.area, b.area)) return false
  return spread(a.polyline, 16).every((p) => distanceTo(p, b.polyline) <= PAPER_TOLERANCE)
}

/** Whether most of `inner` lies inside `outer`; where its points disagree, those on the edge do not speak. */
function holds(outer: Ring, inner: Ring): boolean {
  const asked = samplesOf(inner.polyline)
  const inside = asked.filter((p) => isInside(p, outer.polyline))
  if (inside.length === 0 || inside.length === asked.length) return inside.length > 0
  const off = (points: readonly Point[]) => points.filter((p) => distanceTo(p, outer.polyline) > 1e-3).length
  const speaking = off(asked)
  return speaking === 0 || off(inside) * 2 > speaking
}
