import { type Edit, makeEdit } from '../document/edits'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import { counted, say } from '../words'

/** Pieces that go to the sheets and have no paper of their own. */
export function piecesWithoutPaper({ pieces, sources }: Pick<Project, 'pieces' | 'sources'>): string[] {
  const spent = spentPieces({ sources })
  return Object.values(pieces).flatMap(({ id, paper, copies }) =>
    paper === null && copies > 0 && !spent.has(id) ? [id] : [],
  )
}

/** Makes pieces of a paper. */
export const takePaper = (
  project: Project,
  ids: readonly string[],
  paper: Pick<Paper, 'id' | 'name'>,
): [Project, Edit] =>
  makeEdit(project, say`Make ${counted(ids.length, 'piece')} of “${paper.name}”`, ({ pieces }) => {
    for (const id of ids) if (pieces[id]) pieces[id].paper = paper.id
  })
