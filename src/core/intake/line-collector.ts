import type { Look } from '../document/schema'
import { GEOMETRY_TOLERANCE } from '../geometry/flatten'
import { areaOf, boundsOf } from '../geometry/measure'
import { type Contour, endOf, writePath } from '../geometry/path'
import { distance } from '../geometry/point'
import type { DrawnLine } from './drawing'
import type { Notices } from './notices'
import { IntakeRefusal, LIMITS } from './refusal'

/** Gathers the lines of a drawing as its reader finds them, and keeps out what no tool could follow. */
export class LineCollector {
  readonly lines: DrawnLine[] = []
  private segments = 0

  constructor(private readonly notices: Notices) {}

  /**
   * Takes a contour in mm.
   * @param place where it stands in the file, for sentences
   * @throws IntakeRefusal when the drawing becomes too large
   */
  add(drawn: Contour, line: Omit<DrawnLine, 'd'>, place: string): void {
    const contour = settle(drawn, line.look)
    if (!withinReach(contour)) {
      this.notices.add('absurd', place)
      return
    }
    if (isCrumb(contour)) {
      this.notices.add('crumb', place)
      return
    }
    this.segments += contour.segments.length
    if (this.segments > LIMITS.segments)
      throw new IntakeRefusal(
        `The drawing has more than ${LIMITS.segments.toLocaleString('en')} stretches (reached at ${place}). Simplify its paths, or split it into several files.`,
      )
    this.lines.push({ d: writePath(contour), ...line })
  }
}

/** Marks a contour as closed where its ends meet, or where only its fill is seen: a fill closes what it fills. */
function settle(contour: Contour, look: Look): Contour {
  if (contour.closed) return contour
  const meets = contour.segments.length > 1 && distance(contour.start, endOf(contour)) <= GEOMETRY_TOLERANCE
  const closes = (meets && Math.abs(areaOf(contour)) > GEOMETRY_TOLERANCE) || look.stroke === null
  return closes ? { ...contour, closed: true } : contour
}

function withinReach(contour: Contour): boolean {
  const box = boundsOf(contour)
  const reach = (v: number) => Number.isFinite(v) && Math.abs(v) <= LIMITS.reach
  return reach(box.minX) && reach(box.minY) && reach(box.maxX) && reach(box.maxY)
}

/** A contour without any length: nothing that a tool could follow. */
function isCrumb(contour: Contour): boolean {
  const box = boundsOf(contour)
  return box.maxX - box.minX < GEOMETRY_TOLERANCE && box.maxY - box.minY < GEOMETRY_TOLERANCE
}
