import type { Project } from '../document/project'
import type { PieceShape } from '../pieces/piece-shape'
import { lengthWords } from '../units/length'
import { say } from '../words'
import { type Library, perPiece } from './rule'

/** Thicknesses nearer than this are one, mm. */
const SAME = 0.02

/** The thickness that a piece was made for, and that of its paper, mm; null where either is not known. */
function thicknesses(shape: PieceShape, { sources }: Project, { papers }: Library) {
  const source = sources[shape.lines[0]?.source ?? '']
  const made = source?.kind === 'making' ? source.measures.caliper : undefined
  const paper = papers.find((p) => p.id === shape.piece.paper)
  return paper && typeof made === 'number' ? { made, paper: paper.caliper, name: paper.name } : null
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
        message: say`“${piece.name}” is made for paper ${made} thick; “${found.name}” has ${has}. Set the thickness of the paper among its measures, in Shape.`,
        lines: [],
        pieces: [piece.id],
      },
    ]
  },
  (project, library, shape) => thicknesses(shape, project, library),
)
