import { linesOf } from '../document/pieces'
import { sameCourse } from '../geometry/nesting'
import { shapeOf } from '../geometry/shape'
import type { Rule } from './rule'

/** Closed cut lines of one piece that follow the same course: a second cut tears the edge. */
export const cutTwice: Rule = (project) =>
  Object.values(project.pieces).flatMap((piece) => {
    const closed = linesOf(project, piece.lines).filter(
      (l) => l.role === 'cut' && shapeOf(l.d).contour.closed,
    )
    const inUse = new Set([...piece.outline, ...piece.openings.flat()])
    const doubles = closed.filter(
      (l) =>
        !inUse.has(l.id) &&
        closed.some((o) => o !== l && inUse.has(o.id) && sameCourse(shapeOf(o.d), shapeOf(l.d))),
    )
    return doubles.length === 0
      ? []
      : [
          {
            rule: 'cut-twice',
            severity: 'warning' as const,
            message: `“${piece.name}” would be cut twice along ${doubles.length === 1 ? 'one line' : `${doubles.length} lines`}, which tears the edge. Skip the second.`,
            lines: doubles.map((l) => l.id),
            pieces: [piece.id],
          },
        ]
  })
