import type { Beat, Line } from '../document/lines'
import type { Project } from '../document/project'

/** The dash and gap of a perforation where the drawing has none of its own, mm (common practice). */
const PERFORATION: Beat = { dash: 1, gap: 1 }

/** The beat in which a line is cut; null for one that is followed in one stroke. */
export function beatOfLine({ looks, run }: Pick<Project, 'looks' | 'run'>, line: Line): Beat | null {
  if (line.role === 'perforate') return line.dashes ?? perforationAsDrawn({ looks }, line)
  if (line.role !== 'score') return null
  return line.dashes ?? (run.dashedScores ? run : null)
}

/** The beat of a perforation as its drawing has it, or a usual one. */
export const perforationAsDrawn = ({ looks }: Pick<Project, 'looks'>, line: Line): Beat =>
  drawnBeat(looks[line.look]?.dash) ?? PERFORATION

const drawnBeat = (dash: readonly number[] | undefined): Beat | null =>
  dash && dash[0]! > 0.1 && dash[1]! > 0.1 ? { dash: dash[0]!, gap: dash[1]! } : null
