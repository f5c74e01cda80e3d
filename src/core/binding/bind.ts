import type { Line } from '../document/lines'
import type { Piece } from '../document/pieces'
import { PAPER_TOLERANCE } from '../geometry/flatten'
import type { Box } from '../geometry/measure'
import type { Point } from '../geometry/point'
import { distanceTo, isInside, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { type Card, findCards } from './cards'

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
  const { cards, index, partings } = cardsOf(cuts, gap)
  const pieces = cards.map((card): FoundPiece => {
    const ids = (at: readonly number[]) => at.map((k) => cuts[k]!.id)
    const openings = card.openings.map(ids)
    return { outline: ids(card.outline), openings, lines: ids(card.lines) }
  })
  const taken = new Set(pieces.flatMap((p) => p.lines))
  for (const line of lines) {
    if (taken.has(line.id) || line.role === 'skip' || line.held !== null) continue
    const holder = holderOf(line, cards, index)
    const beneath = holder < 0 && line.role === 'print' ? coveredBy(line, cards, index) : holder
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

type CardsFound = { cards: Card[]; index: SpatialIndex; partings: Map<number, number[]> }

/** How many answers are kept: one for each source of the open project, as a rule. */
const KEPT = 12
let kept: { cuts: readonly Bindable[]; gap: number; found: CardsFound }[] = []

/** What the cut lines enclose. The last answers are kept: most changes leave the cut lines alone. */
function cardsOf(cuts: readonly Bindable[], gap: number): CardsFound {
  const known = kept.find(
    (k) =>
      k.gap === gap &&
      k.cuts.length === cuts.length &&
      cuts.every((l, i) => l.id === k.cuts[i]!.id && l.d === k.cuts[i]!.d),
  )
  if (known) return known.found
  const { cards, partings } = findCards(
    cuts.map((l) => shapeOf(l.d)),
    gap,
  )
  const found = { cards, partings, index: new SpatialIndex(cards.map((c) => c.box)) }
  kept = [{ cuts, gap, found }, ...kept].slice(0, KEPT)
  return found
}

/** The position of the piece most of whose edge lies under a closed print line that is drawn beyond it; -1 for none. */
function coveredBy(line: Bindable, cards: readonly Card[], index: SpatialIndex): number {
  const { polyline, box, contour } = shapeOf(line.d)
  if (!contour.closed) return -1
  const most = { holder: -1, covered: 0 }
  for (const k of index.meeting(box)) {
    const covered = samplesOf(cards[k]!.ring).filter((p) => isInside(p, polyline)).length
    if (covered > most.covered) Object.assign(most, { holder: k, covered })
  }
  return most.holder
}

const inBox = (p: Point, b: Box): boolean => p.x >= b.minX && p.x <= b.maxX && p.y >= b.minY && p.y <= b.maxY

/** The position of the piece that holds the greater part of a line; -1 for none. */
function holderOf(line: Bindable, cards: readonly Card[], index: SpatialIndex): number {
  const { polyline, box } = shapeOf(line.d)
  const asked = samplesOf(polyline)
  const most = { holder: -1, within: asked.length / 2, area: Infinity }
  for (const k of index.meeting(box, PAPER_TOLERANCE)) {
    const card = cards[k]!
    let within = 0
    for (const p of asked) {
      const inside =
        isInside(p, card.ring) && !card.holes.some((h, i) => inBox(p, card.holeBoxes[i]!) && isInside(p, h))
      // A line along an edge belongs to the paper beside it.
      if (inside) within += 1
      else if ([card.ring, ...card.holes].some((r) => distanceTo(p, r) <= PAPER_TOLERANCE)) within += 0.99
    }
    if (within > most.within || (within === most.within && most.holder >= 0 && card.area < most.area))
      Object.assign(most, { holder: k, within, area: card.area })
  }
  return most.holder
}
