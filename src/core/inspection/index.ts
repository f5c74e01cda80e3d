import type { Finding } from '../document/findings'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { filesOf } from '../document/sources'
import { spentPieces } from '../document/spent'
import { say } from '../words'
import { artCoarse } from './art-coarse'
import { artMirrored } from './art-mirrored'
import { artShort } from './art-short'
import { artUnprinted } from './art-unprinted'
import { closeScores } from './close-scores'
import { cutTwice } from './cut-twice'
import { fallingIsland } from './falling-island'
import { foldingWrong } from './folding-wrong'
import { inkOutside } from './ink-outside'
import { looseLine } from './loose-line'
import { noPiece } from './no-piece'
import { notMade } from './not-made'
import { nothingLeft } from './nothing-left'
import { openOutline } from './open-outline'
import { outgrown } from './outgrown'
import { paperThickness } from './paper-thickness'
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
  notMade,
  noPiece,
  nothingLeft,
  openOutline,
  looseLine,
  severed,
  cutTwice,
  tooLarge,
  outgrown,
  thinPart,
  selfCrossing,
  scoreOutside,
  tinyOpening,
  closeScores,
  fallingIsland,
  spike,
  foldingWrong,
  paperThickness,
  inkOutside,
  artUnprinted,
  artMirrored,
  artShort,
  artCoarse,
  sameOutline,
]

/** More findings of one rule than this are told together. */
const MOST_OF_A_KIND = 40

/** The findings of one rule, the last of very many gathered into one. */
function gathered(findings: Finding[]): Finding[] {
  if (findings.length <= MOST_OF_A_KIND) return findings
  const shown = findings.slice(0, MOST_OF_A_KIND - 1)
  const rest = findings.slice(MOST_OF_A_KIND - 1)
  const first = rest[0]!
  return [
    ...shown,
    {
      rule: first.rule,
      severity: first.severity,
      message: say`${rest.length} more of this kind: the drawing has ${findings.length} such places.`,
      lines: rest.flatMap((f) => f.lines),
      pieces: rest.flatMap((f) => f.pieces),
    },
  ]
}

/** Everything that is noticed about a project, what was noticed at its import first. */
export function inspect(project: Project, papers: readonly Paper[] = []): Finding[] {
  const library: Library = { papers, limits: project.limits }
  const atImport = filesOf(project.sources).flatMap((source) =>
    source.findings.map((f) => ({ ...f, lines: [], pieces: [] })),
  )
  const spent = spentPieces(project)
  // What is used up goes to no sheet: what is wrong there alone spoils nothing, but that it could not be made anew.
  const counts = ({ rule, pieces }: Finding) =>
    rule === 'not-made' || pieces.length === 0 || !pieces.every((id) => spent.has(id))
  return [...atImport, ...RULES.flatMap((rule) => gathered(rule(project, library).filter(counts)))]
}
