import { applyPatches, enablePatches, type Patch, produceWithPatches, setAutoFreeze } from 'immer'
import { z } from 'zod'
import type { Line, Project } from './schema'

enablePatches()
// Freezing walks the whole document, which costs more than the edit where lines come by the ten thousand.
setAutoFreeze(false)

/**
 * An edit is a label and a pair of change lists: one that makes it and one that takes it back. A change is an immer
 * patch, or the compact form for many lines at once: a patch a line would be megabytes and hundreds of milliseconds
 * for a large family.
 */
export type BulkChange = { op: 'lines'; groups: { ids: string[]; set: Partial<Line> }[] }
export type Change = Patch | BulkChange
export type Edit = { label: string; changes: Change[]; inverse: Change[] }

const key = z
  .union([z.string().max(120), z.number().int().nonnegative()])
  .refine((k) => k !== '__proto__' && k !== 'constructor' && k !== 'prototype', 'not a key of a document')

/** The shape of changes at the door; whether they fit the document shows when the result is validated. */
export const changeSchema: z.ZodType<Change> = z.union([
  z.object({
    op: z.literal('lines'),
    groups: z
      .array(
        z.object({ ids: z.array(z.string().min(1).max(64)), set: z.record(z.string().max(20), z.json()) }),
      )
      .max(70_000),
  }) as unknown as z.ZodType<BulkChange>,
  z.object({
    op: z.enum(['add', 'remove', 'replace']),
    path: z.array(key).min(1).max(12),
    value: z.json().optional(),
  }),
])

/** Makes an edit by writing to a draft of the project. */
export function makeEdit(project: Project, label: string, recipe: (draft: Project) => void): [Project, Edit] {
  const [next, changes, inverse] = produceWithPatches(project, (draft) => {
    recipe(draft as Project)
  })
  return [next, { label, changes, inverse }]
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
  const fields = Object.keys(set) as (keyof Line)[]
  const present = ids.filter((id) => project.lines[id])
  const before = new Map<string, { ids: string[]; set: Partial<Line> }>()
  for (const id of present) {
    const line = project.lines[id]!
    const same = fields.map((f) => JSON.stringify(line[f])).join()
    const group = before.get(same)
    if (group) group.ids.push(id)
    else
      before.set(same, {
        ids: [id],
        set: Object.fromEntries(fields.map((f) => [f, line[f]])) as Partial<Line>,
      })
  }
  const change: BulkChange = { op: 'lines', groups: [{ ids: [...present], set }] }
  return [
    applyChanges(project, [change]),
    { label, changes: [change], inverse: [{ op: 'lines', groups: [...before.values()] }] },
  ]
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
  const lines = { ...project.lines }
  const changes: Change[] = []
  const inverse: Change[] = []
  for (const id of gone) {
    const line = lines[id]
    if (!line) continue
    delete lines[id]
    changes.push({ op: 'remove', path: ['lines', id] })
    inverse.push({ op: 'add', path: ['lines', id], value: line })
  }
  for (const line of added) {
    const before = lines[line.id]
    lines[line.id] = line
    changes.push({ op: before ? 'replace' : 'add', path: ['lines', line.id], value: line })
    inverse.push(
      before
        ? { op: 'replace', path: ['lines', line.id], value: before }
        : { op: 'remove', path: ['lines', line.id] },
    )
  }
  // What was put in goes before what was taken away comes back.
  const removals = inverse.filter((c) => c.op !== 'add')
  const returns = inverse.filter((c) => c.op === 'add')
  return [
    { ...project, lines },
    { label, changes, inverse: [...removals, ...returns] },
  ]
}

/**
 * Applies changes in order.
 * @throws when a change does not fit the document (a missing parent, an unknown line)
 */
export function applyChanges(project: Project, changes: readonly Change[]): Project {
  let next = project
  let run: Patch[] = []
  const flush = () => {
    if (run.length > 0) next = applyPatches(next, run)
    run = []
  }
  for (const change of changes) {
    if (change.op !== 'lines') run.push(change)
    else {
      flush()
      next = applyBulk(next, change)
    }
  }
  flush()
  return next
}

function applyBulk(project: Project, change: BulkChange): Project {
  const lines = { ...project.lines }
  for (const { ids, set } of change.groups)
    for (const id of ids) {
      const line = lines[id]
      if (!line) throw new RangeError(`edit: the project has no line "${id}"`)
      lines[id] = { ...line, ...set }
    }
  return { ...project, lines }
}

/** Two edits made one after the other as one, under the first one's label. */
export const joinEdits = (first: Edit, second: Edit): Edit => ({
  label: first.label,
  changes: [...first.changes, ...second.changes],
  inverse: [...second.inverse, ...first.inverse],
})
