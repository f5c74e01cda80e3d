import type { Project } from '../document/project'
import { madeFor } from '../making/made-for'
import type { PieceShape } from '../pieces/piece-shape'
import { lengthWords } from '../units/length'
import { say } from '../words'
import { type Library, perPiece } from './rule'

/** Thicknesses nearer than this are one, mm. */
const SAME = 0.02

/** The thickness that a piece was made for, and that of its paper, mm; null where either is not known. */
function thicknesses({ piece, lines }: PieceShape, project: Project, { papers }: Library) {
  const made = madeFor(project, piece.id)
  const paper = papers.find((p) => p.id === piece.paper)
  return paper && made !== null
    ? { made, paper: paper.caliper, name: paper.name, source: lines[0]!.source }
    : null
}

/** A piece whose pattern allows for another thickness than its paper has: lids grow tight, walls stand apart. */
export const paperThickness = perPiece(
  (shape, project, library) => {
    const found = thicknesses(shape, project, library)
    if (!found || Math.abs(found.made - found.paper) <= SAME) return []
    const { piece } = shape
    const [made, has] = [found.made, found.paper].map((v) => lengthWords(v, project.unit, 2))
    return [
      {
        rule: 'paper-thickness',
        severity: 'warning' as const,
        message: say`“${piece.name}” is made for paper ${made} thick; “${found.name}” has ${has}: lids grow tight and walls stand apart.`,
        lines: [],
        pieces: [piece.id],
        fix: {
          label: say`Make it for this paper`,
          lines: [],
          measure: { source: found.source, measure: 'caliper', value: found.paper },
        },
      },
    ]
  },
  (project, library, shape) => thicknesses(shape, project, library),
)
