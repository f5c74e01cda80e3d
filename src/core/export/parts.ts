import { beatOfLine } from '../cutting/beat-of-line'
import { intoDashes } from '../cutting/dashes'
import { placementId, type Sheet } from '../document/layout'
import type { Line } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { type StyledRole, styledRole } from '../document/role-styles'
import { flatten } from '../geometry/flatten'
import type { Contour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { shapesOf } from '../pieces/piece-shape'
import { type LaidPiece, laidOn } from '../sheets/place'

/** What a line is in a file: its role, folds told apart by direction where it is known. */
export type Exported = Exclude<StyledRole, 'skip'>

/** From what lies undermost to what lies uppermost. */
export const EXPORTED: readonly Exported[] = [
  'print',
  'score',
  'score valley',
  'score mountain',
  'perforate',
  'pen',
  'cut',
]

/** A piece as it lies on its sheet: its lines by what they are, in mm of the sheet, y down. */
export type Part = {
  piece: Piece
  name: string
  copy: number
  lines: Map<Exported, Contour[]>
  /** what of it is cut as dashes */
  dashed: Set<Exported>
}

/** The pieces on a sheet, ready to be written. */
export const partsOf = (project: Project, sheet: Sheet): Part[] =>
  laidOn(project, sheet).map((laid) => partOf(project, laid))

function partOf(project: Project, laid: LaidPiece): Part {
  const { piece, lines: all, edges, slits } = laid.shape
  const lines = new Map<Exported, Contour[]>()
  const dashed = new Set<Exported>()
  const put = (kind: Exported, contours: Contour[]) => {
    const known = lines.get(kind)
    if (known) known.push(...contours)
    else if (contours.length > 0) lines.set(kind, contours)
  }
  // Edges are written as one closed path each, in whatever stretches they were drawn.
  put(
    'cut',
    [...edges, ...slits.map(contourOf)].map((c) => laid.contour(c)),
  )
  for (const line of all) {
    if (line.role === 'skip' || line.role === 'cut') continue
    const contour = laid.contour(contourOf(line))
    const kind = styledRole({ role: line.role, fold: line.fold })
    // A perforation keeps its beat as its look.
    const beat = line.role === 'score' ? beatOfLine(project, line) : null
    if (beat) dashed.add(kind)
    put(kind, beat ? intoDashes(flatten(contour), beat.dash, beat.gap).map(asContour) : [contour])
  }
  return { piece, name: piece.name, copy: laid.placement.copy, lines, dashed }
}

const contourOf = ({ d }: Line): Contour => shapeOf(d).contour

function asContour(points: Float64Array): Contour {
  const at = (i: number) => ({ x: points[i]!, y: points[i + 1]! })
  const segments = []
  for (let i = 2; i < points.length; i += 2) segments.push({ to: at(i) })
  return { start: at(0), segments, closed: false }
}

/** The whole drawing as one sheet, every piece where it was drawn. */
export const drawingAsSheet = (project: Project, size: { width: number; height: number }): Sheet => ({
  id: 'drawing',
  paper: 'drawing',
  ...size,
  placements: shapesOf(project).map(({ piece, box }) => ({
    id: placementId(piece.id, 0),
    piece: piece.id,
    copy: 0,
    x: box.minX,
    y: box.minY,
    rotation: 0,
  })),
})
