import * as z from 'zod'
import { type Affine, multiply, rotation, scaling, translation } from '../geometry/affine'
import { type Box, heightOf, widthOf } from '../geometry/measure'
import { id, mm, name, size } from './fields'

/** The slice `art`: pictures that pieces carry, and how they lie on them. */

export const ART_FITS = ['fit', 'fill', 'exact'] as const
/** How art is sized to its piece: all of it within the box, the box all covered, or a width that is given. */
export type ArtFit = (typeof ART_FITS)[number]
export const SIDES_OF_PAPER = ['front', 'back'] as const
export type SideOfPaper = (typeof SIDES_OF_PAPER)[number]

export const laidArtSchema = z.strictObject({
  art: id,
  fit: z.enum(ART_FITS),
  /** of the art, where its size is exact, mm */
  width: mm.min(0.1).max(3000),
  /** degrees, clockwise */
  turned: z.literal([0, 90, 180, 270]),
  /** its middle from the middle of the outline's box, mm */
  right: mm.min(-3000).max(3000),
  down: mm.min(-3000).max(3000),
})
/** Art as it is placed on one side of a piece. */
export type LaidArt = z.infer<typeof laidArtSchema>

export const artSchema = z.strictObject({
  id,
  name,
  format: z.enum(['png', 'jpeg', 'svg']),
  bytes: z.number().int().nonnegative(),
  /** size in pixels; null where it is drawn rather than made of pixels */
  pixels: size.nullable(),
  /** the size that its file states or its pixels have at 300 an inch, mm */
  width: mm.positive(),
  height: mm.positive(),
})
/** A picture to be printed on pieces. Its bytes are kept as they came. */
export type Art = z.infer<typeof artSchema>

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
