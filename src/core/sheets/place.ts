import type { Placement, Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { type Affine, multiply, rotation, translation } from '../geometry/affine'
import { type Box, boundsOf, heightOf, widthOf } from '../geometry/measure'
import { type Contour, transformContour } from '../geometry/path'
import { transformPolyline } from '../geometry/polyline'
import { type PieceShape, shapeOfPiece } from '../pieces/piece-shape'

type Turned = Pick<Placement, 'rotation' | 'mirrored'>

/** How a placement turns its piece, over first and then round. */
function turnOf({ rotation: degrees, mirrored }: Turned): Affine {
  const turned = rotation(degrees)
  return mirrored ? multiply(turned, [-1, 0, 0, 1, 0, 0]) : turned
}

/** The map from the drawing to the sheet for a piece that lies as `placement` says. */
export function placementMap(shape: PieceShape, placement: Turned & Pick<Placement, 'x' | 'y'>): Affine {
  const turn = turnOf(placement)
  const box = turnedBox(shape, turn)
  return multiply(translation(placement.x - box.minX, placement.y - box.minY), turn)
}

/** The box that a piece covers on its sheet, mm. */
export function laidBox(shape: PieceShape, placement: Placement): Box {
  const { width, height } = turnedSize(shape, placement)
  return { minX: placement.x, minY: placement.y, maxX: placement.x + width, maxY: placement.y + height }
}

/** The box of a piece's true outline turned about the origin of its drawing, mm. */
export const boxTurned = (shape: PieceShape, degrees: number): Box =>
  turnedBox(shape, turnOf({ rotation: degrees }))

/** The size of a piece as it lies, mm. */
export function turnedSize(shape: PieceShape, placement: Turned): { width: number; height: number } {
  const box = turnedBox(shape, turnOf(placement))
  return { width: widthOf(box), height: heightOf(box) }
}

function turnedBox({ box: { minX, minY, maxX, maxY }, outline }: PieceShape, turn: Affine): Box {
  const [a, b, c, d] = turn
  // A quarter turn moves a box to a box; any other angle needs the outline itself.
  if (a === 0 || b === 0) {
    const xs = [a * minX + c * minY, a * maxX + c * maxY]
    const ys = [b * minX + d * minY, b * maxX + d * maxY]
    return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) }
  }
  return boundsOf(transformContour(outline, turn))
}

/** A piece as it lies on a sheet; what it gives is in mm of the sheet. */
export class LaidPiece {
  /** from the drawing to the sheet */
  readonly map: Affine

  constructor(
    readonly shape: PieceShape,
    readonly placement: Placement,
    /** its position among the placements of the sheet */
    readonly index: number,
  ) {
    this.map = placementMap(shape, placement)
  }

  get box(): Box {
    return laidBox(this.shape, this.placement)
  }

  /** A contour of the drawing as it lies. */
  contour(drawn: Contour): Contour {
    return transformContour(drawn, this.map)
  }

  /** Outline and openings as closed polylines. */
  rings(flatness?: number): Float64Array[] {
    return this.shape.rings(flatness).map((ring) => transformPolyline(ring, this.map))
  }
}

/** The pieces on a sheet, in the order of its placements; what names a piece that is gone is left out. */
export const laidOn = (
  project: Pick<Project, 'lines' | 'pieces'>,
  sheet: Pick<Sheet, 'placements'>,
): LaidPiece[] =>
  sheet.placements.flatMap((placement, index) => {
    const piece = project.pieces[placement.piece]
    return piece ? [new LaidPiece(shapeOfPiece(project, piece), placement, index)] : []
  })
