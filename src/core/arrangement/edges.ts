import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import { distanceTo, polylineLength, spread } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'
import type { Meetings } from './meetings'

/** A part of a line from one node to the next. */
export type Edge = {
  /** position of its line */
  line: number
  /** places on the line's contour; on a closed line `to` may run on over the start */
  from: number
  to: number
  /** nodes at its start and end */
  a: number
  b: number
  polyline: Polyline
  length: number
  /** an earlier edge that follows the same course between the same nodes, or -1 */
  twin: number
}

/**
 * The lines taken apart where they meet. Marks within the tolerance of one another are one node.
 * @returns nodes with their places, and edges in the order of their lines
 */
export function cutAtMeetings(
  shapes: readonly Shape[],
  meetings: Meetings,
  tolerance: number,
): { nodes: Point[]; edges: Edge[] } {
  const { marks, groups } = meetings
  joinNear(meetings, tolerance)
  const nodes: Point[] = []
  const nodeOf = new Map<number, number>()
  const node = (mark: number): number => {
    const group = groups.of(mark)
    const known = nodeOf.get(group)
    if (known !== undefined) return known
    nodes.push({ x: marks[mark]!.x, y: marks[mark]!.y })
    nodeOf.set(group, nodes.length - 1)
    return nodes.length - 1
  }
  const onLine: number[][] = shapes.map(() => [])
  marks.forEach((m, k) => {
    onLine[m.line]!.push(k)
  })
  const edges: Edge[] = []
  shapes.forEach((shape, line) => {
    const stops = onLine[line]!.sort((a, b) => marks[a]!.place - marks[b]!.place)
    const { places, polyline, contour } = shape
    const whole = places[places.length - 1]!
    if (stops.length === 0) {
      if (polyline.length < 4) return
      nodes.push({ x: polyline[0]!, y: polyline[1]! })
      const at = nodes.length - 1
      edges.push({ line, from: 0, to: whole, a: at, b: at, polyline, length: shape.length, twin: -1 })
      return
    }
    const last = contour.closed ? stops.length : stops.length - 1
    for (let k = 0; k < last; k += 1) {
      const here = stops[k]!
      const next = stops[(k + 1) % stops.length]!
      const from = marks[here]!.place
      const to = k + 1 < stops.length ? marks[next]!.place : marks[next]!.place + whole
      const part =
        stops.length === 2 && !contour.closed && from === 0 && to === whole
          ? polyline
          : partBetween(shape, from, to)
      const length = part === polyline ? shape.length : polylineLength(part)
      const [a, b] = [node(here), node(next)]
      if (a === b && length <= 4 * tolerance) continue
      edges.push({ line, from, to, a, b, polyline: part, length, twin: -1 })
    }
  })
  findTwins(edges, tolerance)
  return { nodes, edges }
}

/** Joins marks that lie within the tolerance of each other. */
function joinNear({ marks, groups }: Meetings, tolerance: number): void {
  const cells = new Map<number, number[]>()
  const cell = (x: number, y: number) => x * 67_108_864 + y
  marks.forEach((m, k) => {
    const cx = Math.floor(m.x / tolerance)
    const cy = Math.floor(m.y / tolerance)
    for (let dx = -1; dx <= 1; dx += 1)
      for (let dy = -1; dy <= 1; dy += 1)
        for (const other of cells.get(cell(cx + dx, cy + dy)) ?? [])
          if (Math.hypot(marks[other]!.x - m.x, marks[other]!.y - m.y) <= tolerance) groups.join(k, other)
    const key = cell(cx, cy)
    const here = cells.get(key)
    if (here) here.push(k)
    else cells.set(key, [k])
  })
}

/** The points of a line between two places. */
function partBetween({ polyline, places, contour }: Shape, from: number, to: number): Polyline {
  const points: number[] = []
  const count = places.length
  const whole = places[count - 1]!
  const at = (place: number) => {
    const p = place > whole ? place - whole : place
    let low = 0
    let high = count - 1
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (places[middle]! <= p) low = middle
      else high = middle
    }
    const t = Math.max(0, Math.min(1, (p - places[low]!) / (places[high]! - places[low]! || 1)))
    points.push(
      polyline[2 * low]! + t * (polyline[2 * high]! - polyline[2 * low]!),
      polyline[2 * low + 1]! + t * (polyline[2 * high + 1]! - polyline[2 * low + 1]!),
    )
  }
  at(from)
  const rounds = contour.closed && to > whole ? 2 : 1
  for (let round = 0; round < rounds; round += 1)
    for (let i = round === 0 ? 0 : 1; i < count; i += 1) {
      const place = places[i]! + round * whole
      if (place > from + 1e-9 && place < to - 1e-9) points.push(polyline[2 * i]!, polyline[2 * i + 1]!)
    }
  at(to)
  return Float64Array.from(points)
}

/** Finds edges between the same nodes that follow the same course. */
function findTwins(edges: Edge[], tolerance: number): void {
  const between = new Map<string, number[]>()
  edges.forEach((e, k) => {
    const key = e.a < e.b ? `${e.a} ${e.b}` : `${e.b} ${e.a}`
    const known = between.get(key)
    if (!known) between.set(key, [k])
    else {
      const twin = known.find((j) => sameCourse(edges[j]!, e, tolerance))
      if (twin === undefined) known.push(k)
      else e.twin = twin
    }
  })
}

function sameCourse(a: Edge, b: Edge, tolerance: number): boolean {
  if (Math.abs(a.length - b.length) > 0.02 * Math.max(a.length, b.length) + 4 * tolerance) return false
  return (
    spread(a.polyline, 5).every((p) => distanceTo(p, b.polyline) <= 1.5 * tolerance) &&
    spread(b.polyline, 5).every((p) => distanceTo(p, a.polyline) <= 1.5 * tolerance)
  )
}
