import { sideChoice } from '../document/side-names'
import { trace } from '../geometry/flatten'
import { type Box, boundsOf } from '../geometry/measure'
import { allSegments } from '../geometry/part'
import type { Contour, Segment } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { lengthsAlong } from '../geometry/polyline'
import { pointOn } from '../outlines/nodes'
import { say } from '../words'
import { CannotMake, type Measure, type Measures } from './recipe'

/** Which edge a recipe acts on: by the side that it looks to, or the direction, degrees clockwise from upwards. */
export const EDGE = {
  name: 'edge',
  title: say`At the edge`,
  kind: 'choice',
  usual: 'top',
  choices: (['top', 'right', 'bottom', 'left'] as const).map(sideChoice),
  orAngle: true,
} as const satisfies Measure

/**
 * The side that an edge looks to, degrees clockwise from upwards; also the direction of a line along that side with the
 * piece to its right, degrees clockwise from the right.
 */
export const SIDES = { top: 0, right: 90, bottom: 180, left: 270 } as const

/** The unit vector that a chosen edge looks along. */
function outward({ edge }: Measures): Point {
  const angle = ((SIDES[edge as keyof typeof SIDES] ?? Number(edge)) * Math.PI) / 180
  return { x: Math.sin(angle), y: -Math.cos(angle) }
}

/** A point of an edge: where it lies, and the unit vector that points away from the paper there. */
export type EdgePoint = { at: Point; out: Point }

/** A stretch of an outline between two corners, by the length along it, mm. */
export type Edge = {
  length: number
  isStraight: boolean
  /** whether it is the whole outline, which has no corner */
  isRound: boolean
  at(along: number): EdgePoint
}

/** Turns by more than this are corners, degrees. */
const CORNER = 20

/** A way all round an outline. */
type Around = {
  length: number
  box: Box
  /** how far along it lies each node, mm */
  nodes: readonly number[]
  segments: readonly Segment[]
  /** a point of it; beyond its length it goes round once more */
  at(along: number): EdgePoint
  /** the unit vector along it at a node, before it or after it */
  along(node: number, side: 1 | -1): Point
}

/** The way round an outline, wound as outlines are, by the length along it. */
export function around(outline: Contour): Around {
  const segments = [...allSegments(outline)]
  const whole = { ...outline, segments }
  const direction = (place: number, side: 1 | -1): Point => {
    for (let step = 1e-7; step < 0.2; step *= 10) {
      const near = Math.min(segments.length, Math.max(0, place + side * step))
      const { dx, dy } = pointOn(whole, segments, near)
      const length = Math.hypot(dx, dy)
      if (length > 1e-9) return { x: dx / length, y: dy / length }
    }
    return { x: 1, y: 0 }
  }
  const { polyline, places } = trace(whole, 0.002)
  const lengths = lengthsAlong(polyline)
  const length = lengths.at(-1)!
  const placeAt = (along: number): number => {
    const wanted = ((along % length) + length) % length
    let [low, high] = [0, lengths.length - 1]
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (lengths[middle]! <= wanted) low = middle
      else high = middle
    }
    const span = lengths[high]! - lengths[low]!
    return places[low]! + (span > 0 ? (wanted - lengths[low]!) / span : 0) * (places[high]! - places[low]!)
  }
  return {
    length,
    box: boundsOf(outline),
    nodes: segments.map((_, k) => lengths[places.indexOf(k)]!),
    segments,
    at(along) {
      const place = placeAt(along)
      const { x, y } = pointOn(whole, segments, place)
      const { x: dx, y: dy } = direction(place, 1)
      return { at: { x, y }, out: { x: dy, y: -dx } }
    },
    along: (node, side) => direction(node === 0 && side < 0 ? segments.length : node, side),
  }
}

/** The edges of an outline, wound as outlines are: from corner to corner; one for an outline without a corner. */
export function edgesOf(outline: Contour): Edge[] {
  const way = around(outline)
  const { segments, nodes } = way
  const isCorner = (k: number) => {
    const [a, b] = [way.along(k, -1), way.along(k, 1)]
    return Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y)) > (CORNER * Math.PI) / 180
  }
  const corners = segments.flatMap((_, k) => (isCorner(k) ? [k] : []))
  const from = corners.length > 0 ? corners : [0]
  return from.map((corner, i): Edge => {
    const next = from[(i + 1) % from.length]!
    const [begin, end] = [nodes[corner]!, nodes[next]!]
    const length = end > begin ? end - begin : end + way.length - begin
    const on = Array.from(
      { length: (next > corner ? next : next + segments.length) - corner },
      (_, k) => segments[(corner + k) % segments.length]!,
    )
    const chord = distance(way.at(begin).at, way.at(end).at)
    const isStraight = corners.length > 0 && on.every((s) => !s.c1) && Math.abs(chord - length) < 0.001
    // Just within its ends the edge has its own direction, not that of its neighbour.
    const at = (along: number) => way.at(begin + Math.min(length - 1e-6, Math.max(1e-6, along)))
    return { length, isStraight, isRound: corners.length === 0, at }
  })
}

/**
 * The edge that looks to a side: of those that do, the longest.
 * @throws CannotMake where none does
 */
export function chosenEdge(outline: Contour, measures: Measures): Edge {
  const to = outward(measures)
  const facing = (edge: Edge) => {
    const { out } = edge.at(edge.length / 2)
    return out.x * to.x + out.y * to.y
  }
  const edges = edgesOf(outline).map((edge) => ({ edge, facing: edge.isRound ? 1 : facing(edge) }))
  const best = Math.max(...edges.map((e) => e.facing))
  if (best < 0.5) throw new CannotMake(say`No edge of the piece looks to that side. Take another side.`)
  const [longest] = edges.filter((e) => e.facing > best - 0.1).sort((a, b) => b.edge.length - a.edge.length)
  return longest!.edge
}

/** The straight edge that looks to a side. @throws CannotMake where that edge is curved */
export function straightEdge(
  outline: Contour,
  measures: Measures,
): { from: Point; to: Point; out: Point; length: number } {
  const edge = chosenEdge(outline, measures)
  if (!edge.isStraight)
    throw new CannotMake(
      say`The edge on that side is curved, and this needs a straight one. Take another side.`,
    )
  const { at, out } = edge.at(0)
  return { from: at, to: edge.at(edge.length).at, out, length: edge.length }
}
