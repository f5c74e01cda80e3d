import { arcByCentre } from '../../geometry/arc'
import { type Contour, type Segment, writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'

/** How far curves may stray from arcs, mm. */
const TOLERANCE = 0.002

/** A closed outline drawn from stretch to stretch: lines, and arcs of circles and ellipses. */
export class Pen {
  private readonly segments: Segment[] = []
  private at: Point

  constructor(private readonly start: Point) {
    this.at = start
  }

  to(x: number, y: number): this {
    if (x !== this.at.x || y !== this.at.y) this.segments.push({ to: { x, y } })
    this.at = { x, y }
    return this
  }

  /**
   * An arc about a centre, from where the pen is.
   * @param from angle at which it begins, degrees clockwise from the right (y runs down)
   * @param sweep degrees, clockwise positive
   */
  arc(centre: Point, rx: number, ry: number, from: number, sweep: number): this {
    if (rx <= 0 || ry <= 0) return this
    const turn = Math.PI / 180
    const curves = arcByCentre(centre, rx, ry, 0, from * turn, sweep * turn, TOLERANCE)
    this.segments.push(...curves)
    this.at = curves.at(-1)?.to ?? this.at
    return this
  }

  /** An arc of a circle to a point, that bulges outwards by so much: to the left of the way where it is positive. */
  bulge(to: Point, height: number): this {
    const [dx, dy] = [to.x - this.at.x, to.y - this.at.y]
    const chord = Math.hypot(dx, dy)
    if (Math.abs(height) < 1e-9 || chord === 0) return this.to(to.x, to.y)
    const r = (chord * chord) / (8 * Math.abs(height)) + Math.abs(height) / 2
    const side = Math.sign(height)
    const rise = r - Math.abs(height)
    const centre = {
      x: (this.at.x + to.x) / 2 - ((side * dy) / chord) * rise,
      y: (this.at.y + to.y) / 2 + ((side * dx) / chord) * rise,
    }
    const angle = (p: Point) => (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI
    let sweep = angle(to) - angle(this.at)
    if (side > 0) while (sweep <= 0) sweep += 360
    else while (sweep >= 0) sweep -= 360
    return this.arc(centre, r, r, angle(this.at), sweep)
  }

  curve(c1: Point, c2: Point, to: Point): this {
    this.segments.push({ c1, c2, to })
    this.at = to
    return this
  }

  get contour(): Contour {
    return { start: this.start, segments: this.segments, closed: true }
  }

  end(): string {
    return writePath(this.contour)
  }
}

/** Straight stretches from point to point. */
export function polygon(points: readonly Point[]): string {
  const [start, ...rest] = points
  const pen = new Pen(start!)
  for (const { x, y } of rest) pen.to(x, y)
  return pen.end()
}
