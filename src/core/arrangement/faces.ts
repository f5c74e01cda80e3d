import { type Box, boxHolds, emptyBox } from '../geometry/measure'
import type { Point } from '../geometry/point'
import { isInside } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import type { Edge } from './edges'
import { Groups } from './groups'

/**
 * A half-edge is an edge walked one way: 2e from a to b, 2e + 1 from b to a. A face is what a walk goes round with
 * the face always on the same hand.
 */
export type Face = {
  /** half-edges round it */
  walk: number[]
  /** mm² */
  area: number
  box: Box
  /** how many faces lie around its component */
  depth: number
}

export type Sides = {
  /** for each half-edge the face beside it, -1 for the open plane; a twin has the sides of its original */
  side: Int32Array
  /** for each edge the connected part of the drawing that it belongs to */
  component: Int32Array
  /** for each component the face that it lies in, or -1 */
  within: Int32Array
}

/** Finds the faces of a plane graph and what lies in what. Faces narrower than a hair are left out. */
export function findFaces(nodes: readonly Point[], edges: readonly Edge[]): Sides & { faces: Face[] } {
  const { component, count } = componentsOf(nodes, edges)
  const walks = walksOf(nodes, edges)
  const side = new Int32Array(2 * edges.length).fill(-1)
  const faces: Face[] = []
  const outer: number[][] = []
  for (const walk of walks) {
    const { area, length } = measure(walk, edges)
    // A sliver between two courses that almost coincide is no face.
    if (area > 0.02 * length) {
      for (const h of walk) side[h] = faces.length
      faces.push({ walk, area, box: boxOfWalk(walk, edges), depth: 0 })
    } else outer.push(walk)
  }
  const rings = faces.map(() => null as Float64Array | null)
  const ringOf = (f: number) => (rings[f] ??= polylineOfWalk(faces[f]!.walk, edges))
  const index = new SpatialIndex(faces.map((f) => f.box))
  const home = Int32Array.from(faces, (f) => component[f.walk[0]! >> 1]!)
  const within = new Int32Array(count).fill(-1)
  const asked = new Set<number>()
  for (const walk of outer) {
    const own = component[walk[0]! >> 1]!
    if (asked.has(own)) continue
    asked.add(own)
    const p = edges[walk[0]! >> 1]!.polyline
    const probe = { x: (p[0]! + p[2]!) / 2, y: (p[1]! + p[3]!) / 2 }
    const box = boxOfWalk(walk, edges)
    let best = -1
    for (const f of index.meeting({ minX: probe.x, minY: probe.y, maxX: probe.x, maxY: probe.y })) {
      const face = faces[f]!
      if (home[f] === own || (best >= 0 && faces[best]!.area <= face.area)) continue
      if (boxHolds(face.box, box, 0.1) && isInside(probe, ringOf(f))) best = f
    }
    within[own] = best
  }
  for (const walk of outer) {
    const face = within[component[walk[0]! >> 1]!]!
    for (const h of walk) if (side[h]! < 0) side[h] = face
  }
  edges.forEach((e, k) => {
    if (e.twin < 0) return
    const same = edges[e.twin]!.a === e.a
    side[2 * k] = side[2 * e.twin + (same ? 0 : 1)]!
    side[2 * k + 1] = side[2 * e.twin + (same ? 1 : 0)]!
  })
  const depthOf = (f: number): number => {
    const parent = within[home[f]!]!
    return parent < 0 ? 0 : depthOf(parent) + 1
  }
  faces.forEach((face, f) => {
    face.depth = depthOf(f)
  })
  return { faces, side, component, within }
}

function componentsOf(nodes: readonly Point[], edges: readonly Edge[]) {
  const groups = new Groups(nodes.length)
  for (const e of edges) groups.join(e.a, e.b)
  const numbers = new Map<number, number>()
  const component = Int32Array.from(edges, (e) => {
    const group = groups.of(e.a)
    const known = numbers.get(group) ?? numbers.size
    numbers.set(group, known)
    return known
  })
  return { component, count: numbers.size }
}

