import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import { type PieceShape, shapesOf } from './piece-shape'

/** The pieces that become parts, in the order of their numbers; what is used up becomes none. */
export function numberedParts(project: Project): PieceShape[] {
  const spent = spentPieces(project)
  return shapesOf(project).filter((s) => !spent.has(s.piece.id))
}

/** The numbers of parts by the ids of their pieces, from 1, as a booklet and the backs of the parts bear them. */
export const partNumbers = (project: Project): Map<string, number> =>
  new Map(numberedParts(project).map((s, i) => [s.piece.id, i + 1]))
