import type { Sheet } from '../document/layout'
import type { PrintSettings } from '../document/print'
import type { Project } from '../document/project'
import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import { say } from '../words'

/** Register marks are rings: their middle is the same however the sheet is turned. */
export type Mark = Point & {
  /** where it is, in words */
  corner: Corner
}

export const CORNERS = ['left upper', 'right upper', 'left lower', 'right lower'] as const
export type Corner = (typeof CORNERS)[number]

/** What the corners are called within a sentence. */
export const CORNER_NAMES: Record<Corner, string> = {
  'left upper': say`left upper`,
  'right upper': say`right upper`,
  'left lower': say`left lower`,
  'right lower': say`right lower`,
}

/** Paper that stays bare around a mark, so that it is found, mm. */
const CLEAR = 2

/** The marks of a sheet, in mm from its left upper corner; with three, the right lower one is left out. */
export function marksOf(
  sheet: Pick<Sheet, 'width' | 'height'>,
  { corners, inset }: NonNullable<PrintSettings['marks']>,
): Mark[] {
  return CORNERS.slice(0, corners).map((corner) => ({
    corner,
    x: corner.startsWith('left') ? inset : sheet.width - inset,
    y: corner.endsWith('upper') ? inset : sheet.height - inset,
  }))
}

/** Half the side of the square around a mark's middle in which nothing else may lie, mm. */
export const keepOut = ({ size }: NonNullable<PrintSettings['marks']>): number => size / 2 + CLEAR

/** The squares of a sheet that are kept free for its marks; none without marks. */
export function keepOuts(
  sheet: Pick<Sheet, 'width' | 'height'>,
  { print }: Pick<Project, 'print'>,
): Polyline[] {
  if (!print?.marks) return []
  const by = keepOut(print.marks)
  return marksOf(sheet, print.marks).map(({ x, y }) =>
    Float64Array.of(x - by, y - by, x + by, y - by, x + by, y + by, x - by, y + by, x - by, y - by),
  )
}
