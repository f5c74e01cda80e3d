import { type Edit, makeEdit } from '../document/edits'
import { type Line, stemsFrom } from '../document/lines'
import type { Project } from '../document/project'
import { type Cleaning, filesOf } from '../document/sources'
import { say } from '../words'

/**
 * Takes one kind of cleaning of a source back: lines come back as they were drawn, what stood in their place goes.
 * They have the role of what stood there, or are cuts where nothing did.
 */
export function takeBack(project: Project, source: string, kind: Cleaning['kind']): [Project, Edit] {
  const file = project.sources[source]
  const cleaning = file?.kind === 'file' ? file.cleaning.find((c) => c.kind === kind) : undefined
  const label = say`Take back what was tidied`
  if (!cleaning) return makeEdit(project, label, () => {})
  const gone = new Set<string>()
  const back: Line[] = []
  const lines = Object.values(project.lines)
  for (const { removed, made } of cleaning.items) {
    // What stands in the place of cleaned lines: what the cleaning made, or parts of that.
    const standing = lines.filter((l) => made.some((m) => stemsFrom(l, m)))
    const [like] = standing
    for (const { id } of standing) gone.add(id)
    for (const line of removed)
      back.push({
        ...line,
        role: like?.role ?? 'cut',
        fold: like?.fold ?? null,
        sure: true,
        why: say`It was put back as it was drawn.`,
      })
  }
  return makeEdit(project, label, (draft) => {
    for (const id of gone) delete draft.lines[id]
    for (const line of back) draft.lines[line.id] = line
    const read = draft.sources[source]
    if (read?.kind === 'file') read.cleaning = read.cleaning.filter((c) => c.kind !== kind)
  })
}

/** The lines of a project as they were drawn: what was tidied away again in its place. */
export function originalLines(project: Project): Line[] {
  const items = filesOf(project.sources).flatMap((s) => s.cleaning.flatMap((c) => c.items))
  const made = new Set(items.flatMap((item) => item.made))
  const isMade = ({ id, lineage = [] }: Line): boolean => [id, ...lineage].some((of) => made.has(of))
  return [
    ...Object.values(project.lines).filter((l) => !isMade(l)),
    ...items.flatMap((item) => item.removed.filter((l) => !isMade(l))),
  ]
}
