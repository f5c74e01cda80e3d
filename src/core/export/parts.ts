import { beatOfLine } from '../cutting/beat-of-line'
import { intoDashes } from '../cutting/dashes'
import { placementId, type Sheet } from '../document/layout'
import type { Line } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { ROLE_STYLES, type StyledRole, styledRole } from '../document/role-styles'
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
  /** from what lies undermost to what lies uppermost */
  groups: Group[]
}

/** Lines that are drawn alike. */
export type Group = {
  kind: Exported
  /** the beat that they are drawn in, mm: that of the role, or a perforation's own; none where each dash is a stroke */
  dash: readonly number[]
  contours: Contour[]
}

/** The pieces on a sheet, ready to be written. */
export const partsOf = (project: Project, sheet: Sheet): Part[] =>
  laidOn(project, sheet).map((laid) => partOf(project, laid))

function partOf(project: Project, laid: LaidPiece): Part {
  const { piece, lines: all, edges, slits } = laid.shape
  const groups = new Map<string, Group>()
  const put = (kind: Exported, dash: readonly number[], contours: readonly Contour[]) => {
    if (contours.length === 0) return
    const key = `${kind} ${dash.join(' ')}`
    const group = groups.get(key) ?? { kind, dash, contours: [] }
    group.contours.push(...contours)
    groups.set(key, group)
  }
  // Edges are written as one closed path each, in whatever stretches they were drawn.
  const cuts = [...edges, ...slits.map(contourOf)]
  put(
    'cut',
    ROLE_STYLES.cut.paper.dash,
    cuts.map((c) => laid.contour(c)),
  )
  for (const line of all) {
    if (line.role === 'skip' || line.role === 'cut') continue
    const contour = laid.contour(contourOf(line))
    const kind = styledRole({ role: line.role, fold: line.fold })
    const beat = beatOfLine(project, line)
    // A score that is cut as dashes is written as it is cut; a perforation keeps its beat as its look.
    if (beat && kind !== 'perforate')
      put(kind, [], intoDashes(flatten(contour), beat.dash, beat.gap).map(asContour))
    else put(kind, beat ? [beat.dash, beat.gap] : ROLE_STYLES[kind].paper.dash, [contour])
  }
  const order = (group: Group) => EXPORTED.indexOf(group.kind)
  return {
    piece,
    name: piece.name,
    copy: laid.placement.copy,
    groups: [...groups.values()].sort((a, b) => order(a) - order(b)),
  }
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
