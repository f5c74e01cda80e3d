import { type Affine, multiply, rotation, scaling, translation } from '../geometry/affine'
import { type Box, heightOf, widthOf } from '../geometry/measure'
import { type Art, type LaidArt, type Piece, type Project, SIDES_OF_PAPER, type SideOfPaper } from './schema'

/** Art where nothing else is wished for: the piece all covered, in the middle of it. */
export const laidAsUsual = ({ id, width }: Art): LaidArt => ({
  art: id,
  fit: 'fill',
  width,
  turned: 0,
  right: 0,
  down: 0,
})

/**
 * The size that art has on its piece, before it is turned, mm.
 * @param box of the piece's outline
 */
export function sizeOfArt(
  art: Pick<Art, 'width' | 'height'>,
  { fit, width, turned }: LaidArt,
  box: Box,
): { width: number; height: number } {
  const upright = turned % 180 === 0
  const across = widthOf(box) / (upright ? art.width : art.height)
  const down = heightOf(box) / (upright ? art.height : art.width)
  const scale = { fit: Math.min(across, down), fill: Math.max(across, down), exact: width / art.width }[fit]
  return { width: art.width * scale, height: art.height * scale }
}

/**
 * The map of art, taken as the unit square with its left upper corner at 0, to the drawing: its middle on the middle
 * of the outline's box, or as far from there as was asked for.
 * @param side art on the back is mirrored, as the drawing shows pieces from the front
 */
export function mapOfArt(
  art: Pick<Art, 'width' | 'height'>,
  laid: LaidArt,
  box: Box,
  side: SideOfPaper = 'front',
): Affine {
  const { width, height } = sizeOfArt(art, laid, box)
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const centred = multiply(rotation(laid.turned), multiply(scaling(width, height), translation(-0.5, -0.5)))
  const placed = multiply(translation(middle.x + laid.right, middle.y + laid.down), centred)
  return side === 'front' ? placed : multiply([-1, 0, 0, 1, 2 * middle.x, 0], placed)
}

/** A piece's art with the side it is on. */
export type ArtOnPiece = { piece: Piece; side: SideOfPaper; laid: LaidArt; art: Art }

/** All art that pieces carry. */
export const artOnPieces = (project: Project): ArtOnPiece[] =>
  Object.values(project.pieces).flatMap((piece) =>
    SIDES_OF_PAPER.flatMap((side) => {
      const laid = piece.art?.[side]
      const art = laid && project.art?.[laid.art]
      return laid && art ? [{ piece, side, laid, art }] : []
    }),
  )

/** Takes pictures out of a project's list that no piece carries any more. Their bytes stay, so that undo finds them. */
export function dropUnusedArt(draft: Project): void {
  const carried = new Set(artOnPieces(draft).map(({ laid }) => laid.art))
  for (const id of Object.keys(draft.art ?? {})) if (!carried.has(id)) delete draft.art?.[id]
}
