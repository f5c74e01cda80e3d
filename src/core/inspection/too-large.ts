import { shapesOf } from '../pieces/piece-shape'
import { misfit, paperFor } from '../sheets/stock'
import { formatSize } from '../units/length'
import { say } from '../words'
import type { Rule } from './rule'

/** A piece that no sheet of its paper takes, or of any paper where none is chosen; the same as laying out says. */
export const tooLarge: Rule = (project, { papers }) => {
  const laid = new Map<string, number>()
  for (const { piece } of project.layout.sheets.flatMap((s) => s.placements))
    laid.set(piece, (laid.get(piece) ?? 0) + 1)
  return shapesOf(project).flatMap((shape) => {
    const { piece, size } = shape
    // By its true shape a piece may lie where its box would not.
    if (piece.copies === 0 || (laid.get(piece.id) ?? 0) >= piece.copies) return []
    const paper = paperFor(shape, papers, project)
    const why = paper && misfit(shape, paper, project)
    const message = say`“${piece.name}” (${formatSize(size, project.unit)}) fits no sheet. ${why}`
    return why
      ? [{ rule: 'too-large', severity: 'error' as const, message, lines: [], pieces: [piece.id] }]
      : []
  })
}
