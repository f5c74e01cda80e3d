import { type Affine, IDENTITY } from '../geometry/affine'
import { areaOf } from '../geometry/measure'
import { type Contour, transformContour, writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { turnedRound } from '../outlines/combine'
import type { PieceShape } from '../pieces/piece-shape'
import type { MadeLine } from './recipe'

/** A contour wound as an outline is, or as an opening is. */
const wound = (contour: Contour, as: 'outline' | 'opening'): Contour =>
  areaOf(contour) > 0 === (as === 'outline') ? contour : turnedRound(contour)

/** The paper of a piece: its outline, and its openings wound against it. */
export const paperOf = ({ outline, openings }: PieceShape): Contour[] => [
  wound(outline, 'outline'),
  ...openings.map((o) => wound(o, 'opening')),
]

/** What a piece covers, its openings filled. */
export const coverOf = ({ outline }: PieceShape): Contour[] => [wound(outline, 'outline')]

/** What its openings cover. */
export const openingsOf = ({ openings }: PieceShape): Contour[] => openings.map((o) => wound(o, 'outline'))

/** Outlines as cut lines, the largest first; the key of each is its rank. */
export const asCuts = (contours: readonly Contour[], name = 'edge'): MadeLine[] =>
  [...contours]
    .sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)))
    .map((c, i) => ({ key: `${name}-${i + 1}`, d: writePath(c), role: 'cut' }))

/**
 * What is done within a piece besides its edges: scores, slits, pen lines, each with what it was drawn from as its key.
 * @param keep a line as it is kept, or in parts; null where it goes
 */
export function innerLines(
  shape: PieceShape,
  name: string,
  map: Affine = IDENTITY,
  keep: (contour: Contour) => Contour[] = (c) => [c],
): MadeLine[] {
  const edges = new Set([...shape.piece.outline, ...shape.piece.openings.flat()])
  return shape.lines.flatMap((line): MadeLine[] => {
    if (edges.has(line.id) || line.role === 'skip' || shape.doubled.includes(line)) return []
    return keep(transformContour(shapeOf(line.d).contour, map)).map((c, i) => ({
      key: `${name}-${line.id}${i > 0 ? `-${i + 1}` : ''}`.slice(0, 60),
      d: writePath(c),
      role: line.role,
      ...(line.fold ? { fold: line.fold } : {}),
    }))
  })
}

/** A piece as it is, edges and all: what is drawn on it lies on it. */
export const wholeOf = (shape: PieceShape, position = 0): MadeLine[] => [
  ...asCuts(paperOf(shape), `whole-${position + 1}`),
  ...innerLines(shape, `of-${position + 1}`),
]

/** How many separate outlines there are. */
export const outlinesIn = (contours: readonly Contour[]): number =>
  contours.filter((c) => areaOf(c) > 0).length
