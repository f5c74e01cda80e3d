import type { Look } from '../document/lines'
import { GEOMETRY_TOLERANCE } from '../geometry/flatten'
import { areaOf, boundsOf } from '../geometry/measure'
import { type Contour, endOf, writePath } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { language, say } from '../words'
import type { DrawnLine } from './drawing'
import type { Notices } from './notices'
import { IntakeRefusal, LIMITS } from './refusal'

/** Gathers the lines of a drawing as its reader finds them, and keeps out what no tool could follow. */
export class LineCollector {
  readonly lines: DrawnLine[] = []
  private segments = 0
  /** looks are shared between lines, and stay so */
  private readonly looks = new Map<Look, Look>()

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
        say`The drawing has more than ${LIMITS.segments.toLocaleString(language())} stretches (reached at ${place}). Simplify its paths, or split it into several files.`,
      )
    this.lines.push({ d: writePath(contour), ...line, look: this.soundLook(line.look) })
  }

  private soundLook(look: Look): Look {
    const known = this.looks.get(look)
    if (known) return known
    const made = sound(look)
    this.looks.set(look, made)
    return made
  }
}

/** Marks a contour as closed where its ends meet, or where only its fill is seen: a fill closes what it fills. */
function settle(contour: Contour, look: Look): Contour {
  if (contour.closed) return contour
  const meets = contour.segments.length > 1 && distance(contour.start, endOf(contour)) <= GEOMETRY_TOLERANCE
  const closes = (meets && Math.abs(areaOf(contour)) > GEOMETRY_TOLERANCE) || look.stroke === null
  return closes ? { ...contour, closed: true } : contour
}

/** Whether every number of a contour is one, and none is absurdly large: those of handles too. */
function withinReach({ start, segments }: Contour): boolean {
  const reach = (p: Point | undefined) =>
    p === undefined || (Math.abs(p.x) <= LIMITS.reach && Math.abs(p.y) <= LIMITS.reach)
  return reach(start) && segments.every((s) => reach(s.to) && reach(s.c1) && reach(s.c2))
}

/** A look with numbers that a document may hold. */
function sound(look: Look): Look {
  const isLength = (v: number) => v >= 0 && v <= 1000
  if (isLength(look.width) && look.dash.every(isLength)) return look
  return {
    ...look,
    width: isLength(look.width) ? look.width : 0,
    dash: look.dash.every(isLength) ? look.dash : [],
  }
}

/** A contour without any length: nothing that a tool could follow. */
function isCrumb(contour: Contour): boolean {
  const box = boundsOf(contour)
  return box.maxX - box.minX < GEOMETRY_TOLERANCE && box.maxY - box.minY < GEOMETRY_TOLERANCE
}
