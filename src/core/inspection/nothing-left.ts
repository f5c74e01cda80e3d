import { areaOf } from '../geometry/measure'
import { shapesOf } from '../pieces/piece-shape'
import { decimal, say } from '../words'
import type { Rule } from './rule'

/** All lines skipped, or a piece whose openings leave next to no paper. */
export const nothingLeft: Rule = (project) => {
  const lines = Object.values(project.lines)
  if (lines.length > 0 && lines.every((l) => l.role === 'skip' || l.role === 'print'))
    return [
      {
        rule: 'nothing-left',
        severity: 'error',
        message: say`Every line is skipped or only printed: nothing is left to be cut. Give the outlines the role cut.`,
        lines: [],
        pieces: [],
      },
    ]
  return shapesOf(project).flatMap(({ piece, outline, area: left }) => {
    const whole = Math.abs(areaOf(outline))
    return left < 0.03 * whole
      ? [
          {
            rule: 'nothing-left',
            severity: 'warning' as const,
            message: say`The openings of “${piece.name}” leave only ${decimal(Math.max(0, (100 * left) / whole), 1, 1)} % of it. It may be a frame around the drawing; skip its outline then.`,
            lines: piece.outline,
            pieces: [piece.id],
            fix: {
              label: say`Skip its outline`,
              lines: piece.outline.map((id) => ({ id, role: 'skip' as const })),
            },
          },
        ]
      : []
  })
}
