import type { Layout } from '../document/schema'
import { type Box, heightOf, widthOf } from '../geometry/measure'
import { formatLength } from '../units/length'

/**
 * The part of a sheet that may be worked on, in mm from the sheet's left upper corner: the sheet lies in the left
 * upper corner of the mat, and both keep their margins.
 */
export function usableArea(
  sheet: { width: number; height: number },
  layout: Pick<Layout, 'mat' | 'sheetMargin'>,
): Box {
  const { mat, sheetMargin } = layout
  const from = Math.max(sheetMargin, mat.margin)
  return {
    minX: from,
    minY: from,
    maxX: Math.max(from, Math.min(sheet.width - sheetMargin, mat.width - mat.margin)),
    maxY: Math.max(from, Math.min(sheet.height - sheetMargin, mat.height - mat.margin)),
  }
}

/** How far a piece exceeds an area in its better orientation, in mm: across and down; noughts where it fits. */
export function excess(
  piece: { width: number; height: number },
  area: Box,
): { across: number; down: number } {
  const over = (w: number, h: number) => ({
    across: Math.max(0, w - widthOf(area)),
    down: Math.max(0, h - heightOf(area)),
  })
  const upright = over(piece.width, piece.height)
  const turned = over(piece.height, piece.width)
  return upright.across + upright.down <= turned.across + turned.down ? upright : turned
}

/** The sentence for a piece that fits nowhere. */
export function tooLarge(piece: { width: number; height: number }, area: Box, paperName: string): string {
  const { across, down } = excess(piece, area)
  const by = [
    across > 0 ? `${formatLength(Math.ceil(across * 10) / 10)} mm too wide` : '',
    down > 0 ? `${formatLength(Math.ceil(down * 10) / 10)} mm too high` : '',
  ].filter(Boolean)
  return `It is ${by.join(' and ')} for the ${formatLength(widthOf(area))} × ${formatLength(heightOf(area))} mm that can be worked on “${paperName}”. Choose a larger paper or mat, smaller margins, or make it smaller.`
}
