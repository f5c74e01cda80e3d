import type { Polyline } from '../geometry/flatten'
import { lengthOfVector } from '../geometry/point'

/** A closed polyline that goes on over its start by `by` mm, so that the ends of the cut meet. */
export function overrun(points: Polyline, by: number): Polyline {
  if (by <= 0) return points
  const out = Array.from(points)
  let left = by
  for (let i = 2; i < points.length && left > 0; i += 2) {
    const [ax, ay, bx, by2] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!]
    const length = lengthOfVector(bx - ax, by2 - ay)
    const t = length > left ? left / length : 1
    out.push(ax + t * (bx - ax), ay + t * (by2 - ay))
    left -= length
  }
  return Float64Array.from(out)
}

/** Corners sharper than this turn the blade on the spot; below, it swings round by itself, degrees. */
const SWIVEL = 12
/** Degrees from point to point of the arc in which a blade is turned. */
const ARC_STEP = 10
/** A blade this far off its line, radians, is in line; none points nearer to backwards than this. */
const IN_LINE = 0.02
/** A stroke is led in from no more offsets than so before its start, for what lies there; the end of a closed one does what is left. */
const LEAD = 5
const BACKWARDS = (176 * Math.PI) / 180

/**
 * Over how many offsets a blade is drawn along a straight line until it is in line: the tangent of half the angle
 * between them falls by e with each (tractrix).
 * @param turn by how much it points elsewhere, radians; null where nobody knows
 */
const leadFor = (turn: number | null): number =>
  Math.log(Math.tan(Math.min(Math.abs(turn ?? BACKWARDS), BACKWARDS) / 2) / Math.tan(IN_LINE / 2))

/**
 * How a trailing blade is turned where a stroke begins: about its tip on the spot, as at a corner, or by being led in
 * along the line from a little before.
 */
export type BladeTurn = 'spot' | 'lead-in'

const headingOf = (points: Polyline, i: number): number =>
  Math.atan2(points[i + 1]! - points[i - 1]!, points[i]! - points[i - 2]!)

/** The smaller way from one heading to another, radians. */
const turnBetween = (from: number, to: number): number => Math.atan2(Math.sin(to - from), Math.cos(to - from))

/** A drag knife, that points wherever its last stroke left it. */
export class Blade {
  /** radians; null where it was just put in, and may point anywhere */
  private heading: number | null = null

  /** @param offset how far the tip trails the pivot, mm; 0 where the machine allows for that by itself */
  constructor(
    private readonly offset: number,
    private readonly turn: BladeTurn,
  ) {}

  /** A hand had it out. */
  putIn(): void {
    this.heading = null
  }

  /**
   * How far the end of a closed stroke goes over its start, mm: as asked, and by as much as the blade still takes to
   * come in line there, for until then it cut beside the line.
   */
  overlapOf(asked: number, points: Polyline): number {
    const { heading, offset, turn } = this
    if (offset <= 0 || points.length < 4) return asked
    if (heading === null) return Math.max(asked, leadFor(null) * offset)
    if (turn === 'spot') return asked
    return Math.max(asked, (leadFor(turnBetween(heading, headingOf(points, 2))) - LEAD) * offset)
  }

  /**
   * The way of the pivot along which the tip follows a stroke: it runs ahead of the tip along each stretch, and at a
   * corner goes round in an arc about the tip until the blade points along the next stretch. A closed stroke that a
   * fresh blade begins with is not led in, since its end goes over its start, and nothing beyond its corner is touched.
   */
  follow(points: Polyline, closed = false): Polyline {
    const { offset } = this
    const way = withoutStops(points)
    if (offset <= 0 || way.length < 4) return points
    const first = headingOf(way, 2)
    const out: number[] = []
    let heading = first
    const swing = this.heading === null ? null : turnBetween(this.heading, first)
    const isStraight = swing !== null && (Math.abs(swing) * 180) / Math.PI < SWIVEL
    if (this.heading !== null && this.turn === 'spot') heading = this.heading
    else if (!isStraight && !(closed && this.heading === null)) {
      const lead = Math.min(LEAD, leadFor(swing))
      const back = (lead - 1) * offset
      out.push(way[0]! - back * Math.cos(first), way[1]! - back * Math.sin(first))
    }
    out.push(way[0]! + offset * Math.cos(heading), way[1]! + offset * Math.sin(heading))
    for (let i = 2; i < way.length; i += 2) {
      const [ax, ay, bx, by] = [way[i - 2]!, way[i - 1]!, way[i]!, way[i + 1]!]
      const next = headingOf(way, i)
      const turn = turnBetween(heading, next)
      const degrees = (Math.abs(turn) * 180) / Math.PI
      const steps = degrees < SWIVEL ? 1 : Math.ceil(degrees / ARC_STEP)
      for (let k = 1; k <= steps && turn !== 0; k += 1) {
        const angle = heading + (turn * k) / steps
        out.push(ax + offset * Math.cos(angle), ay + offset * Math.sin(angle))
      }
      out.push(bx + offset * Math.cos(next), by + offset * Math.sin(next))
      heading = next
    }
    this.heading = heading
    return Float64Array.from(out)
  }
}

/** A polyline without points that lie on the one before. */
function withoutStops(points: Polyline): Polyline {
  const out = [points[0]!, points[1]!]
  for (let i = 2; i < points.length; i += 2)
    if (points[i] !== out.at(-2) || points[i + 1] !== out.at(-1)) out.push(points[i]!, points[i + 1]!)
  return out.length === points.length ? points : Float64Array.from(out)
}
