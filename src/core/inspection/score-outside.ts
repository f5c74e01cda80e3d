import { arrange } from '../arrangement'
import { partOf } from '../geometry/part'
import { writePath } from '../geometry/path'
import { distanceTo, isInside, polylineLength, spread } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import type { PieceShape } from '../pieces/piece-shape'
import { say } from '../words'
import { perPiece } from './rule'

/** How far a fold may pass the edge without being worth a word, mm. */
const SLACK = 0.3

/** Scores and perforations that run past the edge of their piece, or across an opening. */
export const scoreOutside = perPiece((shape, project) =>
  shape.lines.flatMap((line) => {
    if (line.role !== 'score' && line.role !== 'perforate') return []
    const { polyline, box } = shapeOf(line.d)
    const near =
      box.minX < shape.box.minX - SLACK ||
      box.maxX > shape.box.maxX + SLACK ||
      box.minY < shape.box.minY - SLACK ||
      box.maxY > shape.box.maxY + SLACK
    const outside = spread(polyline, 24).filter((p) => !within(p, shape) && beside(p, shape) > SLACK)
    if (outside.length === 0 && !near) return []
    const part = insideOf(line.d, shape)
    return [
      {
        rule: 'score-outside',
        severity: 'warning' as const,
        message: messageOf(line.role === 'score', shape.piece.name, part !== null),
        lines: [line.id],
        pieces: [shape.piece.id],
        ...(part && project.lines[line.id]
          ? { fix: { label: say`Trim it`, lines: [{ id: line.id, d: part }] } }
          : {}),
      },
    ]
  }),
)

function messageOf(isFold: boolean, name: string, hasPart: boolean): string {
  if (hasPart)
    return isFold
      ? say`A fold of “${name}” runs past its edge. Trim it.`
      : say`A perforation of “${name}” runs past its edge. Trim it.`
  return isFold
    ? say`A fold of “${name}” runs past its edge and lies nowhere wholly in it. Bind it to another piece, or shorten it in the drawing.`
    : say`A perforation of “${name}” runs past its edge and lies nowhere wholly in it. Bind it to another piece, or shorten it in the drawing.`
}

const within = (p: { x: number; y: number }, { ring, holes }: PieceShape) =>
  isInside(p, ring) && !holes.some((h) => isInside(p, h))

const beside = (p: { x: number; y: number }, { ring, holes }: PieceShape) =>
  Math.min(...[ring, ...holes].map((r) => distanceTo(p, r)))

/** The longest part of a line that lies in the piece; null where the line is not cut by its edge. */
function insideOf(d: string, shape: PieceShape): string | null {
  const edges = [shape.ring, ...shape.holes].map((ring) => shapeOf(pathOf(ring)))
  const { edges: parts } = arrange([shapeOf(d), ...edges])
  const inside = parts
    .filter((e) => e.line === 0)
    .filter((e) => spread(e.polyline, 3).every((p) => within(p, shape) || beside(p, shape) <= 0.1))
    .sort((a, b) => polylineLength(b.polyline) - polylineLength(a.polyline))[0]
  return inside ? writePath(partOf(shapeOf(d).contour, inside.from, inside.to)) : null
}

const pathOf = (ring: Float64Array): string => {
  const points: string[] = []
  for (let i = 0; i < ring.length - 2; i += 2)
    points.push(`${ring[i]!.toFixed(4)} ${ring[i + 1]!.toFixed(4)}`)
  return `M${points.join('L')}Z`
}
