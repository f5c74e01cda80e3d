import type { Sheet } from '../document/layout'
import type { Line } from '../document/lines'
import { TOOL_ROLES, type ToolRole } from '../document/paper'
import type { Project } from '../document/project'
import { flatten } from '../geometry/flatten'
import type { Contour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { type LaidPiece, laidOn } from '../sheets/place'
import { beatOfLine } from './beat-of-line'
import { intoDashes } from './dashes'
import type { Pass, Stroke } from './pass'

type Kind = Pick<Pass, 'role' | 'dashed'>

/** A sheet's strokes in its own coordinates, by role and whether they are dashes. */
export class SheetStrokes {
  private readonly byKind = new Map<string, Stroke[]>()

  /** @param tolerance how far the straight moves may stray from the lines, mm */
  constructor(
    private readonly project: Pick<Project, 'pieces' | 'lines' | 'looks' | 'run'>,
    sheet: Pick<Sheet, 'placements'>,
    private readonly tolerance: number,
  ) {
    for (const laid of laidOn(project, sheet)) {
      this.cut(laid)
      for (const line of laid.shape.lines)
        if (line.role !== 'cut' && isToolRole(line.role)) this.follow(laid, line, line.role)
    }
  }

  of(kind: Kind): Stroke[] {
    return this.byKind.get(keyOf(kind)) ?? []
  }

  private put(kind: Kind, stroke: Stroke): void {
    const known = this.byKind.get(keyOf(kind))
    if (known) known.push(stroke)
    else this.byKind.set(keyOf(kind), [stroke])
  }

  /** Each edge of a piece is one closed stroke, in whatever stretches it was drawn; slits are strokes as they are. */
  private cut(laid: LaidPiece): void {
    const { outline, openings, slits } = laid.shape
    const put = (contour: Contour, edge: Stroke['edge']) =>
      this.put({ role: 'cut', dashed: false }, this.stroke(laid, contour, edge))
    for (const { d } of slits) put(shapeOf(d).contour, null)
    for (const opening of openings) put(opening, 'opening')
    put(outline, 'outline')
  }

  private follow(laid: LaidPiece, line: Line, role: ToolRole): void {
    const whole = this.stroke(laid, shapeOf(line.d).contour, null)
    const beat = beatOfLine(this.project, line)
    if (!beat) this.put({ role, dashed: false }, whole)
    else
      for (const points of intoDashes(whole.points, beat.dash, beat.gap))
        this.put({ role, dashed: true }, { ...whole, points, closed: false })
  }

  private stroke(laid: LaidPiece, drawn: Contour, edge: Stroke['edge']): Stroke {
    const contour = laid.contour(drawn)
    return { placement: laid.index, edge, points: flatten(contour, this.tolerance), closed: contour.closed }
  }
}

const keyOf = ({ role, dashed }: Kind): string => `${role} ${dashed}`
const isToolRole = (role: Line['role']): role is ToolRole => (TOOL_ROLES as readonly string[]).includes(role)
