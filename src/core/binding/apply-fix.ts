import { type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Finding, Project } from '../document/schema'
import { rebind } from './reconcile'

/** Does what a finding offers to put itself right: roles and courses of lines, then the pieces anew. */
export function applyFix(project: Project, { fix }: Finding): [Project, Edit] {
  const label = fix?.label ?? 'Put right'
  const [next, edit] = makeEdit(project, label, (draft) => {
    for (const { id, role, d } of fix?.lines ?? []) {
      const line = draft.lines[id]
      if (!line) continue
      if (d) line.d = d
      if (role) Object.assign(line, { role, sure: true, why: 'Put right as the inspection proposed.' })
    }
  })
  const [bound, binding] = rebind(next, label)
  return [bound, joinEdits(edit, binding)]
}
