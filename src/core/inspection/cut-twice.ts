import { shapesOf } from '../pieces/piece-shape'
import { counted, say } from '../words'
import type { Rule } from './rule'

/** Cut lines that follow an edge of their piece once more. The edge is cut once; what was meant may be another place. */
export const cutTwice: Rule = (project) =>
  shapesOf(project).flatMap(({ piece, doubled }) =>
    doubled.length === 0
      ? []
      : [
          {
            rule: 'cut-twice',
            severity: 'note' as const,
            message: say`The edge of “${piece.name}” is drawn twice along ${counted(doubled.length, 'line')}. It is cut once, since a second cut tears it; skip the second line, or move it where it belongs.`,
            lines: doubled.map((l) => l.id),
            pieces: [piece.id],
          },
        ],
  )
