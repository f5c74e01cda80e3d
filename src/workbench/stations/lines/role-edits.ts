import { type Edit, joinEdits, makeEdit, setLines } from '@/core/document/edits'
import { habitKeyOf } from '@/core/document/families'
import type { Look, Role } from '@/core/document/lines'
import type { Project } from '@/core/document/project'
import { count } from '@/core/units/count'
import { ROLE_NAMES } from '../../role-names'
import type { Workbench } from '../../store/project-store'

/** Gives lines a role by hand: from then on it is sure. @param what the lines in words, for the label of the edit */
export function giveRole(
  workbench: Workbench,
  ids: readonly string[],
  role: Role,
  what: string,
  look?: Look,
): void {
  if (ids.length === 0) return
  const lines = count(ids.length, 'line')
  void workbench.edit((project) => {
    const given = setLines(project, `${ROLE_NAMES[role]} ${lines}${what ? ` of “${what}”` : ''}`, ids, {
      role,
      sure: true,
      why: 'Chosen by hand.',
      ...(role === 'score' ? {} : { fold: null }),
    })
    return look ? remembered(given, look, role) : given
  })
}

/** Confirms the suggested roles of lines as they are. */
export function confirmRoles(workbench: Workbench, ids: readonly string[], what: string, look?: Look): void {
  void workbench.edit((project) => {
    const confirmed = setLines(project, `Confirm “${what}”`, ids, { sure: true })
    const role = project.lines[ids[0] ?? '']?.role
    return look && role ? remembered(confirmed, look, role) : confirmed
  })
}

/** An edit that also keeps the decision for the same look in further files of the project. */
function remembered([project, edit]: [Project, Edit], look: Look, role: Role): [Project, Edit] {
  const [next, habit] = makeEdit(project, edit.label, (draft) => {
    draft.habits[habitKeyOf(look)] = { look: { ...look, layers: [] }, role }
  })
  return [next, joinEdits(edit, habit)]
}
