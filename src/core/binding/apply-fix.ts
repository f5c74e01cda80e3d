import { type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Finding } from '../document/findings'
import { USUAL_PRINT } from '../document/print'
import type { Project } from '../document/project'
import { say } from '../words'
import { deletePieces } from './copy-pieces'

/** Does what a finding offers to put itself right: roles and courses of lines, sheets that are printed, equal pieces as one. */
export function applyFix(project: Project, { fix }: Finding): [Project, Edit] {
  const label = fix?.label ?? say`Put right`
  if (fix?.merge) return mergePieces(project, fix.merge, label)
  return makeEdit(project, label, (draft) => {
    if (fix?.print)
      draft.print = { ...(draft.print ?? USUAL_PRINT), ...(fix.print === 'both' ? { bothSides: true } : {}) }
    const making = fix?.measure && draft.sources[fix.measure.source]
    if (making?.kind === 'making') making.measures[fix!.measure!.measure] = fix!.measure!.value
    for (const { id, role, d } of fix?.lines ?? []) {
      const line = draft.lines[id]
      if (!line) continue
      if (d) line.d = d
      if (role) Object.assign(line, { role, sure: true, why: say`Put right as the inspection proposed.` })
    }
  })
}

/** Deletes equal pieces but one, which is cut as often as all of them were. */
function mergePieces(
  project: Project,
  { keep, drop }: { keep: string; drop: readonly string[] },
  label: string,
): [Project, Edit] {
  const copies = [keep, ...drop].reduce((sum, id) => sum + (project.pieces[id]?.copies ?? 0), 0)
  const [fewer, deleting] = deletePieces(project, drop)
  const [next, edit] = makeEdit(fewer, label, ({ pieces }) => {
    if (pieces[keep]) pieces[keep].copies = Math.min(500, copies)
  })
  return [next, { ...joinEdits(deleting, edit), label }]
}
