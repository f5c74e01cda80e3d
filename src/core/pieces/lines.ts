import type { Line, Role } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'

/** The lines of the given ids that the project has. */
export const linesOf = (project: Pick<Project, 'lines'>, ids: readonly string[]): Line[] =>
  ids.flatMap((id) => project.lines[id] ?? [])

/** How many lines of each role a piece holds. */
export function roleCounts(project: Pick<Project, 'lines'>, piece: Piece): Partial<Record<Role, number>> {
  const counts: Partial<Record<Role, number>> = {}
  for (const line of linesOf(project, piece.lines)) counts[line.role] = (counts[line.role] ?? 0) + 1
  return counts
}

/** Lines that some machine or printer works on but that belong to no piece. */
export function looseLines(project: Pick<Project, 'lines' | 'pieces'>): Line[] {
  const bound = new Set(Object.values(project.pieces).flatMap((p) => p.lines))
  return Object.values(project.lines).filter((l) => l.role !== 'skip' && !bound.has(l.id))
}
