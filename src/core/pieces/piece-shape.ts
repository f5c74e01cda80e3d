import type { Line, Role } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { ringOf } from '../geometry/chain'
import { flatten, GEOMETRY_TOLERANCE, PAPER_TOLERANCE, type Polyline } from '../geometry/flatten'
import { areaOf, type Box, boundsOf, heightOf, widthOf } from '../geometry/measure'
import type { Contour } from '../geometry/path'
import { distanceTo, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { linesOf } from './lines'

/** The edge of a piece whose lines were just taken away, until the pieces are found anew. */
const NOWHERE: Contour = { start: { x: 0, y: 0 }, segments: [], closed: true }

/**
 * A piece as paper: its edges as closed contours whatever lines they were drawn in, and what else is done to it. All
 * in mm of the drawing, y down. What takes time is worked out when it is first asked for, and once.
 */
export class PieceShape {
  /** every line bound to it that the project has, in their order */
  readonly lines: readonly Line[]
  /** its outer edge, closed; curves as they were drawn */
  readonly outline: Contour
  /** the edges of its openings, each closed */
  readonly openings: readonly Contour[]
  /** of the outline, exact */
  readonly box: Box
  private readonly flat = new Map<number, readonly Polyline[]>()
  private inner: { slits: Line[]; doubled: Line[] } | null = null

  constructor(
    readonly piece: Piece,
    project: Pick<Project, 'lines'>,
  ) {
    const closed = (ids: readonly string[]) => {
      const found = linesOf(project, ids)
      return found.length > 0 ? ringOf(found.map((l) => shapeOf(l.d).contour)) : NOWHERE
    }
    this.lines = linesOf(project, piece.lines)
    this.outline = closed(piece.outline)
    this.openings = piece.openings.map(closed)
    this.box = boundsOf(this.outline)
  }

  /** The outline and then the openings. */
  get edges(): readonly Contour[] {
    return [this.outline, ...this.openings]
  }

  /**
   * The edges as closed polylines, the outline first.
   * @param flatness how far they may stray from their curves, mm
   */
  rings(flatness = GEOMETRY_TOLERANCE): readonly Polyline[] {
    const known = this.flat.get(flatness)
    if (known) return known
    const rings = this.edges.map((c) => flatten(c, flatness))
    this.flat.set(flatness, rings)
    return rings
  }

  /** The outline as a closed polyline. */
  get ring(): Polyline {
    return this.rings()[0]!
  }

  /** The openings as closed polylines. */
  get holes(): readonly Polyline[] {
    return this.rings().slice(1)
  }

  /** mm across and down */
  get size(): { width: number; height: number } {
    return { width: widthOf(this.box), height: heightOf(this.box) }
  }

  /** mm² of paper: within the outline, openings taken off; exact for curves too */
  get area(): number {
    const [whole, ...open] = this.edges.map((c) => Math.abs(areaOf(c)))
    return whole! - open.reduce((sum, a) => sum + a, 0)
  }

  /** Its lines of one role. */
  of(role: Role): Line[] {
    return this.lines.filter((l) => l.role === role)
  }

  /** Cut lines that bound neither it nor an opening of it, and run within it. */
  get slits(): readonly Line[] {
    return this.innerCuts().slits
  }

  /** Cut lines that follow one of its edges once more. The edge is cut once all the same. */
  get doubled(): readonly Line[] {
    return this.innerCuts().doubled
  }

  private innerCuts() {
    if (this.inner) return this.inner
    const edges = new Set([...this.piece.outline, ...this.piece.openings.flat()])
    const inner = this.of('cut').filter((l) => !edges.has(l.id))
    const rings = inner.length > 0 ? this.rings() : []
    const follows = ({ d }: Line) => {
      const { polyline } = shapeOf(d)
      return rings.some((ring) => samplesOf(polyline).every((p) => distanceTo(p, ring) <= PAPER_TOLERANCE))
    }
    const doubled = inner.filter(follows)
    this.inner = { doubled, slits: inner.filter((l) => !doubled.includes(l)) }
    return this.inner
  }
}

const shapes = new WeakMap<Piece, PieceShape>()

/** The shape of a piece, kept for as long as the piece and its lines stay the same. */
export function shapeOfPiece(project: Pick<Project, 'lines'>, piece: Piece): PieceShape {
  const known = shapes.get(piece)
  if (known && isOf(linesOf(project, piece.lines), known)) return known
  const shape = new PieceShape(piece, project)
  shapes.set(piece, shape)
  return shape
}

const isOf = (lines: readonly Line[], shape: PieceShape): boolean =>
  lines.length === shape.lines.length && lines.every((line, i) => line === shape.lines[i])

/** The shapes of all pieces, in the order of the document. */
export const shapesOf = (project: Pick<Project, 'lines' | 'pieces'>): PieceShape[] =>
  Object.values(project.pieces).map((piece) => shapeOfPiece(project, piece))
