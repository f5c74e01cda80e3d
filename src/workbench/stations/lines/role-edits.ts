import { setLines } from '@/core/document/edits'
import type { Role } from '@/core/document/schema'
import { ROLE_NAMES } from '../../role-names'
import type { Workbench } from '../../store/project-store'

/** Gives lines a role by hand: from then on it is sure. @param what the lines in words, for the label of the edit */
export function giveRole(workbench: Workbench, ids: readonly string[], role: Role, what: string): void {
  if (ids.length === 0) return
  const count = ids.length === 1 ? '1 line' : `${ids.length} lines`
  void workbench.editLines((project) =>
    setLines(project, `${ROLE_NAMES[role]} ${count}${what ? ` of “${what}”` : ''}`, ids, {
      role,
      sure: true,
      why: 'Chosen by hand.',
      ...(role === 'score' ? {} : { fold: null }),
    }),
  )
}

/** Confirms the suggested roles of lines as they are. */
export function confirmRoles(workbench: Workbench, ids: readonly string[], what: string): void {
  void workbench.edit((project) => setLines(project, `Confirm “${what}”`, ids, { sure: true }))
}
