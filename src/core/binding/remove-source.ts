import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { say } from '../words'

export const linesOfSource = (project: Project, source: string): Line[] =>
  Object.values(project.lines).filter((l) => l.source === source)

/** Takes a source out of a document, with the looks that its lines had. */
export function dropSource(draft: Pick<Project, 'sources' | 'looks'>, source: string): void {
  delete draft.sources[source]
  for (const look of Object.keys(draft.looks))
    if (look.startsWith(`${source}-look-`)) delete draft.looks[look]
}

/**
 * Removes a source with its lines; its pieces go when the lines are bound anew. The file itself stays kept, so that it
 * comes back when this is undone.
 */
export function removeSource(project: Project, source: string): [Project, Edit] {
  const label = say`Remove “${project.sources[source]?.name ?? source}”`
  const gone = linesOfSource(project, source).map((l) => l.id)
  const [without, exchange] = exchangeLines(project, label, gone, [])
  const [next, dropping] = makeEdit(without, label, (draft) => dropSource(draft, source))
  return [next, joinEdits(exchange, dropping)]
}
