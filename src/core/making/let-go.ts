import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Project } from '../document/project'
import type { Making } from '../document/sources'
import { say } from '../words'

/** The recipe of what was let go: its lines are plain lines from then on. */
export const LET_GO = 'let-go'

export const isLetGo = ({ recipe }: Pick<Making, 'recipe'>): boolean => recipe === LET_GO

/** Turns the lines of a making into plain lines: it is made anew no more, and each line may be changed by itself. */
export function letGo(project: Project, id: string): [Project, Edit] {
  const making = project.sources[id]
  if (making?.kind !== 'making') return [project, { label: '', changes: [] }]
  const label = say`Let go of “${making.name}”`
  const lines = Object.values(project.lines)
    .filter((l) => l.source === id && l.made)
    .map(({ made: _, ...line }) => line)
  const [freed, freeing] = exchangeLines(project, label, [], lines)
  const [next, edit] = makeEdit(freed, label, ({ sources }) => {
    const drafted = sources[id]
    if (drafted?.kind !== 'making') return
    drafted.recipe = LET_GO
    drafted.measures = {}
    drafted.trouble = null
    drafted.figures = []
  })
  return [next, joinEdits(freeing, edit)]
}
