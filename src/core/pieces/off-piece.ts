import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { distanceTo, isInside, spread } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { looseLines } from './lines'
import { type PieceShape, shapesOf } from './piece-shape'

/** Words or strokes that would be printed or drawn beside their piece: which, and how far past its edge, mm. */
export type OffPiece = { shape: PieceShape; lines: Line[]; by: number }

/** How far ink may reach past an edge without being worth a word, mm. */
const SLACK = 0.3
/** Places along a line that are looked at. */
const PLACES = 48

/** How far a line reaches past the edges of a piece, mm; 0 where it lies in it. */
function past({ d }: Line, { ring, holes }: PieceShape): number {
  const outside = spread(shapeOf(d).polyline, PLACES).filter(
    (p) => !isInside(p, ring) || holes.some((hole) => isInside(p, hole)),
  )
  return Math.max(0, ...outside.map((p) => Math.min(...[ring, ...holes].map((r) => distanceTo(p, r)))))
}

const kept = new WeakMap<PieceShape, { loose: string; found: OffPiece | null }>()

/**
 * The pieces beside which something would be penned, or words printed that a making made. What a drawing prints past an
 * edge is its bleed.
 */
export function offPieces(project: Pick<Project, 'lines' | 'pieces' | 'sources'>): OffPiece[] {
  const isInk = ({ role, made }: Line) => role === 'pen' || (role === 'print' && made !== undefined)
  const loose = new Map<string, Line[]>()
  for (const line of looseLines(project))
    if (isInk(line) && line.made) loose.set(line.source, [...(loose.get(line.source) ?? []), line])
  const told = new Set<string>()
  return shapesOf(project).flatMap((shape): OffPiece[] => {
    const source = project.lines[shape.piece.outline[0]!]?.source ?? ''
    // What fell off a making is told with its first piece.
    const fallen = told.has(source) ? [] : (loose.get(source) ?? [])
    told.add(source)
    const key = fallen.map((l) => `${l.id} ${l.d}`).join()
    const known = kept.get(shape)
    if (known?.loose === key) return known.found ? [known.found] : []
    const all = [...shape.lines.filter(isInk), ...fallen].map((line) => ({ line, by: past(line, shape) }))
    const off = all.filter(({ by }) => by > SLACK)
    const found =
      off.length > 0 ? { shape, lines: off.map((o) => o.line), by: Math.max(...off.map((o) => o.by)) } : null
    kept.set(shape, { loose: key, found })
    return found ? [found] : []
  })
}
