import type { Project } from './project'

/** Pieces that a making has used up: they stay and can be changed, but go to no sheet. */
export const spentPieces = ({ sources }: Pick<Project, 'sources'>): Set<string> =>
  new Set(
    Object.values(sources).flatMap((s) =>
      s.kind === 'making' ? s.takes.flatMap((t) => (t.spent ? [t.piece] : [])) : [],
    ),
  )
