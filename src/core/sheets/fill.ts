import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { type PieceShape, shapeOfPiece } from '../pieces/piece-shape'
import { checkSheet } from './check'
import { fillBoxes } from './fill-boxes'
import { denseWays } from './fill-dense'
import type { LaidShape } from './fill-lattices'
import { laidBox } from './place'
import { turnsByQuarters } from './stock'
import { areaBetweenMarks } from './usable-area'

/** Room that stays free across and down, mm. */
export type Spare = { across: number; down: number }

/** One piece as often as a sheet takes it, in the best way that is known. */
export type Filling = {
  laid: LaidShape[]
  /** whether the sheet is filled so already */
  lies: boolean
  /** to what the machine reaches and margins leave, and to the edges of the paper */
  spare: { area: Spare; paper: Spare }
  /** the scale, above 1, up to which as many fit; null where no larger size holds them */
  largest: number | null
  /** the largest scale below 1 at which more fit, and how many; null down to a half */
  more: { scale: number; count: number } | null
}

/**
 * How often a piece fits on its sheet: rows and columns, upright and turned mixed, lattices in which shapes reach into
 * one another, boxes of pairs, or what lies there by now, whichever holds most.
 * @returns null for a piece or sheet that is gone
 */
export function fillSheet(project: Project, sheetId: string, pieceId: string): Filling | null {
  const sheet = project.layout.sheets.find((s) => s.id === sheetId)
  const piece = project.pieces[pieceId]
  if (!sheet || !piece) return null
  const shape = shapeOfPiece(project, piece)
  const area = areaBetweenMarks(sheet, project)
  const at = waysOf(shape, area, project.layout.spacing)
  const found = at(1)
  const there = standing(project, sheet, pieceId)
  const lies = there.length > 0 && there.length >= found.length
  const laid = lies ? there : found
  return { laid, lies, spare: spareOf(laid, shape, area, sheet), ...otherSizes(laid.length, at) }
}

/** What lies on a sheet, where that is nothing but sound copies of one piece. */
function standing(project: Project, sheet: Sheet, pieceId: string): LaidShape[] {
  if (sheet.placements.some((p) => p.piece !== pieceId || p.mirrored)) return []
  const { overlapping, outside, onMarks } = checkSheet(project, sheet)
  return overlapping.length + outside.length + onMarks.length > 0
    ? []
    : sheet.placements.map(({ x, y, rotation }) => ({ x, y, rotation }))
}

/** What holds most of a piece at a scale. */
type Ways = (scale: number) => LaidShape[]

const known = new WeakMap<PieceShape, { of: string; ways: Ways }>()

/** How often a piece goes into an area at a scale; kept for as long as neither changes. */
function waysOf(shape: PieceShape, area: Box, spacing: number): Ways {
  const of = JSON.stringify([area, spacing])
  const kept = known.get(shape)
  if (kept?.of === of) return kept.ways
  const scales = new Map<number, LaidShape[]>()
  const find = searchOf(shape, area, spacing)
  const ways: Ways = (scale) => {
    const laid = scales.get(scale) ?? find(scale)
    scales.set(scale, laid)
    return laid
  }
  known.set(shape, { of, ways })
  return ways
}

/** The search itself; what was found at one scale helps at others. */
function searchOf(shape: PieceShape, area: Box, spacing: number): Ways {
  const { piece, size } = shape
  const room = { width: widthOf(area), height: heightOf(area) }
  const turns = turnsByQuarters(piece)
  const dense = isBox(shape) ? null : denseWays(shape, room, spacing)
  return (scale) => {
    const box = { width: size.width * scale, height: size.height * scale }
    const boxes = fillBoxes(box, room, spacing, turns).map(
      ({ x, y, turned }): LaidShape => ({ x, y, rotation: turned ? 90 : 0 }),
    )
    const best = [boxes, ...(dense?.(scale) ?? [])].reduce((a, b) => (b.length > a.length ? b : a))
    return best.map((l) => ({ ...l, x: l.x + area.minX, y: l.y + area.minY }))
  }
}

const isBox = ({ area, size }: PieceShape): boolean => area >= 0.999 * size.width * size.height

function spareOf(laid: readonly LaidShape[], shape: PieceShape, area: Box, sheet: Sheet): Filling['spare'] {
  const covered =
    laid.length > 0
      ? uniteBoxes(laid.map((l) => laidBox(shape, { id: '', piece: shape.piece.id, copy: 0, ...l })))
      : { minX: 0, minY: 0, maxX: 0, maxY: 0 }
  const [width, height] = [widthOf(covered), heightOf(covered)]
  return {
    area: { across: widthOf(area) - width, down: heightOf(area) - height },
    paper: { across: sheet.width - width, down: sheet.height - height },
  }
}

/** Steps of scale that are told, a thousandth each. */
const STEPS = 1000

/** What a little more or less size would change. @param at how the piece would be laid at a scale */
function otherSizes(count: number, at: (scale: number) => LaidShape[]): Pick<Filling, 'largest' | 'more'> {
  if (count === 0) return { largest: null, more: null }
  // Counts fall as sizes grow, so the step at which they do is found by halving.
  const lastWith = (low: number, high: number, holds: (scale: number) => boolean): number | null => {
    let [from, to] = [Math.round(low * STEPS), Math.round(high * STEPS)]
    if (!holds(from / STEPS)) return null
    while (to - from > 1) {
      const middle = Math.floor((from + to) / 2)
      if (holds(middle / STEPS)) from = middle
      else to = middle
    }
    return from / STEPS
  }
  const largest = lastWith(1, 2, (s) => at(s).length >= count)
  const more = lastWith(0.5, 1, (s) => at(s).length > count)
  return {
    largest: largest !== null && largest > 1 ? largest : null,
    more: more === null ? null : { scale: more, count: at(more).length },
  }
}
