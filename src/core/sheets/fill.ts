import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import type { Polyline } from '../geometry/flatten'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { noFit } from '../geometry/no-fit'
import { polylineArea } from '../geometry/polyline'
import { offset } from '../geometry/regions'
import { simplify } from '../geometry/simplify'
import { type PieceShape, shapeOfPiece } from '../pieces/piece-shape'
import { checkSheet } from './check'
import { fillBoxes } from './fill-boxes'
import { boxedPairs, fillLattice, type LaidShape } from './fill-lattices'
import { type Lattice, lattices, latticesLike } from './lattices'
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

/** The rooms that a layout is tried in: as it is, and turned by a quarter. */
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
  const dense = isBox(shape) ? null : denseWays(shape, room, spacing, turns)
  return (scale) => {
    const box = { width: size.width * scale, height: size.height * scale }
    const boxes = fillBoxes(box, room, spacing, turns).map(
      ({ x, y, turned }): LaidShape => ({ x, y, rotation: turned ? 90 : 0 }),
    )
    const best = [boxes, ...(dense?.(scale) ?? [])].reduce((a, b) => (b.length > a.length ? b : a))
    return best.map((l) => ({ ...l, x: l.x + area.minX, y: l.y + area.minY }))
  }
}

/** How straight curves are for lattices, mm; they are counted by as much too large. */
const FLATNESS = 0.01
/** More corners than these are too many for a search; curves become straight by up to so much, mm. */
const CORNERS = 40
const STRAIGHTEST = 0.16
/** So many of the lattices that hold most are looked at again at another scale. */
const AGAIN = 4

/** Rows that reach into one another at the points of lattices, and boxes of pairs, at a scale. */
function denseWays(
  shape: PieceShape,
  room: { width: number; height: number },
  spacing: number,
  turns: boolean,
): (scale: number) => LaidShape[][] {
  const outer = outerRing(shape)
  const halves = shape.piece.turning !== 'none'
  const base = {
    same: noFit(outer, outer),
    half: noFit(
      outer,
      outer.map((v) => -v),
    ),
  }
  const isSimple = base.same.length / 2 <= CORNERS
  const rooms = turns ? [room, { width: room.height, height: room.width }] : [room]
  let found: Lattice[] | null = null
  return (scale) => {
    const size = { width: shape.size.width * scale, height: shape.size.height * scale }
    const at = { same: apart(base.same, scale, spacing), half: apart(base.half, scale, spacing) }
    const least = shape.area * scale * scale
    const tried = found ? latticesLike(at, found, least) : lattices(at, least, halves, isSimple)
    const laid = tried.flatMap((lattice) =>
      rooms.map((r, k) => {
        const shapes = fillLattice(lattice, size, r)
        return { lattice, shapes: k === 0 ? shapes : shapes.map((l) => quarterTurned(l, size, room)) }
      }),
    )
    laid.sort((a, b) => b.shapes.length - a.shapes.length)
    found ??= [...new Set(laid.map((l) => l.lattice))].slice(0, AGAIN)
    const most = laid[0]?.shapes.length ?? 0
    const places = (box: { width: number; height: number }) =>
      ((room.width + spacing) * (room.height + spacing)) / ((box.width + spacing) * (box.height + spacing))
    // Pairs that could hold no more than that are not laid out.
    const pairs = halves
      ? boxedPairs(at.half, size).filter(({ box }) => 2 * Math.floor(places(box)) > most)
      : []
    return [
      ...laid.slice(0, 1).map((l) => l.shapes),
      ...pairs.map((pair) => fillPairs(pair, size, room, spacing, turns)),
    ]
  }
}

/** A piece's outline without curves, nowhere inside of it, the left upper corner of its true box at the origin. */
function outerRing(shape: PieceShape): Polyline {
  const { minX, minY } = shape.box
  const fine: Polyline = shape.rings(FLATNESS)[0]!.map((v, i) => v - (i % 2 === 0 ? minX : minY))
  const isCurved = shape.edges[0]!.segments.some((s) => s.c1)
  let [ring, stray]: [Polyline, number] = [fine, 0]
  for (let by = FLATNESS; ring.length / 2 > CORNERS && by <= STRAIGHTEST; by *= 2)
    [ring, stray] = [simplify(fine, by), by]
  const by = stray + (isCurved ? FLATNESS : 0)
  return by > 0 ? largestOf(offset([ring], by, 'sharp')) : ring
}

/** A no-fit polygon at a scale, with a distance that is kept all round, mm. */
function apart(ring: Polyline, scale: number, spacing: number): Polyline {
  const scaled = ring.map((v) => v * scale)
  // Corners are rounded by chords: never nearer than asked.
  return spacing > 0 ? largestOf(offset([scaled], spacing + FLATNESS, 'round', FLATNESS)) : scaled
}

const largestOf = (region: readonly Polyline[]): Polyline =>
  region.reduce((a, b) => (Math.abs(polylineArea(b)) > Math.abs(polylineArea(a)) ? b : a))

/** Where a shape of the turned room lies in the room itself. */
const quarterTurned = (l: LaidShape, size: { height: number }, room: { width: number }): LaidShape => ({
  x: room.width - l.y - size.height,
  y: l.x,
  rotation: l.rotation + 90,
})

/** Pairs laid as boxes are. */
function fillPairs(
  { box, laid }: ReturnType<typeof boxedPairs>[number],
  size: { width: number; height: number },
  room: { width: number; height: number },
  spacing: number,
  turns: boolean,
): LaidShape[] {
  return fillBoxes(box, room, spacing, turns).flatMap(({ x, y, turned }) =>
    laid.map((l) => {
      const own = turned ? quarterTurned(l, size, { width: box.height }) : l
      return { ...own, x: own.x + x, y: own.y + y }
    }),
  )
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
