import type { Line } from '../document/lines'
import type { Piece } from '../document/pieces'
import { PAPER_TOLERANCE } from '../geometry/flatten'
import type { Box } from '../geometry/measure'
import type { Point } from '../geometry/point'
import { distanceTo, isInside, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { type Enclosed, findEnclosed } from './enclosed'

/** What binding needs of a line. */
export type Bindable = Pick<Line, 'id' | 'd' | 'role' | 'held'>

/** A piece as it is found in the lines, before it has an identity. */
export type FoundPiece = Pick<Piece, 'outline' | 'openings' | 'lines'>

export type Found = {
  /** in drawing order of their outlines */
  pieces: FoundPiece[]
  /** places at which cut lines must be parted, as they bound one piece on one stretch and another on the next */
  partings: Map<string, number[]>
}

/**
 * Finds the pieces in a drawing: what cut lines enclose, with openings and islands nesting by the even-odd rule, and
 * every other line with the piece that holds the greater part of it. A pure function of the lines and their roles.
 *
 * Lines held by hand are left to {@link rebind}, which knows the pieces they name. Skipped lines belong to none; a
 * line in no piece is loose.
 */
export function findPieces(lines: readonly Bindable[], gap = PAPER_TOLERANCE): Found {
  const cuts = lines.filter((l) => l.role === 'cut')
  const { enclosed, index, partings } = enclosedBy(cuts, gap)
  const pieces = enclosed.map((one): FoundPiece => {
    const ids = (at: readonly number[]) => at.map((k) => cuts[k]!.id)
    const openings = one.openings.map(ids)
    return { outline: ids(one.outline), openings, lines: ids(one.lines) }
  })
  const taken = new Set(pieces.flatMap((p) => p.lines))
  for (const line of lines) {
    if (taken.has(line.id) || line.role === 'skip' || line.held !== null) continue
    const holder = holderOf(line, enclosed, index)
    const beneath = holder < 0 && line.role === 'print' ? coveredBy(line, enclosed, index) : holder
    if (beneath >= 0) pieces[beneath]!.lines.push(line.id)
  }
  const order = new Map(lines.map((l, i) => [l.id, i]))
  const first = (p: FoundPiece) => Math.min(...p.outline.map((id) => order.get(id)!))
  return {
    pieces: pieces
      .map((p) => ({ p, at: first(p) }))
      .sort((a, b) => a.at - b.at)
      .map(({ p }) => p),
    partings: new Map([...partings].map(([k, places]) => [cuts[k]!.id, places])),
  }
}

type EnclosedFound = { enclosed: Enclosed[]; index: SpatialIndex; partings: Map<number, number[]> }

/** How many answers are kept: one for each plane of the open project, as a rule. */
const KEPT = 60
let kept: { cuts: readonly Bindable[]; gap: number; found: EnclosedFound }[] = []

/** What the cut lines enclose. The last answers are kept: most changes leave the cut lines alone. */
function enclosedBy(cuts: readonly Bindable[], gap: number): EnclosedFound {
  const known = kept.find(
    (k) =>
      k.gap === gap &&
      k.cuts.length === cuts.length &&
      cuts.every((l, i) => l.id === k.cuts[i]!.id && l.d === k.cuts[i]!.d),
  )
  if (known) return known.found
  const { enclosed, partings } = findEnclosed(
    cuts.map((l) => shapeOf(l.d)),
    gap,
  )
  const found = { enclosed, partings, index: new SpatialIndex(enclosed.map((c) => c.box)) }
  kept = [{ cuts, gap, found }, ...kept].slice(0, KEPT)
  return found
}

/** The position of the piece most of whose edge lies under a closed print line that is drawn beyond it; -1 for none. */
function coveredBy(line: Bindable, enclosed: readonly Enclosed[], index: SpatialIndex): number {
  const { polyline, box, contour } = shapeOf(line.d)
  if (!contour.closed) return -1
  const most = { holder: -1, covered: 0 }
  for (const k of index.meeting(box)) {
    const covered = samplesOf(enclosed[k]!.ring).filter((p) => isInside(p, polyline)).length
    if (covered > most.covered) Object.assign(most, { holder: k, covered })
  }
  return most.holder
}

const inBox = (p: Point, b: Box): boolean => p.x >= b.minX && p.x <= b.maxX && p.y >= b.minY && p.y <= b.maxY

/** The position of the piece that holds the greater part of a line; -1 for none. */
function holderOf(line: Bindable, enclosed: readonly Enclosed[], index: SpatialIndex): number {
  const { polyline, box } = shapeOf(line.d)
  const asked = samplesOf(polyline)
  const most = { holder: -1, within: asked.length / 2, area: Infinity }
  for (const k of index.meeting(box, PAPER_TOLERANCE)) {
    const one = enclosed[k]!
    let within = 0
    for (const p of asked) {
      const inside =
        isInside(p, one.ring) && !one.holes.some((h, i) => inBox(p, one.holeBoxes[i]!) && isInside(p, h))
      // A line along an edge belongs to the paper beside it.
      if (inside) within += 1
      else if ([one.ring, ...one.holes].some((r) => distanceTo(p, r) <= PAPER_TOLERANCE)) within += 0.99
    }
    if (within > most.within || (within === most.within && most.holder >= 0 && one.area < most.area))
      Object.assign(most, { holder: k, within, area: one.area })
  }
  return most.holder
}
