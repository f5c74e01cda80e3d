import { type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Cleaning, Line, Project } from '../document/schema'
import { rebind } from './reconcile'

/** Whether a line stands in the place of a cleaned one: made by the cleaning, or a part of what was. */
const standsFor = (id: string, made: string): boolean => id === made || id.startsWith(`${made}.`)

/**
 * Takes one kind of cleaning of a source back: lines come back as they were drawn, what stood in their place goes.
 * They have the role of what stood there, or are cuts where nothing did.
 */
export function takeBack(project: Project, source: string, kind: Cleaning['kind']): [Project, Edit] {
  const cleaning = project.sources[source]?.cleaning.find((c) => c.kind === kind)
  const label = 'Take back what was tidied'
  if (!cleaning) return makeEdit(project, label, () => {})
  const gone = new Set<string>()
  const back: Line[] = []
  const ids = Object.keys(project.lines)
  for (const { removed, made } of cleaning.items) {
    const standing = ids.filter((id) => made.some((m) => standsFor(id, m)))
    const like = standing.map((id) => project.lines[id]!)[0]
    for (const id of standing) gone.add(id)
    for (const line of removed)
      back.push({
        ...line,
        role: like?.role ?? 'cut',
        fold: like?.fold ?? null,
        sure: true,
        why: 'It was put back as it was drawn.',
      })
  }
  const [next, edit] = makeEdit(project, label, (draft) => {
    for (const id of gone) delete draft.lines[id]
    for (const line of back) draft.lines[line.id] = line
    draft.sources[source]!.cleaning = draft.sources[source]!.cleaning.filter((c) => c.kind !== kind)
  })
  const [bound, binding] = rebind(next, label)
  return [bound, joinEdits(edit, binding)]
}

/** The lines of a project as they were drawn: what was tidied away again in its place. */
export function originalLines(project: Project): Line[] {
  const items = Object.values(project.sources).flatMap((s) => s.cleaning.flatMap((c) => c.items))
  const made = new Set(items.flatMap((item) => item.made))
  const isMade = (id: string): boolean =>
    made.has(id) || (id.includes('.') && isMade(id.slice(0, id.lastIndexOf('.'))))
  return [
    ...Object.values(project.lines).filter((l) => !isMade(l.id)),
    ...items.flatMap((item) => item.removed.filter((l) => !isMade(l.id))),
  ]
}
