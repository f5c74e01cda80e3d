import { artOnPieces } from '../document/art-on-pieces'
import { say } from '../words'
import type { Rule } from './rule'

/** Art on a piece that is laid mirrored: it is printed mirrored too, and writing on it reads backwards. */
export const artMirrored: Rule = (project) => {
  const mirrored = new Set(
    project.layout.sheets.flatMap((s) => s.placements.flatMap((p) => (p.mirrored ? [p.piece] : []))),
  )
  const carrying = new Set(artOnPieces(project).map(({ piece }) => piece))
  return [...carrying].flatMap((piece) =>
    mirrored.has(piece.id)
      ? [
          {
            rule: 'art-mirrored',
            severity: 'warning' as const,
            message: say`“${piece.name}” lies mirrored on a sheet, so its art is printed mirrored and writing reads backwards. Turn it over again in the station Sheets.`,
            lines: [],
            pieces: [piece.id],
          },
        ]
      : [],
  )
}
