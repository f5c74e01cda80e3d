import type { Polyline } from '../geometry/flatten'
import { lengthOfVector, type Point } from '../geometry/point'
import { distanceTo, polylineLength, spread } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'
import { type Meetings, TooManyMeetings } from './meetings'

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
 * @throws TooManyMeetings where too many edges run between the same nodes
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

/** Width of a cell in tolerances: wide, so that few marks lie near the border of theirs. */
const CELL = 8

/** Joins marks that lie within the tolerance of each other. */
function joinNear({ marks, groups }: Meetings, tolerance: number): void {
  const cells = new Map<number, number[]>()
  const cell = (x: number, y: number) => x * 67_108_864 + y
  const number = (at: number) => Math.floor(at / (CELL * tolerance))
  marks.forEach((m, k) => {
    const cx = number(m.x)
    const cy = number(m.y)
    for (let x = number(m.x - tolerance); x <= number(m.x + tolerance); x += 1)
      for (let y = number(m.y - tolerance); y <= number(m.y + tolerance); y += 1)
        for (const other of cells.get(cell(x, y)) ?? [])
          if (lengthOfVector(marks[other]!.x - m.x, marks[other]!.y - m.y) <= tolerance) groups.join(k, other)
    const key = cell(cx, cy)
    const here = cells.get(key)
    if (here) here.push(k)
    else cells.set(key, [k])
  })
}

/** The points of a line between two places. */
function partBetween(shape: Shape, from: number, to: number): Polyline {
  const { polyline, places, contour } = shape
  const count = places.length
  const whole = places[count - 1]!
  // The first point after `from` and the first one at or after `to`; on a closed line they may run over the start.
  const first = lowerBound(places, from + 1e-9)
  const overStart = contour.closed && to > whole
  const last = overStart ? lowerBound(places, to - whole - 1e-9) : lowerBound(places, to - 1e-9)
  const inner = overStart ? count - first + Math.max(0, last - 1) : Math.max(0, last - first)
  const points = new Float64Array(2 * (inner + 2))
  putPlace(points, 0, shape, from)
  let k = 2
  const take = (start: number, end: number) => {
    if (end <= start) return
    points.set(polyline.subarray(2 * start, 2 * end), k)
    k += 2 * (end - start)
  }
  if (overStart) {
    take(first, count)
    take(1, last)
  } else take(first, last)
  putPlace(points, k, shape, to > whole ? to - whole : to)
  return k + 2 === points.length ? points : points.slice(0, k + 2)
}

/** The position of the first place that is not before `at`. */
function lowerBound(places: Float64Array, at: number): number {
  let low = 0
  let high = places.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (places[middle]! < at) low = middle + 1
    else high = middle
  }
  return low
}

/** Writes the point at a place of a line. */
function putPlace(points: Float64Array, k: number, { polyline, places }: Shape, at: number): void {
  const high = Math.max(1, Math.min(places.length - 1, lowerBound(places, at)))
  const low = high - 1
  const t = Math.max(0, Math.min(1, (at - places[low]!) / (places[high]! - places[low]! || 1)))
  points[k] = polyline[2 * low]! + t * (polyline[2 * high]! - polyline[2 * low]!)
  points[k + 1] = polyline[2 * low + 1]! + t * (polyline[2 * high + 1]! - polyline[2 * low + 1]!)
}

/** So many pairs of edges between the same nodes are looked at. */
const MOST_PAIRS = 300_000

/** Finds edges between the same nodes that follow the same course. */
function findTwins(edges: Edge[], tolerance: number): void {
  let pairs = 0
  const between = new Map<string, number[]>()
  edges.forEach((e, k) => {
    const key = e.a < e.b ? `${e.a} ${e.b}` : `${e.b} ${e.a}`
    const known = between.get(key)
    if (!known) between.set(key, [k])
    else {
      pairs += known.length
      if (pairs > MOST_PAIRS) throw new TooManyMeetings(MOST_PAIRS)
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
