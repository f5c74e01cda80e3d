import { type Edit, makeEdit } from '../document/edits'
import type { Finding } from '../document/findings'
import { USUAL_PRINT } from '../document/print'
import type { Project } from '../document/project'

/** Does what a finding offers to put itself right: roles and courses of lines, or sheets that are printed. */
export function applyFix(project: Project, { fix }: Finding): [Project, Edit] {
  const label = fix?.label ?? 'Put right'
  return makeEdit(project, label, (draft) => {
    if (fix?.print)
      draft.print = { ...(draft.print ?? USUAL_PRINT), ...(fix.print === 'both' ? { bothSides: true } : {}) }
    for (const { id, role, d } of fix?.lines ?? []) {
      const line = draft.lines[id]
      if (!line) continue
      if (d) line.d = d
      if (role) Object.assign(line, { role, sure: true, why: 'Put right as the inspection proposed.' })
    }
  })
}
