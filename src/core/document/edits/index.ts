import { enablePatches, produceWithPatches, setAutoFreeze } from 'immer'
import type { Line } from '../lines'
import type { Project } from '../project'
import { applyChanges } from './apply'
import type { BulkChange, Change, Edit } from './change'

export { applyChanges, applyEdit, applyInPlace, detached, EditMisfit, touchedBy } from './apply'
export type { Change, Edit, SentEdit } from './change'
export { changeSchema, editSchema, sentEditSchema } from './change'

enablePatches()
// Freezing walks the whole document, which costs more than the edit where lines come by the ten thousand.
setAutoFreeze(false)

/** Makes an edit by writing to a draft of the project. */
export function makeEdit(project: Project, label: string, recipe: (draft: Project) => void): [Project, Edit] {
  const [next, changes] = produceWithPatches(project, (draft) => {
    recipe(draft as Project)
  })
  return [next, { label, changes }]
}

/**
 * Makes an edit that sets the same fields of many lines, without a draft of each.
 * Lines that the project does not have are passed over.
 */
export function setLines(
  project: Project,
  label: string,
  ids: readonly string[],
  set: Partial<Line>,
): [Project, Edit] {
  const present = ids.filter((id) => project.lines[id])
  const change: BulkChange = { op: 'lines', groups: [{ ids: present, set }] }
  return [applyChanges(project, [change]), { label, changes: [change] }]
}

/**
 * Makes an edit that takes lines away and puts others in, without a draft: by the ten thousand a draft costs a second.
 * A line that is put in under an id that stands is put in its place.
 */
export function exchangeLines(
  project: Project,
  label: string,
  gone: readonly string[],
  added: readonly Line[],
): [Project, Edit] {
  const changes: Change[] = [
    ...gone.filter((id) => project.lines[id]).map((id): Change => ({ op: 'remove', path: ['lines', id] })),
    ...added.map((line): Change => ({ op: 'add', path: ['lines', line.id], value: line })),
  ]
  return [applyChanges(project, changes), { label, changes }]
}

/** Two edits made one after the other as one, under the first one's label. */
export const joinEdits = (first: Edit, second: Edit): Edit => ({
  label: first.label,
  changes: [...first.changes, ...second.changes],
})
