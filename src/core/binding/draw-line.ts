import { type Edit, exchangeLines } from '../document/edits'
import type { Line, Role } from '../document/lines'
import type { Project } from '../document/project'
import { writePath } from '../geometry/path'
import type { Point } from '../geometry/point'
import { isInside } from '../geometry/polyline'
import { linesOf } from '../pieces/lines'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import { say } from '../words'

/** What a drawn line is called, by its role. */
const CALLED: Record<Role, string> = {
  cut: 'cut',
  score: 'score',
  perforate: 'perforation',
  pen: say`pen line`,
  print: say`printed line`,
  skip: say`line to be skipped`,
}

/** The smallest piece on which a straight line lies by its middle or by one of its ends; null where it lies on none. */
function pieceUnder(project: Project, from: Point, to: Point): PieceShape | null {
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
  const under = (p: Point) =>
    shapesOf(project)
      .filter((s) => isInside(p, s.ring))
      .sort((a, b) => a.area - b.area)[0]
  return under(middle) ?? under(from) ?? under(to) ?? null
}

/**
 * Draws a straight line on a piece: it lies on the piece's plane and comes and goes with its drawing.
 * @throws RangeError where it lies on no piece
 */
export function drawLine(project: Project, from: Point, to: Point, role: Role): [Project, Edit] {
  const shape = pieceUnder(project, from, to)
  if (!shape) throw new RangeError(say`The line lies on no piece. Draw it across one.`)
  const [edge] = linesOf(project, shape.piece.outline)
  let number = 1
  while (project.lines[`drawn-${number}`]) number += 1
  const line: Line = {
    id: `drawn-${number}`,
    source: edge!.source,
    plane: edge!.plane,
    look: edge!.look,
    d: writePath({ start: from, segments: [{ to }], closed: false }),
    label: null,
    role,
    sure: true,
    why: say`Drawn by hand.`,
    fold: null,
    held: null,
  }
  return exchangeLines(project, say`Draw a ${CALLED[role]} on “${shape.piece.name}”`, [], [line])
}
