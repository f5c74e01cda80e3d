import type { Finding, Project } from '../document/schema'
import { cutTwice } from './cut-twice'
import { looseLine } from './loose-line'
import { noPiece } from './no-piece'
import type { Rule } from './rule'

/** Every rule of the inspection; findings come in this order. */
export const RULES: readonly Rule[] = [noPiece, looseLine, cutTwice]

/** Everything that is noticed about a project, what was noticed at its import first. */
export function inspect(project: Project): Finding[] {
  const atImport = Object.values(project.sources).flatMap((source) =>
    source.findings.map((f) => ({ ...f, lines: [], pieces: [] })),
  )
  return [...atImport, ...RULES.flatMap((rule) => rule(project))]
}
