import type { Paper } from '../document/paper'
import type { Finding, Project } from '../document/schema'
import { closeScores } from './close-scores'
import { cutTwice } from './cut-twice'
import { fallingIsland } from './falling-island'
import { looseLine } from './loose-line'
import { noPiece } from './no-piece'
import { nothingLeft } from './nothing-left'
import { openOutline } from './open-outline'
import type { Library, Rule } from './rule'
import { sameOutline } from './same-outline'
import { scoreOutside } from './score-outside'
import { selfCrossing } from './self-crossing'
import { severed } from './severed'
import { spike } from './spike'
import { thinPart } from './thin-part'
import { tinyOpening } from './tiny-opening'
import { tooLarge } from './too-large'

/** Every rule of the inspection; findings come in this order. */
export const RULES: readonly Rule[] = [
  noPiece,
  nothingLeft,
  openOutline,
  looseLine,
  severed,
  cutTwice,
  tooLarge,
  thinPart,
  selfCrossing,
  scoreOutside,
  tinyOpening,
  closeScores,
  fallingIsland,
  spike,
  sameOutline,
]

/** Everything that is noticed about a project, what was noticed at its import first. */
export function inspect(project: Project, papers: readonly Paper[] = []): Finding[] {
  const library: Library = { papers, limits: project.limits }
  const atImport = Object.values(project.sources).flatMap((source) =>
    source.findings.map((f) => ({ ...f, lines: [], pieces: [] })),
  )
  return [...atImport, ...RULES.flatMap((rule) => rule(project, library))]
}
