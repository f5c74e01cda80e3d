import { boxOfPiece, outlineOf } from '../document/pieces'
import type { Piece, Placement, Project } from '../document/schema'
import { type Affine, multiply, rotation, translation } from '../geometry/affine'
import { type Box, boundsOf } from '../geometry/measure'
import { transformContour } from '../geometry/path'

/** How a placement turns its piece, over first and then round. */
function turnOf({ rotation: degrees, mirrored }: Pick<Placement, 'rotation' | 'mirrored'>): Affine {
  const turned = rotation(degrees)
  return mirrored ? multiply(turned, [-1, 0, 0, 1, 0, 0]) : turned
}

/** The map from the drawing to the sheet for a piece that lies as `placement` says. */
export function placementTransform(
  project: Project,
  piece: Piece,
  placement: Pick<Placement, 'x' | 'y' | 'rotation' | 'mirrored'>,
): Affine {
  const turn = turnOf(placement)
  const box = turnedBox(project, piece, turn)
  return multiply(translation(placement.x - box.minX, placement.y - box.minY), turn)
}

/** The box that a piece covers on its sheet, mm. */
export function laidBox(project: Project, piece: Piece, placement: Placement): Box {
  const { width, height } = turnedSize(project, piece, placement)
  return { minX: placement.x, minY: placement.y, maxX: placement.x + width, maxY: placement.y + height }
}

/** The size of a piece as it lies, mm. */
export function turnedSize(
  project: Project,
  piece: Piece,
  placement: Pick<Placement, 'rotation' | 'mirrored'>,
): { width: number; height: number } {
  const box = turnedBox(project, piece, turnOf(placement))
  return { width: box.maxX - box.minX, height: box.maxY - box.minY }
}

function turnedBox(project: Project, piece: Piece, turn: Affine): Box {
  const [a, b, c, d] = turn
  // A quarter turn moves a box to a box; any other angle needs the outline itself.
  if (a === 0 || b === 0) {
    const { minX, minY, maxX, maxY } = boxOfPiece(project, piece)
    const xs = [a * minX + c * minY, a * maxX + c * maxY]
    const ys = [b * minX + d * minY, b * maxX + d * maxY]
    return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) }
  }
  return boundsOf(transformContour(outlineOf(project, piece), turn))
}
