import { type Box, boxHolds, emptyBox } from '../geometry/measure'
import { lengthOfVector, type Point } from '../geometry/point'
import { isInside, polylineBox } from '../geometry/polyline'
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
  const boxes = edges.map((e) => polylineBox(e.polyline))
  const side = new Int32Array(2 * edges.length).fill(-1)
  const faces: Face[] = []
  const outer: number[][] = []
  for (const walk of walks) {
    const area = areaOfWalk(walk, edges)
    const length = walk.reduce((sum, h) => sum + edges[h >> 1]!.length, 0)
    // A sliver between two courses that almost coincide is no face.
    if (area > 0.02 * length) {
      for (const h of walk) side[h] = faces.length
      faces.push({ walk, area, box: boxOfWalk(walk, boxes), depth: 0 })
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
    const box = boxOfWalk(walk, boxes)
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
  const angle = new Float64Array(2 * edges.length)
  for (const half of leaving) {
    // Two have but one order round a node.
    if (half.length > 2) {
      let reach = 1
      for (const h of half) reach = Math.min(reach, 0.3 * edges[h >> 1]!.length)
      for (const h of half) angle[h] = angleOf(h, edges, reach)
      half.sort((g, h) => angle[g]! - angle[h]!)
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
  const onward = back ? -2 : 2
  let k = back ? p.length - 2 : 0
  const x0 = p[k]!
  const y0 = p[k + 1]!
  let left = reach
  for (let i = 1; i < n; i += 1) {
    const ax = p[k]!
    const ay = p[k + 1]!
    k += onward
    const bx = p[k]!
    const by = p[k + 1]!
    const step = lengthOfVector(bx - ax, by - ay)
    if (step >= left || i === n - 1) {
      const t = step > 0 ? Math.min(1, left / step) : 1
      return Math.atan2(ay + t * (by - ay) - y0, ax + t * (bx - ax) - x0)
    }
    left -= step
  }
  return 0
}

/** The signed area that a closed walk goes round, mm². */
export function areaOfWalk(walk: readonly number[], edges: readonly Edge[]): number {
  let twice = 0
  // Ends that meet within the tolerance need not be one point: the step between them counts too.
  const last = walk[walk.length - 1]!
  const before = edges[last >> 1]!.polyline
  const end = (last & 1) === 0 ? before.length - 2 : 0
  let px = before[end]!
  let py = before[end + 1]!
  for (const h of walk) {
    const p = edges[h >> 1]!.polyline
    const onward = (h & 1) === 0 ? 2 : -2
    for (let i = onward > 0 ? 0 : p.length - 2; i >= 0 && i < p.length; i += onward) {
      const x = p[i]!
      const y = p[i + 1]!
      twice += px * y - x * py
      px = x
      py = y
    }
  }
  return twice / 2
}

function boxOfWalk(walk: readonly number[], boxes: readonly Box[]): Box {
  const box = emptyBox()
  for (const h of walk) {
    const { minX, minY, maxX, maxY } = boxes[h >> 1]!
    if (minX < box.minX) box.minX = minX
    if (maxX > box.maxX) box.maxX = maxX
    if (minY < box.minY) box.minY = minY
    if (maxY > box.maxY) box.maxY = maxY
  }
  return box
}

/** A walk as a closed polyline. */
export function polylineOfWalk(walk: readonly number[], edges: readonly Edge[]): Float64Array {
  let most = 1
  for (const h of walk) most += edges[h >> 1]!.polyline.length / 2
  const points = new Float64Array(2 * most)
  let n = 0
  const take = (x: number, y: number) => {
    if (n > 0 && points[n - 2] === x && points[n - 1] === y) return
    points[n] = x
    points[n + 1] = y
    n += 2
  }
  for (const h of walk) {
    const p = edges[h >> 1]!.polyline
    if ((h & 1) === 0) for (let i = 0; i < p.length; i += 2) take(p[i]!, p[i + 1]!)
    else for (let i = p.length - 2; i >= 0; i -= 2) take(p[i]!, p[i + 1]!)
  }
  points[n] = points[0]!
  points[n + 1] = points[1]!
  return points.slice(0, n + 2)
}
