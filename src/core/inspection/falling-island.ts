import { boxHolds } from '../geometry/measure'
import { isInside } from '../geometry/polyline'
import { cardOf, type Rule } from './rule'

/** A piece that lies in another one's opening: it comes loose with the waste unless it is wanted. */
export const fallingIsland: Rule = (project) => {
  const cards = Object.values(project.pieces).map((p) => cardOf(project, p))
  const open = cards.filter((c) => c.holes.length > 0)
  return cards.flatMap((card) => {
    const middle = { x: card.ring[0]!, y: card.ring[1]! }
    const around = open.find(
      (other) =>
        other !== card && boxHolds(other.box, card.box) && other.holes.some((h) => isInside(middle, h)),
    )
    return around
      ? [
          {
            rule: 'falling-island',
            severity: 'note' as const,
            message: `“${card.piece.name}” lies in an opening of “${around.piece.name}” and comes out as a piece of its own. Skip it if it is waste; leave bridges if it is to stay.`,
            lines: card.piece.outline,
            pieces: [card.piece.id],
          },
        ]
      : []
  })
}
