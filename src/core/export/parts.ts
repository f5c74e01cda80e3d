import { beatOfLine } from '../cutting/beat-of-line'
import { intoDashes } from '../cutting/dashes'
import { boxOfPiece, linesOf } from '../document/pieces'
import type { Fold, Piece, Placement, Project, Role, Sheet } from '../document/schema'
import { flatten } from '../geometry/flatten'
import { type Contour, transformContour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { placementTransform } from '../sheets/place'

/** What a line is in a file: its role, folds told apart by direction where it is known. */
export type Exported = Exclude<Role, 'skip'> | 'score mountain' | 'score valley'

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
  sheet.placements.flatMap((placement) => {
    const piece = project.pieces[placement.piece]
    return piece ? [partOf(project, piece, placement)] : []
  })

function partOf(project: Project, piece: Piece, placement: Placement): Part {
  const transform = placementTransform(project, piece, placement)
  const lines = new Map<Exported, Contour[]>()
  const dashed = new Set<Exported>()
  for (const line of linesOf(project, piece.lines)) {
    if (line.role === 'skip') continue
    const contour = transformContour(shapeOf(line.d).contour, transform)
    const kind = exportedAs(line.role, line.fold)
    // A perforation keeps its beat as its look.
    const beat = line.role === 'score' ? beatOfLine(project, line) : null
    const contours = beat ? intoDashes(flatten(contour), beat.dash, beat.gap).map(asContour) : [contour]
    if (beat) dashed.add(kind)
    const known = lines.get(kind)
    if (known) known.push(...contours)
    else lines.set(kind, contours)
  }
  return { piece, name: piece.name, copy: placement.copy, lines, dashed }
}

const exportedAs = (role: Exclude<Role, 'skip'>, fold: Fold | null): Exported =>
  role === 'score' && fold ? `score ${fold}` : role

function asContour(points: Float64Array): Contour {
  const at = (i: number) => ({ x: points[i]!, y: points[i + 1]! })
  const segments = []
  for (let i = 2; i < points.length; i += 2) segments.push({ to: at(i) })
  return { start: at(0), segments, closed: false }
}

/** The whole drawing as one sheet, every piece where it was drawn. */
export function drawingAsSheet(project: Project, size: { width: number; height: number }): Sheet {
  return {
    id: 'drawing',
    paper: 'drawing',
    ...size,
    placements: Object.values(project.pieces).map((piece) => {
      const box = boxOfPiece(project, piece)
      return { piece: piece.id, copy: 0, x: box.minX, y: box.minY, rotation: 0 }
    }),
  }
}
