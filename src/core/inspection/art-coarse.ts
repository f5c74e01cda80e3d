import { sizeOfArt } from '../document/art'
import { artOnPieces } from '../document/art-on-pieces'
import { shapeOfPiece } from '../pieces/piece-shape'
import { say } from '../words'
import type { Rule } from './rule'

/** Fewer pixels an inch than this are seen as steps; twice as many are sharp (common practice in print). */
const LEAST = 150

/** Art with too few pixels for the size it is printed at. */
export const artCoarse: Rule = (project) =>
  artOnPieces(project).flatMap(({ piece, laid, art }) => {
    if (!art.pixels) return []
    const { width } = sizeOfArt(art, laid, shapeOfPiece(project, piece).box)
    const perInch = (art.pixels.width / width) * 25.4
    if (perInch >= LEAST) return []
    const needed = Math.ceil((width / 25.4) * 2 * LEAST)
    const message = say`${art.name} has ${Math.round(perInch)} pixels an inch on “${piece.name}” and will look coarse. Use a picture ${needed} pixels wide or an SVG, or print it smaller.`
    return [{ rule: 'art-coarse', severity: 'warning' as const, message, lines: [], pieces: [piece.id] }]
  })