/** Every walk round a face or round the outside of a component. */
function walksOf(nodes: readonly Point[], edges: readonly Edge[]): number[][] {
  const leaving: number[][] = nodes.map(() => [])
  edges.forEach((e, k) => {
    if (e.twin >= 0) return
    leaving[e.a]!.push(2 * k)
    leaving[e.b]!.push(2 * k + 1)
  })
  const next = new Int32Array(2 * edges.length).fill(-1)
  for (const half of leaving) {
    // Two have but one order round a node.
    if (half.length > 2) {
      const reach = Math.min(1, ...half.map((h) => 0.3 * edges[h >> 1]!.length))
      const angle = new Map(half.map((h) => [h, angleOf(h, edges, reach)]))
      half.sort((g, h) => angle.get(g)! - angle.get(h)!)
    }
    half.forEach((h, k) => {
      // Coming in along the opposite half-edge, the walk leaves by the neighbour: the face stays on one hand.
      next[h ^ 1] = half[(k + half.length - 1) % half.length]!
    })
  }
  const seen = new Uint8Array(2 * edges.length)
  const walks: number[][] = []
  for (let first = 0; first < next.length; first += 1) {
    if (seen[first] || next[first]! < 0) continue
    const walk: number[] = []
    for (let h = first; !seen[h]; h = next[h]!) {
      seen[h] = 1
      walk.push(h)
    }
    walks.push(walk)
  }
  return walks
}

/** The direction in which a half-edge leaves its node, seen at `reach` mm along it. */
function angleOf(h: number, edges: readonly Edge[], reach: number): number {
  const p = edges[h >> 1]!.polyline
  const back = h % 2 === 1
  const n = p.length / 2
  const at = (i: number) => (back ? n - 1 - i : i)
  const x0 = p[2 * at(0)]!
  const y0 = p[2 * at(0) + 1]!
  let left = reach
  for (let i = 1; i < n; i += 1) {
    const [ax, ay] = [p[2 * at(i - 1)]!, p[2 * at(i - 1) + 1]!]
    const [bx, by] = [p[2 * at(i)]!, p[2 * at(i) + 1]!]
    const step = Math.hypot(bx - ax, by - ay)
    if (step >= left || i === n - 1) {
      const t = step > 0 ? Math.min(1, left / step) : 1
      return Math.atan2(ay + t * (by - ay) - y0, ax + t * (bx - ax) - x0)
    }
    left -= step
  }
  return 0
}

function measure(walk: readonly number[], edges: readonly Edge[]): { area: number; length: number } {
  let twice = 0
  let length = 0
  let px = Number.NaN
  let py = 0
  let sx = 0
  let sy = 0
  eachPoint(walk, edges, (x, y) => {
    if (Number.isNaN(px)) {
      sx = x
      sy = y
    } else {
      twice += px * y - x * py
      length += Math.hypot(x - px, y - py)
    }
    px = x
    py = y
  })
  twice += px * sy - sx * py
  return { area: twice / 2, length }
}

/** The points along a walk, in order. */
function eachPoint(
  walk: readonly number[],
  edges: readonly Edge[],
  take: (x: number, y: number) => void,
): void {
  for (const h of walk) {
    const p = edges[h >> 1]!.polyline
    if (h % 2 === 0) for (let i = 0; i < p.length; i += 2) take(p[i]!, p[i + 1]!)
    else for (let i = p.length - 2; i >= 0; i -= 2) take(p[i]!, p[i + 1]!)
  }
}

function boxOfWalk(walk: readonly number[], edges: readonly Edge[]): Box {
  const box = emptyBox()
  eachPoint(walk, edges, (x, y) => {
    if (x < box.minX) box.minX = x
    if (x > box.maxX) box.maxX = x
    if (y < box.minY) box.minY = y
    if (y > box.maxY) box.maxY = y
  })
  return box
}

/** A walk as a closed polyline. */
export function polylineOfWalk(walk: readonly number[], edges: readonly Edge[]): Float64Array {
  const points: number[] = []
  eachPoint(walk, edges, (x, y) => {
    const n = points.length
    if (n === 0 || points[n - 2] !== x || points[n - 1] !== y) points.push(x, y)
  })
  points.push(points[0]!, points[1]!)
  return Float64Array.from(points)
}
