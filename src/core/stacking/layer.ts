import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import type { Layered } from '../document/stack'
import { translation } from '../geometry/affine'
import type { Polyline } from '../geometry/flatten'
import { type Box, uniteBoxes } from '../geometry/measure'
import type { Point } from '../geometry/point'
import { polylineArea, polylineBox, reversedPolyline, transformPolyline } from '../geometry/polyline'
import { type Region, unite } from '../geometry/regions'
import { type PieceShape, shapeOfPiece } from '../pieces/piece-shape'

/** One sheet of a layered picture, about the common centre, mm, y down. */
export type Layer = {
  id: string
  name: string
  pieces: readonly PieceShape[]
  /** its paper, as it is seen from the front */
  region: Region
  /** mm */
  caliper: number
  paper: string | null
  /** whether its printed side looks to the front */
  facing: Layered['facing']
  /** what brings its lines in the drawing to the common centre */
  shift: Point
}

/** The paper of a layer that has none chosen. */
export const UNCHOSEN_CALIPER = 0.3

/** Pieces that are one layer, and what it is called. */
export type LayerGroup = { id: string; name: string; pieces: string[] }

/**
 * The layers that a project's pieces may be: where there are several drawings, or one of paper on paper, all pieces on
 * one plane are one; else each piece is. In the order in which they were drawn, the first at the back.
 * @param only these pieces; all that go to a sheet where nothing is said
 */
export function layersIn(
  project: Pick<Project, 'pieces' | 'lines' | 'sources' | 'layout'>,
  only: readonly string[] = [],
): LayerGroup[] {
  const spent = spentPieces(project)
  const pieces = Object.values(project.pieces).filter(({ id }) =>
    only.length > 0 ? only.includes(id) : !spent.has(id),
  )
  const planeOf = (piece: (typeof pieces)[number]) => project.lines[piece.outline[0] ?? '']?.plane ?? piece.id
  const planes = new Set(pieces.map(planeOf))
  if (planes.size < 2) return pieces.map(({ id, name }) => ({ id, name, pieces: [id] }))
  return [...planes].map((plane) => {
    const own = pieces.filter((p) => planeOf(p) === plane)
    const source = project.sources[project.lines[own[0]!.outline[0]!]?.source ?? '']
    const alone = source && [...planes].filter((p) => p.startsWith(source.id)).length === 1
    const name = alone && own.length > 1 ? source.name.replace(/\.[^.]+$/, '') : own[0]!.name
    return { id: plane, name, pieces: own.map((p) => p.id) }
  })
}

/** What is known of papers, by id. */
export type Papers = ReadonlyMap<string, { name: string; caliper: number }>

/**
 * The layers of a stack with their paper about a common centre: that of the artboards where all drawings have one size
 * of them, else that of each layer.
 */
export function layersOf(
  project: Pick<Project, 'pieces' | 'lines' | 'sources'>,
  layered: readonly Layered[],
  papers: Papers = new Map(),
): Layer[] {
  const found = layered.flatMap((one) => {
    const shapes = one.pieces.flatMap((id) => {
      const piece = project.pieces[id]
      return piece ? [shapeOfPiece(project, piece)] : []
    })
    return shapes.length > 0 ? [{ ...one, shapes }] : []
  })
  const boards = found.map(({ shapes }) => boardOf(project, shapes[0]!))
  const [first] = boards
  const planes = new Set(found.map(({ shapes }) => shapes[0]!.lines[0]?.plane))
  // Pieces beside one another in one drawing are laid on one another, each by its own middle.
  const onBoards =
    first !== undefined &&
    planes.size === found.length &&
    boards.every(
      (b) => b !== null && Math.abs(b.width - first!.width) < 0.5 && Math.abs(b.height - first!.height) < 0.5,
    )
  return found.map(({ id, name, facing, shapes }, i) => {
    const box = uniteBoxes(shapes.map((s) => s.box))
    const centre = onBoards ? boards[i]!.centre : middleOf(box)
    const paper = papers.get(shapes[0]!.piece.paper ?? '')
    const move = translation(-centre.x, -centre.y)
    const turned = facing === 'back' ? ([-1, 0, 0, 1, centre.x, -centre.y] as const) : move
    const rings = shapes.flatMap((s) => s.rings()).map((r) => transformPolyline(r, turned))
    return {
      id,
      name,
      pieces: shapes,
      // One piece is its own region; where there are several, what lies in an opening of another is paper again.
      region: shapes.length === 1 ? wound(rings) : unite(rings, 'even-odd'),
      caliper: paper?.caliper ?? UNCHOSEN_CALIPER,
      paper: paper?.name ?? null,
      facing,
      shift: { x: -centre.x, y: -centre.y },
    }
  })
}

/** The rings of one piece as a region: its outline one way round, its openings the other. */
const wound = (rings: readonly Polyline[]): Region =>
  rings.map((ring, i) => (polylineArea(ring) > 0 === (i === 0) ? ring : reversedPolyline(ring)))

/** The artboard of a piece's drawing; null for what was made. */
function boardOf({ sources }: Pick<Project, 'sources'>, { lines }: PieceShape) {
  const source = sources[lines[0]?.source ?? '']
  if (source?.kind !== 'file') return null
  const { at = { x: 0, y: 0 }, artwork } = source
  return { ...artwork, centre: { x: at.x + artwork.width / 2, y: at.y + artwork.height / 2 } }
}

const middleOf = ({ minX, minY, maxX, maxY }: Box): Point => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 })

/** The box of a layer's paper. */
export const boxOfLayer = ({ region }: Pick<Layer, 'region'>): Box => uniteBoxes(region.map(polylineBox))
