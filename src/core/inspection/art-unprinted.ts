import { artOnPieces } from '../document/art-on-pieces'
import type { Finding } from '../document/findings'
import { linesOf } from '../pieces/lines'
import { counted, say } from '../words'
import type { Rule } from './rule'

/** Art or print lines that would not come out of the printer, since sheets are cut unprinted or their backs stay blank. */
export const artUnprinted: Rule = (project) => {
  const { print } = project
  const art = artOnPieces(project).flatMap(({ piece, side }): Finding[] => {
    if (piece.copies === 0 || (print && (side === 'front' || print.bothSides))) return []
    const message = print
      ? say`“${piece.name}” carries art on its back, but only fronts are printed.`
      : say`“${piece.name}” carries art, but its sheets are cut without printing.`
    const fix =
      side === 'back'
        ? { label: say`Print the backs too`, lines: [], print: 'both' as const }
        : { label: say`Print the sheets first`, lines: [], print: 'fronts' as const }
    return [{ rule: 'art-unprinted', severity: 'warning', message, lines: [], pieces: [piece.id], fix }]
  })
  if (print || art.length > 0) return art
  const pieces = Object.values(project.pieces).filter((p) => p.copies > 0)
  const lines = linesOf(
    project,
    pieces.flatMap((p) => p.lines),
  ).filter((l) => l.role === 'print')
  if (lines.length === 0) return []
  return [
    {
      rule: 'art-unprinted',
      severity: 'note',
      message: say`${counted(lines.length, 'line to be printed stays', 'lines to be printed stay')} away: sheets are cut without printing.`,
      lines: lines.map((l) => l.id),
      pieces: [],
      fix: { label: say`Print the sheets first`, lines: [], print: 'fronts' },
    },
  ]
}
