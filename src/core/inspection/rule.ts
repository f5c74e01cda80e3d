import type { Finding } from '../document/findings'
import type { Limits } from '../document/limits'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'

/** What the inspection may ask besides the project itself. */
export type Library = { papers: readonly Paper[]; limits: Limits }

/** One thing that the inspection looks for. Adding one is a new file here and a line in the list. */
export type Rule = (project: Project, library: Library) => Finding[]

/**
 * A rule that looks at one piece at a time. Its findings are kept for as long as the piece and its lines stay the
 * same, as most changes leave most pieces alone.
 */
export function perPiece(
  look: (shape: PieceShape, project: Project, library: Library) => Finding[],
  alsoDependsOn: (project: Project, library: Library, shape: PieceShape) => unknown = () => null,
): Rule {
  const kept = new WeakMap<PieceShape, { on: unknown; findings: Finding[] }>()
  return (project, library) =>
    shapesOf(project).flatMap((shape) => {
      const on = JSON.stringify([alsoDependsOn(project, library, shape), library.limits, project.unit])
      const known = kept.get(shape)
      if (known && known.on === on) return known.findings
      const findings = look(shape, project, library)
      kept.set(shape, { on, findings })
      return findings
    })
}
