import { type Edit, makeEdit } from '../document/edits'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { say } from '../words'

/** Pieces that went when a file was replaced, and new ones of it that nobody knows: one may be the newer form of another. */
export type Unmatched = { gone: Piece[]; fresh: Piece[] }

/**
 * What a replaced file left unmatched.
 * @param before as it was before the file was replaced
 * @param after as it is since
 */
export function unmatchedPieces(before: Pick<Project, 'pieces'>, after: Pick<Project, 'pieces'>): Unmatched {
  const only = (of: Project['pieces'], other: Project['pieces']) =>
    Object.values(of).filter((p) => !other[p.id])
  return { gone: only(before.pieces, after.pieces), fresh: only(after.pieces, before.pieces) }
}

/**
 * Says that a new piece is one that is gone in a newer form: it takes over its id, so that what is made of it is made of the
 * new one, with its name, paper, copies, turning, target and art.
 */
export function identify(project: Project, old: Piece, fresh: string): [Project, Edit] {
  const stands = project.pieces[fresh]
  const label = say`“${stands?.name ?? fresh}” is “${old.name}”`
  if (!stands || project.pieces[old.id]) return [project, { label, changes: [] }]
  return makeEdit(project, label, (draft) => {
    delete draft.pieces[fresh]
    const { outline, openings, lines } = stands
    draft.pieces[old.id] = { ...old, outline, openings, lines }
    const renamed = (id: string) => (id === fresh ? old.id : id)
    for (const line of Object.values(project.lines))
      if (line.held !== null && line.held !== 'loose' && line.held.piece === fresh)
        draft.lines[line.id]!.held = { ...line.held, piece: old.id }
    for (const placed of [...draft.layout.sheets.flatMap((s) => s.placements), ...draft.layout.unplaced])
      placed.piece = renamed(placed.piece)
    for (const source of Object.values(draft.sources)) {
      if (source.kind !== 'making' || !source.takes.some((t) => t.piece === fresh || t.piece === old.id))
        continue
      for (const taken of source.takes) taken.piece = renamed(taken.piece)
      // Whatever could not be made for want of it is tried again.
      source.trouble = null
    }
  })
}
