import type { Fold, Line } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { shapeOf } from '../geometry/shape'
import { shapeOfPiece } from '../pieces/piece-shape'

/** Fewer panels of one width may as well be the walls of a box. */
const LEAST_PANELS = 5
/** How far panels of an accordion may differ in width, as a share. */
const EVEN = 0.03

/**
 * The direction of folds in accordions: folds that run side by side through a whole piece at even distances, and no
 * others in it, are valley and mountain by turns. Where all panels to both edges are even, four are enough.
 * @returns directions by line, for folds that have none yet
 */
export function accordionFolds(project: Pick<Project, 'lines' | 'pieces'>): Map<string, Fold> {
  const folds = new Map<string, Fold>()
  for (const piece of Object.values(project.pieces))
    for (const [i, line] of accordion(project, piece).entries())
      if (line.fold === null) folds.set(line.id, i % 2 === 0 ? 'valley' : 'mountain')
  return folds
}

/** The folds of a piece in order across it, if it is an accordion. */
function accordion(project: Pick<Project, 'lines' | 'pieces'>, piece: Piece): Line[] {
  const scores = piece.lines.flatMap((id) => {
    const line = project.lines[id]
    return line?.role === 'score' ? [line] : []
  })
  if (scores.length < 3 || scores.some((l) => l.fold !== null)) return []
  const { box } = shapeOfPiece(project, piece)
  for (const axis of ['x', 'y'] as const) {
    const [low, high] = axis === 'x' ? (['minX', 'maxX'] as const) : (['minY', 'maxY'] as const)
    const [from, to] = axis === 'x' ? (['minY', 'maxY'] as const) : (['minX', 'maxX'] as const)
    const across = scores.every((l) => {
      const b = shapeOf(l.d).box
      return b[high] - b[low] < 0.2 && b[to] - b[from] > 0.6 * (box[to] - box[from])
    })
    if (!across) continue
    const sorted = [...scores].sort((a, b) => shapeOf(a.d).box[low] - shapeOf(b.d).box[low])
    const stops = [
      box[low],
      ...sorted.map((l) => (shapeOf(l.d).box[low] + shapeOf(l.d).box[high]) / 2),
      box[high],
    ]
    const panels = stops.slice(1).map((s, i) => s - stops[i]!)
    const inner = panels.slice(1, -1)
    const usual = inner.reduce((sum, p) => sum + p, 0) / inner.length
    const even = (p: number) => Math.abs(p - usual) <= EVEN * usual
    const count = panels.filter(even).length
    if (inner.every(even) && (count >= LEAST_PANELS || (panels.every(even) && count >= 4))) return sorted
  }
  return []
}
