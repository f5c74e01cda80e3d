import type { Line, Look, Project, Role } from './schema'

/** Lines of one family that have the same role for now. */
export type Strand = { role: Role; sure: boolean; why: string; lines: string[] }

/** Lines of one source that share a look. Derived, never stored. */
export type Family = {
  key: string
  source: string
  look: Look
  lines: string[]
  strands: Strand[]
  toDecide: number
}

/** The families of a project: what waits for a decision first, then the larger ones. */
export function familiesOf(project: Project): Family[] {
  const groups = new Map<string, Line[]>()
  for (const line of Object.values(project.lines)) {
    const group = groups.get(line.look)
    if (group) group.push(line)
    else groups.set(line.look, [line])
  }
  const families = [...groups].map(([key, lines]): Family => {
    const strands = strandsOf(lines)
    return {
      key,
      source: lines[0]!.source,
      look: project.looks[key]!,
      lines: lines.map((l) => l.id),
      strands,
      toDecide: strands.filter((s) => !s.sure).length,
    }
  })
  return families.sort((a, b) => b.toDecide - a.toDecide || b.lines.length - a.lines.length)
}

function strandsOf(lines: readonly Line[]): Strand[] {
  const strands: Strand[] = []
  for (const line of lines) {
    const strand = strands.find((s) => s.role === line.role && s.sure === line.sure)
    if (strand) strand.lines.push(line.id)
    else strands.push({ role: line.role, sure: line.sure, why: line.why, lines: [line.id] })
  }
  return strands.sort((a, b) => Number(a.sure) - Number(b.sure) || b.lines.length - a.lines.length)
}

/** How many decisions are left: one for each strand that is not sure. */
export const decisionsLeft = (families: readonly Family[]): number =>
  families.reduce((n, f) => n + f.toDecide, 0)
