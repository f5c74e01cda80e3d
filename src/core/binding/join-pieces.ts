import { type Edit, setLines } from '../document/edits'
import type { Role } from '../document/lines'
import type { Project } from '../document/project'
import { say } from '../words'

/** The cut lines that part the given pieces from one another: each bounds two of them. */
export function partingLines(project: Project, pieces: readonly string[]): string[] {
  const count = new Map<string, number>()
  for (const id of pieces)
    for (const line of new Set(project.pieces[id]?.outline ?? [])) count.set(line, (count.get(line) ?? 0) + 1)
  return [...count].flatMap(([id, n]) => (n > 1 ? [id] : []))
}

/**
 * Joins pieces that share edges into one: what parted them becomes a fold, or is skipped.
 * @returns an edit without changes where they share no edge
 */
export function joinPieces(
  project: Project,
  pieces: readonly string[],
  role: Role & ('score' | 'skip'),
): [Project, Edit] {
  const label = say`Join ${pieces.length} pieces`
  return setLines(project, label, partingLines(project, pieces), {
    role,
    sure: true,
    why: say`It parted pieces that were joined by hand.`,
  })
}
