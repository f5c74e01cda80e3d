import type { Polyline } from '../geometry/flatten'
import { noFit } from '../geometry/no-fit'
import { polylineArea } from '../geometry/polyline'
import { offset } from '../geometry/regions'
import { simplify } from '../geometry/simplify'
import type { PieceShape } from '../pieces/piece-shape'
import { fillBoxes } from './fill-boxes'
import { boxedPairs, fillLattice, type LaidShape } from './fill-lattices'
import { type Lattice, lattices, latticesLike } from './lattices'
import { turnsByQuarters } from './stock'

type Size = { width: number; height: number }

/** How straight curves are for lattices, mm; they are counted by as much too large. */
const FLATNESS = 0.01
/** More corners than these are too many for a search; curves become straight by up to so much, mm. */
const CORNERS = 40
const STRAIGHTEST = 0.16
/** So many of the lattices that hold most are looked at again at another scale. */
const AGAIN = 4

/**
 * Ways in which a piece reaches into others like it: at the points of the lattice that holds most, and as pairs laid like
 * boxes. What one scale was searched for helps at others.
 * @param room mm; places count from its left upper corner
 * @param spacing least distance between two, mm
 */
export function denseWays(shape: PieceShape, room: Size, spacing: number): (scale: number) => LaidShape[][] {
  const turns = turnsByQuarters(shape.piece)
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
    const places = (box: Size) =>
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
  size: Size,
  room: Size,
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
