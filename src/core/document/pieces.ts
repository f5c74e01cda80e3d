import { ringOf } from '../geometry/chain'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import type { Contour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import type { Line, Piece, Project, Role } from './schema'

/** The lines of the given ids that the project has. */
export const linesOf = (project: Pick<Project, 'lines'>, ids: readonly string[]): Line[] =>
  ids.flatMap((id) => project.lines[id] ?? [])

/** The outline of a piece as one closed contour. */
export const outlineOf = (project: Pick<Project, 'lines'>, piece: Piece): Contour =>
  ringOf(linesOf(project, piece.outline).map((l) => shapeOf(l.d).contour))

/** The openings of a piece, each as one closed contour. */
export const openingsOf = (project: Pick<Project, 'lines'>, piece: Piece): Contour[] =>
  piece.openings.map((ids) => ringOf(linesOf(project, ids).map((l) => shapeOf(l.d).contour)))

/** The box of a piece's outline in the drawing, mm. */
export const boxOfPiece = (project: Pick<Project, 'lines'>, piece: Piece): Box =>
  uniteBoxes(linesOf(project, piece.outline).map((l) => shapeOf(l.d).box))

export function sizeOfPiece(
  project: Pick<Project, 'lines'>,
  piece: Piece,
): { width: number; height: number } {
  const box = boxOfPiece(project, piece)
  return { width: widthOf(box), height: heightOf(box) }
}

/** How many lines of each role a piece holds. */
export function roleCounts(project: Pick<Project, 'lines'>, piece: Piece): Partial<Record<Role, number>> {
  const counts: Partial<Record<Role, number>> = {}
  for (const line of linesOf(project, piece.lines)) counts[line.role] = (counts[line.role] ?? 0) + 1
  return counts
}

/** Lines that some machine or printer works on but that belong to no piece. */
export function looseLines(project: Project): Line[] {
  const bound = new Set(Object.values(project.pieces).flatMap((p) => p.lines))
  return Object.values(project.lines).filter((l) => l.role !== 'skip' && !bound.has(l.id))
}
