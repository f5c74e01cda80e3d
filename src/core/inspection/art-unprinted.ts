import { artOnPieces } from '../document/art-on-pieces'
import type { Rule } from './rule'

/** Art that would not come out of the printer, since sheets are cut unprinted or their backs stay blank. */
export const artUnprinted: Rule = (project) => {
  const { print } = project
  return artOnPieces(project).flatMap(({ piece, side }) => {
    if (piece.copies === 0 || (print && (side === 'front' || print.bothSides))) return []
    const message = print
      ? `“${piece.name}” carries art on its back, but only fronts are printed. Tick “Print the backs too” in the station Sheets, or take the art off.`
      : `“${piece.name}” carries art, but its sheets are cut without printing. Tick “Sheets are printed first” in the station Sheets, or take the art off.`
    return [{ rule: 'art-unprinted', severity: 'warning' as const, message, lines: [], pieces: [piece.id] }]
  })
}
