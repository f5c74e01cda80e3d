import { type Art, type LaidArt, SIDES_OF_PAPER, type SideOfPaper } from './art'
import type { Piece } from './pieces'
import type { Project } from './project'

/** A piece's art with the side it is on. */
export type ArtOnPiece = { piece: Piece; side: SideOfPaper; laid: LaidArt; art: Art }

/** All art that pieces carry. */
export const artOnPieces = (project: Project): ArtOnPiece[] =>
  Object.values(project.pieces).flatMap((piece) =>
    SIDES_OF_PAPER.flatMap((side) => {
      const laid = piece.art?.[side]
      const art = laid && project.art?.[laid.art]
      return laid && art ? [{ piece, side, laid, art }] : []
    }),
  )

/** Takes pictures out of a project's list that no piece carries any more. Their bytes stay, so that undo finds them. */
export function dropUnusedArt(draft: Project): void {
  const carried = new Set(artOnPieces(draft).map(({ laid }) => laid.art))
  for (const id of Object.keys(draft.art ?? {})) if (!carried.has(id)) delete draft.art?.[id]
}
