import type { Project } from '../document/project'
import { type Box, heightOf, widthOf } from '../geometry/measure'
import { bleedOf } from '../printing/bleed'
import { keepOut } from '../printing/marks'
import { formatSize, lengthWords, rulerUp, type Unit } from '../units/length'
import { allOf, say } from '../words'

/** What a project says of where pieces may lie. */
export type Setting = Pick<Project, 'layout' | 'print'>

/** How far pieces stay from a sheet's edges, mm: on a printed sheet their bleed must lie where the printer prints. */
export const marginOfSheet = ({ layout, print }: Setting): number =>
  print ? Math.max(layout.sheetMargin, print.border + bleedOf({ layout, print })) : layout.sheetMargin

/**
 * The part of a sheet that may be worked on, in mm from the sheet's left upper corner: what sheet and mat share where
 * the sheet lies, both with their margins.
 */
export function usableArea(sheet: { width: number; height: number }, setting: Setting): Box {
  const { mat, sheetAt } = setting.layout
  const sheetMargin = marginOfSheet(setting)
  const minX = Math.max(sheetMargin, mat.margin - sheetAt.x)
  const minY = Math.max(sheetMargin, mat.margin - sheetAt.y)
  return {
    minX,
    minY,
    maxX: Math.max(minX, Math.min(sheet.width - sheetMargin, mat.width - mat.margin - sheetAt.x)),
    maxY: Math.max(minY, Math.min(sheet.height - sheetMargin, mat.height - mat.margin - sheetAt.y)),
  }
}

/**
 * The largest part of the usable area that is clear of register marks, for layouts by boxes: what lies between the
 * marks, above and below or to the left and right.
 */
export function areaBetweenMarks(sheet: { width: number; height: number }, setting: Setting): Box {
  const area = usableArea(sheet, setting)
  const marks = setting.print?.marks
  if (!marks) return area
  const by = marks.inset + keepOut(marks)
  const minX = Math.max(area.minX, by)
  const minY = Math.max(area.minY, by)
  const tall = { ...area, minX, maxX: Math.max(minX, Math.min(area.maxX, sheet.width - by)) }
  const wide = { ...area, minY, maxY: Math.max(minY, Math.min(area.maxY, sheet.height - by)) }
  return widthOf(tall) * heightOf(tall) > widthOf(wide) * heightOf(wide) ? tall : wide
}

/**
 * How far a piece exceeds an area in its better orientation, in mm: across and down; noughts where it fits.
 * @param turns whether it may be turned a quarter
 */
export function excess(
  piece: { width: number; height: number },
  area: Box,
  turns = true,
): { across: number; down: number } {
  const over = (w: number, h: number) => ({
    across: Math.max(0, w - widthOf(area)),
    down: Math.max(0, h - heightOf(area)),
  })
  const upright = over(piece.width, piece.height)
  if (!turns) return upright
  const turned = over(piece.height, piece.width)
  return upright.across + upright.down <= turned.across + turned.down ? upright : turned
}

/** The sentence for a piece that fits nowhere. */
export function tooLarge(
  piece: { width: number; height: number },
  area: Box,
  paperName: string,
  unit: Unit,
  turns = true,
): string {
  const { across, down } = excess(piece, area, turns)
  const by = [
    across > 0 ? say`${lengthWords(rulerUp(across, unit), unit)} too wide` : '',
    down > 0 ? say`${lengthWords(rulerUp(down, unit), unit)} too high` : '',
  ].filter(Boolean)
  if (by.length === 0)
    return say`There is no room for it on “${paperName}” beside what is kept free there. Take fewer or smaller register marks, unlock a piece, or choose a larger paper.`
  return turns
    ? say`It is ${allOf(by)} for the ${formatSize({ width: widthOf(area), height: heightOf(area) }, unit)} that can be worked on “${paperName}”. Choose a larger paper or mat, smaller margins, or make it smaller.`
    : say`It is ${allOf(by)} for the ${formatSize({ width: widthOf(area), height: heightOf(area) }, unit)} that can be worked on “${paperName}”. Choose a larger paper or mat, smaller margins, let it be turned, or make it smaller.`
}
