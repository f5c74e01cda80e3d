import { boxHolds } from '../geometry/measure'
import { isInside } from '../geometry/polyline'
import { shapesOf } from '../pieces/piece-shape'
import { say } from '../words'
import type { Rule } from './rule'

/** A piece that lies in another one's opening: it comes loose with the waste unless it is wanted. */
export const fallingIsland: Rule = (project) => {
  const shapes = shapesOf(project)
  const open = shapes.filter((s) => s.openings.length > 0)
  return shapes.flatMap((shape) => {
    const middle = shape.outline.start
    const around = open.find(
      (other) =>
        other !== shape && boxHolds(other.box, shape.box) && other.holes.some((h) => isInside(middle, h)),
    )
    return around
      ? [
          {
            rule: 'falling-island',
            severity: 'note' as const,
            message: say`“${shape.piece.name}” lies in an opening of “${around.piece.name}” and comes out as a piece of its own. Skip it if it is waste; leave bridges if it is to stay.`,
            lines: shape.piece.outline,
            pieces: [shape.piece.id],
          },
        ]
      : []
  })
}
