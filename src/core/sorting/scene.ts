import type { Look } from '../document/schema'
import { findRings, ringOf } from '../geometry/chain'
import { flatten, PAPER_TOLERANCE } from '../geometry/flatten'
import { areaOf, type Box, boundsOf, boxesMeet, heightOf, widthOf } from '../geometry/measure'
import { type Nested, nestRings, type Ring } from '../geometry/nesting'
import { endOf } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { distanceTo, isInside, samplesOf } from '../geometry/polyline'
import { type Shape, shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'

/** A line before it has a role. */
export type UnsortedLine = { id: string; d: string; look: Look; label: string | null }

export type SceneLine = UnsortedLine & {
  shape: Shape
  /** lines of the same family share a look */
  family: string
  /** its ring among the rings of the scene, or -1 for a line that closes nothing */
  ring: number
}

/** The drawing as the evidence sees it: shapes, the rings they close, what lies in what. */
export type Scene = {
  artwork: { width: number; height: number }
  lines: SceneLine[]
  rings: (Ring & { lines: number[] })[]
  nested: Nested[]
  /** positions of rings that are the artboard's edge or a sheet behind everything */
  boards: Set<number>
  /** colour with the greatest length of outlines */
  outlineColour: string | null
  /** the smallest ring, boards aside, that holds the greater part of a line; -1 for none */
  holderOf(line: SceneLine): number
  /** how many ends of an open line rest on other lines (0, 1 or 2) */
  restingEnds(line: SceneLine): number
  /** whether a ring touches the ring that holds it in at least two of its corners */
  touchesHolder(ring: number): boolean
  /** whether a line goes straight on where a longer open line of another look ends */
  prolongs(line: SceneLine): boolean
}

export function makeScene(
  lines: readonly UnsortedLine[],
  artwork: { width: number; height: number },
  familyKey: (line: UnsortedLine) => string,
): Scene {
  const shapes = lines.map((l) => shapeOf(l.d))
  const openAt = lines.flatMap((_, i) => (shapes[i]!.contour.closed ? [] : [i]))
  const chains = findRings(openAt.map((i) => shapes[i]!.contour)).map((chain) => chain.map((k) => openAt[k]!))
  const members = [...lines.flatMap((_, i) => (shapes[i]!.contour.closed ? [[i]] : [])), ...chains]
  const rings = members.map((at) => {
    const contour = ringOf(at.map((i) => shapes[i]!.contour))
    return {
      lines: at,
      polyline: at.length === 1 ? shapes[at[0]!]!.polyline : flatten(contour),
      box: boundsOf(contour),
      area: Math.abs(areaOf(contour)),
    }
  })
  const ringAt = new Map(rings.flatMap((r, k) => r.lines.map((i) => [i, k] as const)))
  const sceneLines = lines.map(
    (l, i): SceneLine => ({
      ...l,
      shape: shapes[i]!,
      family: familyKey(l),
      ring: ringAt.get(i) ?? -1,
    }),
  )
  const boards = findBoards(rings, sceneLines, artwork)
  const nested = nestRings(rings.map((r, k) => (boards.has(k) ? { ...r, area: 0, box: NOWHERE } : r)))
  const ringIndex = new SpatialIndex(rings.map((r, k) => (boards.has(k) ? NOWHERE : r.box)))
  const lineIndex = new SpatialIndex(sceneLines.map((l) => (boards.has(l.ring) ? NOWHERE : l.shape.box)))

  const holderOf = (line: SceneLine): number => {
    const asked = samplesOf(line.shape.polyline)
    const candidates = ringIndex
      .meeting(line.shape.box, PAPER_TOLERANCE)
      .filter((k) => k !== line.ring && nested[k]!.twin < 0)
      .sort((a, b) => rings[a]!.area - rings[b]!.area)
    for (const k of candidates) {
      const inside = asked.filter(
        (p) => isInside(p, rings[k]!.polyline) || distanceTo(p, rings[k]!.polyline) <= PAPER_TOLERANCE,
      )
      if (inside.length * 2 > asked.length) return k
    }
    return -1
  }

  const rests = (line: SceneLine, end: Point): boolean =>
    lineIndex
      .meeting({ minX: end.x, minY: end.y, maxX: end.x, maxY: end.y }, REST)
      .some(
        (j) =>
          sceneLines[j] !== line &&
          sceneLines[j]!.id !== line.id &&
          distanceTo(end, sceneLines[j]!.shape.polyline) <= REST,
      )

  const touchesHolder = (ring: number): boolean => {
    const holder = rings[nested[ring]!.parent]
    if (!holder) return false
    const corners = rings[ring]!.lines.flatMap((i) => cornersOf(shapes[i]!))
    const apart = corners.filter((p, i) => corners.findIndex((q) => distance(p, q) <= REST) === i)
    return apart.filter((p) => distanceTo(p, holder.polyline) <= REST).length >= 2
  }

  const prolongs = (line: SceneLine): boolean => {
    const course = lineIndex.meeting(line.shape.box, REST).map((j) => sceneLines[j]!)
    return course.some(
      (other) =>
        other.ring < 0 &&
        other.family !== line.family &&
        other.shape.length > line.shape.length &&
        goesOn(other.shape, line.shape),
    )
  }

  return {
    artwork,
    lines: sceneLines,
    rings,
    nested,
    boards,
    outlineColour: colourOfOutlines(sceneLines, nested, boards),
    holderOf,
    restingEnds: (line) =>
      [line.shape.contour.start, endOf(line.shape.contour)].filter((end) => rests(line, end)).length,
    touchesHolder,
    prolongs,
  }
}

const cornersOf = ({ contour }: Shape): Point[] => [contour.start, ...contour.segments.map((s) => s.to)]

/** Whether `next` begins or ends where `shape` ends and keeps its direction within about 5 degrees. */
function goesOn(shape: Shape, next: Shape): boolean {
  return outward(shape).some((a) =>
    outward(next).some((b) => distance(a.at, b.at) <= REST && a.dx * b.dx + a.dy * b.dy < -0.996),
  )
}

/** Both ends of an open line with the unit direction in which it leaves there. */
function outward({ polyline: p }: Shape): { at: Point; dx: number; dy: number }[] {
  const towards = (from: number, to: number) => {
    const dx = p[to]! - p[from]!
    const dy = p[to + 1]! - p[from + 1]!
    const length = Math.hypot(dx, dy) || 1
    return { at: { x: p[to]!, y: p[to + 1]! }, dx: dx / length, dy: dy / length }
  }
  return [towards(2, 0), towards(p.length - 4, p.length - 2)]
}

/** How near an end must come to a line to rest on it: folds are often drawn a little short, mm. */
const REST = 0.5

const NOWHERE: Box = { minX: -1e9, minY: -1e9, maxX: -1e9, maxY: -1e9 }

/** Rings that frame the artboard, or lie behind everything without a stroke. */
function findBoards(rings: Scene['rings'], lines: SceneLine[], artwork: Scene['artwork']): Set<number> {
  const boards = new Set<number>()
  rings.forEach((ring, k) => {
    const { box } = ring
    const isRectangle = ring.area > 0.999 * widthOf(box) * heightOf(box)
    if (!isRectangle) return
    const near = (a: number, b: number) => Math.abs(a - b) <= 1
    const isArtboard =
      near(box.minX, 0) &&
      near(box.minY, 0) &&
      near(box.maxX, artwork.width) &&
      near(box.maxY, artwork.height)
    const look = lines[ring.lines[0]!]!.look
    // A rectangle that is the artboard and the only outline is a card that was drawn to its edges.
    const others = rings.some(
      (r, j) => j !== k && boxesMeet(box, r.box) && r.area > 0.05 * ring.area && r.area < 0.98 * ring.area,
    )
    const isBackdrop =
      look.stroke === null &&
      (look.fill === '#ffffff' || isArtboard) &&
      rings.every((r) => r.area <= ring.area)
    if ((isArtboard && others) || (isBackdrop && rings.length > 1)) boards.add(k)
  })
  return boards
}

function colourOfOutlines(lines: SceneLine[], nested: Nested[], boards: Set<number>): string | null {
  const lengths = new Map<string, number>()
  for (const line of lines) {
    if (line.ring < 0 || boards.has(line.ring) || nested[line.ring]!.depth !== 0) continue
    const colour = line.look.stroke ?? line.look.fill
    if (colour) lengths.set(colour, (lengths.get(colour) ?? 0) + line.shape.length)
  }
  return [...lengths].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
}
