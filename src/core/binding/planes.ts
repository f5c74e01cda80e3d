import { type Edit, setLines } from '../document/edits'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { boxHolds } from '../geometry/measure'
import { isInside, samplesOf } from '../geometry/polyline'
import { shapeOfPiece, shapesOf } from '../pieces/piece-shape'
import { say } from '../words'

/** The piece that another one lies on as a layer of paper: the smallest of another plane that holds it; null for none. */
export function pieceBeneath(project: Project, id: string): Piece | null {
  const piece = project.pieces[id]
  if (!piece) return null
  const own = shapeOfPiece(project, piece)
  const plane = own.lines[0]?.plane
  const asked = samplesOf(own.ring)
  const holders = shapesOf(project).filter(
    (other) =>
      other.lines[0]?.plane !== plane &&
      other.area > own.area &&
      boxHolds(other.box, own.box) &&
      asked.every((p) => isInside(p, other.ring)),
  )
  return holders.sort((a, b) => a.area - b.area)[0]?.piece ?? null
}

/**
 * Cuts a layer out of the piece that it lies on: its lines go to that piece's plane, where its outline is the edge of
 * an opening.
 * @returns an edit without changes where it lies on none
 */
export function cutOutOfBeneath(project: Project, id: string): [Project, Edit] {
  const beneath = pieceBeneath(project, id)
  const plane = beneath && project.lines[beneath.outline[0]!]?.plane
  const lines = plane ? project.pieces[id]!.lines : []
  const label = say`Cut “${project.pieces[id]?.name ?? ''}” out of what it lies on`
  return setLines(project, label, lines, plane ? { plane } : {})
}

/** Whether lines are all that closes one or several openings. */
export function closeOpenings(project: Project, lines: readonly string[]): boolean {
  if (lines.length === 0) return false
  const chosen = new Set(lines)
  const whole = Object.values(project.pieces)
    .flatMap((p) => p.openings)
    .filter((ids) => ids.every((id) => chosen.has(id)))
  return new Set(whole.flat()).size === chosen.size
}

/** Makes a layer of its own of what the lines enclose: they go to a plane on which nothing else lies. */
export function layerOfItsOwn(project: Project, lines: readonly string[]): [Project, Edit] {
  const source = project.lines[lines[0] ?? '']?.source ?? ''
  const planes = new Set(Object.values(project.lines).map((l) => l.plane))
  let number = planes.size + 1
  while (planes.has(`${source}-layer-${number}`)) number += 1
  return setLines(project, say`Make a layer of its own`, lines, { plane: `${source}-layer-${number}` })
}
