import { decide } from '@/core/document/decide'
import type { Role } from '@/core/document/lines'
import { ROLE_NAMES } from '@/core/document/role-names'
import { count, say } from '@/core/words'
import type { Workbench } from '../../store/project-store'

/**
 * Gives lines a role by hand.
 * @param look the look in words whose lines they are, where it is decided for a look
 */
export function giveRole(workbench: Workbench, lines: readonly string[], role: Role, look?: string): void {
  if (lines.length === 0) return
  const label = `${ROLE_NAMES[role]} ${count(lines.length, 'line')}${look ? say` of “${look}”` : ''}`
  void workbench.edit((project) => decide(project, { lines, role, label, forLook: look !== undefined }))
}

/** Confirms the suggested roles of lines as they are. @param look their look, in words */
export function confirmRoles(workbench: Workbench, lines: readonly string[], look: string): void {
  const label = say`Confirm “${look}”`
  void workbench.edit((project) => decide(project, { lines, role: 'as suggested', label, forLook: true }))
}
