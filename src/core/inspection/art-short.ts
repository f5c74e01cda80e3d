import { mapOfArt } from '../document/art'
import { artOnPieces } from '../document/art-on-pieces'
import { apply } from '../geometry/affine'
import { shapeOfPiece } from '../pieces/piece-shape'
import { lengthWords } from '../units/length'
import { say } from '../words'
import type { Rule } from './rule'

/** Art that ends farther than this from an edge is meant to lie within it, mm (common practice). */
const MEANT = 3
/** Less than this is made good by the bleed, mm. */
const MADE_GOOD = 0.5

/** Art that was to reach the edge of its piece and stops just short of it: a pale rim is left. */
export const artShort: Rule = (project) =>
  artOnPieces(project).flatMap(({ piece, side, laid, art }) => {
    const { box } = shapeOfPiece(project, piece)
    const map = mapOfArt(art, laid, box, side)
    const corners = [apply(map, { x: 0, y: 0 }), apply(map, { x: 1, y: 1 })]
    const [xs, ys] = [corners.map((c) => c.x), corners.map((c) => c.y)]
    const gaps = [
      Math.min(...xs) - box.minX,
      box.maxX - Math.max(...xs),
      Math.min(...ys) - box.minY,
      box.maxY - Math.max(...ys),
    ]
    const widest = Math.max(...gaps)
    if (widest <= MADE_GOOD || widest > MEANT) return []
    const message = say`${art.name} stops ${lengthWords(widest, project.unit)} short of the edge of “${piece.name}”, which leaves a bare rim. Let it fill the piece, or make it ${lengthWords(2 * widest, project.unit)} larger.`
    return [{ rule: 'art-short', severity: 'warning' as const, message, lines: [], pieces: [piece.id] }]
  })
