import type { Project } from '../document/project'

/** The thickness of paper that a piece was made for, mm; null where nobody said. */
export function madeFor({ pieces, lines, sources }: Project, piece: string): number | null {
  const line = lines[pieces[piece]?.outline[0] ?? '']
  const source = sources[line?.source ?? '']
  const caliper = source?.kind === 'making' ? source.measures.caliper : null
  return typeof caliper === 'number' ? caliper : null
}
