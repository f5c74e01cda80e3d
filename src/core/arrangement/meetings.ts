import type { Polyline } from '../geometry/flatten'
import type { Box } from '../geometry/measure'
import { lengthOfVector } from '../geometry/point'
import { lengthsAlong, nearestOn, pointAlong, polylineBox } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { language, say } from '../words'
import { Groups } from './groups'

/** A place on a line where it meets another line or itself, or where an open line ends. */
export type Mark = { line: number; place: number; x: number; y: number }

export type Meetings = {
  marks: Mark[]
  /** marks that are one and the same meeting */
  groups: Groups
}

/** So many places at which lines meet, and so many pairs of parts that lie near one another, are looked at. */
const MOST_MARKS = 400_000
const MOST_PAIRS = 3_000_000

/** Lines that cross or cover one another so often that nobody could tell pieces among them. */
export class TooManyMeetings extends RangeError {
  override readonly name = 'TooManyMeetings'
  /** @param times how often they were found to do so before it was given up */
  constructor(times: number) {
    super(
      say`Its lines cross or cover one another more than ${times.toLocaleString(language())} times. Remove hatchings, patterns and what is drawn many times over, and bring it in again.`,
    )
  }
}

/** Stretches in one box of the index. */
const CHUNK = 12
/** Along one line, places nearer than this many tolerances are neighbours rather than a meeting. */
const APART = 10

type Chunk = { line: number; from: number; to: number }

/**
 * Finds every place where lines meet: crossings, ends and corners that lie on another line, corners that coincide.
 * Runs that overlap meet at the ends of the overlap.
 * @param tolerance mm within which things touch
 * @param reach mm that a free end of a line may be led on, straight ahead, to the line before it
 * @throws TooManyMeetings
 */
export function findMeetings(
  shapes: readonly Shape[],
  tolerance: number,
  reach: (line: number) => number,
): Meetings {
  return new Finder(shapes, tolerance).find(reach)
}

class Finder {
  private readonly marks: Mark[] = []
  private readonly groups = new Groups()
  private readonly chunks: Chunk[] = []
  private readonly index: SpatialIndex
  /** mark of a corner by line and point, so that a corner is marked once */
  private readonly corners = new Map<number, number>()
  private readonly along: (Float64Array | null)[]

  constructor(
    private readonly shapes: readonly Shape[],
    private readonly tolerance: number,
  ) {
    const boxes: Box[] = []
    shapes.forEach(({ polyline }, line) => {
      const last = polyline.length / 2 - 1
      for (let from = 0; from < last; from += CHUNK) {
        const to = Math.min(last, from + CHUNK)
        this.chunks.push({ line, from, to })
        boxes.push(polylineBox(polyline.subarray(2 * from, 2 * to + 2)))
      }
    })
    this.index = new SpatialIndex(boxes)
    this.boxes = boxes
    this.along = shapes.map(() => null)
  }

  private readonly boxes: Box[]

  find(reach: (line: number) => number): Meetings {
    let pairs = 0
    for (let c = 0; c < this.chunks.length; c += 1) {
      const near = this.index.meeting(this.boxes[c]!, this.tolerance)
      pairs += near.length
      if (pairs > MOST_PAIRS) throw new TooManyMeetings(MOST_PAIRS)
      if (this.marks.length > MOST_MARKS) throw new TooManyMeetings(MOST_MARKS)
      for (const d of near) if (d >= c) this.compare(c, d)
    }
    this.leadFreeEnds(reach)
    this.shapes.forEach(({ contour, places }, line) => {
      if (contour.closed) return
      this.corner(line, 0)
      this.corner(line, places.length - 1)
    })
    return { marks: this.marks, groups: this.groups }
  }

  private compare(c: number, d: number): void {
    const a = this.chunks[c]!
    const b = this.chunks[d]!
    const p = this.shapes[a.line]!.polyline
    const q = this.shapes[b.line]!.polyline
    const t = this.tolerance
    const box = this.boxes[d]!
    for (let i = a.from; i < a.to; i += 1) {
      const ax = p[2 * i]!
      const ay = p[2 * i + 1]!
      const bx = p[2 * i + 2]!
      const by = p[2 * i + 3]!
      const minX = Math.min(ax, bx) - t
      const maxX = Math.max(ax, bx) + t
      const minY = Math.min(ay, by) - t
      const maxY = Math.max(ay, by) + t
      if (minX > box.maxX || maxX < box.minX || minY > box.maxY || maxY < box.minY) continue
      for (let j = c === d ? i + 1 : b.from; j < b.to; j += 1) {
        const cx = q[2 * j]!
        const dx = q[2 * j + 2]!
        if ((cx < minX && dx < minX) || (cx > maxX && dx > maxX)) continue
        const cy = q[2 * j + 1]!
        const dy = q[2 * j + 3]!
        if ((cy < minY && dy < minY) || (cy > maxY && dy > maxY)) continue
        if (a.line === b.line && !this.apart(a.line, i, j)) {
          if (j === i + 1) this.meetBack(a.line, i)
          continue
        }
        this.meet(a.line, i, b.line, j)
      }
    }
  }

  /** Whether two stretches of one line are further apart along it than a meeting must be. */
  private apart(line: number, i: number, j: number): boolean {
    if (Math.abs(i - j) <= 1) return false
    const lengths = this.lengthsOf(line)
    const [low, high] = i < j ? [i, j] : [j, i]
    const between = lengths[high]! - lengths[low + 1]!
    const least = APART * this.tolerance
    if (between < least) return false
    const total = lengths[lengths.length - 1]!
    return !this.shapes[line]!.contour.closed || total - (lengths[high + 1]! - lengths[low]!) >= least
  }

  private lengthsOf(line: number): Float64Array {
    const known = this.along[line]
    if (known) return known
    const lengths = lengthsAlong(this.shapes[line]!.polyline)
    this.along[line] = lengths
    return lengths
  }

  private isCorner = (line: number, point: number): boolean =>
    Number.isInteger(this.shapes[line]!.places[point])

  /** Marks the meetings of two stretches: corners that touch the other one, and a proper crossing. */
  private meet(la: number, i: number, lb: number, j: number): void {
    let touches = false
    for (const at of [i, i + 1]) if (this.isCorner(la, at)) touches = this.touch(la, at, lb, j) || touches
    for (const at of [j, j + 1]) if (this.isCorner(lb, at)) touches = this.touch(lb, at, la, i) || touches
    if (touches) return
    const p = this.shapes[la]!.polyline
    const q = this.shapes[lb]!.polyline
    const ax = p[2 * i]!
    const ay = p[2 * i + 1]!
    const ux = p[2 * i + 2]! - ax
    const uy = p[2 * i + 3]! - ay
    const cx = q[2 * j]!
    const cy = q[2 * j + 1]!
    const vx = q[2 * j + 2]! - cx
    const vy = q[2 * j + 3]! - cy
    const cross = ux * vy - uy * vx
    if (Math.abs(cross) < 1e-9 * (lengthOfVector(ux, uy) * lengthOfVector(vx, vy) + 1e-12)) return
    const s = ((cx - ax) * vy - (cy - ay) * vx) / cross
    const t = ((cx - ax) * uy - (cy - ay) * ux) / cross
    if (s < 0 || s > 1 || t < 0 || t > 1) return
    this.groups.join(this.mark(la, i, s), this.mark(lb, j, t))
  }

  /** Where a line turns right back on itself, the nearer end of the two stretches parts the other one. */
  private meetBack(line: number, i: number): void {
    const p = this.shapes[line]!.polyline
    const ux = p[2 * i + 2]! - p[2 * i]!
    const uy = p[2 * i + 3]! - p[2 * i + 1]!
    const vx = p[2 * i + 4]! - p[2 * i + 2]!
    const vy = p[2 * i + 5]! - p[2 * i + 3]!
    if (ux * vx + uy * vy > -0.99 * lengthOfVector(ux, uy) * lengthOfVector(vx, vy)) return
    if (this.isCorner(line, i)) this.touch(line, i, line, i + 1)
    if (this.isCorner(line, i + 2)) this.touch(line, i + 2, line, i)
  }

  /** Marks a corner that lies within the tolerance of a stretch; answers whether it does. */
  private touch(line: number, point: number, other: number, stretch: number): boolean {
    const p = this.shapes[line]!.polyline
    const x = p[2 * point]!
    const y = p[2 * point + 1]!
    const { t, distance } = nearestOn(this.shapes[other]!.polyline, stretch, x, y)
    if (distance > this.tolerance) return false
    this.groups.join(this.corner(line, point), this.mark(other, stretch, t))
    return true
  }

  private corner(line: number, point: number): number {
    const { polyline, places, contour } = this.shapes[line]!
    const at = contour.closed && point === places.length - 1 ? 0 : point
    const known = this.corners.get(cornerKey(line, at))
    if (known !== undefined) return known
    const mark = this.push(line, places[at]!, polyline[2 * at]!, polyline[2 * at + 1]!)
    this.corners.set(cornerKey(line, at), mark)
    return mark
  }

  private mark(line: number, stretch: number, t: number): number {
    const { polyline: p, places } = this.shapes[line]!
    const length = lengthOfVector(
      p[2 * stretch + 2]! - p[2 * stretch]!,
      p[2 * stretch + 3]! - p[2 * stretch + 1]!,
    )
    // A meeting within the tolerance of a corner is the corner.
    if (t * length <= this.tolerance && this.isCorner(line, stretch)) return this.corner(line, stretch)
    if ((1 - t) * length <= this.tolerance && this.isCorner(line, stretch + 1))
      return this.corner(line, stretch + 1)
    const { x, y } = pointAlong(p, stretch, t)
    return this.push(line, places[stretch]! + t * (places[stretch + 1]! - places[stretch]!), x, y)
  }

  private push(line: number, place: number, x: number, y: number): number {
    this.marks.push({ line, place, x, y })
    return this.groups.add()
  }

  /** Leads open ends that touch nothing straight on to the first line within reach. */
  private leadFreeEnds(reach: (line: number) => number): void {
    this.shapes.forEach(({ contour, polyline, places }, line) => {
      if (contour.closed || reach(line) <= this.tolerance) return
      for (const end of [0, 1] as const) {
        const point = end === 0 ? 0 : places.length - 1
        if (this.corners.has(cornerKey(line, point))) continue
        const hit = this.firstAhead(
          line,
          polyline[2 * point]!,
          polyline[2 * point + 1]!,
          outward(polyline, end),
          reach(line),
        )
        if (!hit) continue
        const mark = this.corner(line, point)
        const at = pointAlong(this.shapes[hit.line]!.polyline, hit.stretch, hit.t)
        this.groups.join(mark, this.mark(hit.line, hit.stretch, hit.t))
        this.joinAllAt(mark, at.x, at.y, line)
      }
    })
  }

  /** Joins a mark with every line that runs through a place: where lines lie on one another all are parted there. */
  private joinAllAt(mark: number, x: number, y: number, except: number): void {
    for (const c of this.index.meeting({ minX: x, minY: y, maxX: x, maxY: y }, this.tolerance)) {
      const { line, from, to } = this.chunks[c]!
      if (line === except) continue
      for (let j = from; j < to; j += 1) {
        const near = nearestOn(this.shapes[line]!.polyline, j, x, y)
        if (near.distance <= this.tolerance) this.groups.join(mark, this.mark(line, j, near.t))
      }
    }
  }

  /** The first stretch of another line that a ray meets within reach. Stretches count as longer by the tolerance. */
  private firstAhead(line: number, x: number, y: number, way: { x: number; y: number }, reach: number) {
    let best: { line: number; stretch: number; t: number; by: number } | null = null
    for (const c of this.index.meeting({ minX: x, minY: y, maxX: x, maxY: y }, reach)) {
      const chunk = this.chunks[c]!
      if (chunk.line === line) continue
      const q = this.shapes[chunk.line]!.polyline
      for (let j = chunk.from; j < chunk.to; j += 1) {
        const dx = q[2 * j + 2]! - q[2 * j]!
        const dy = q[2 * j + 3]! - q[2 * j + 1]!
        const length = lengthOfVector(dx, dy)
        const cross = way.x * dy - way.y * dx
        if (length === 0 || Math.abs(cross) < 0.05 * length) continue
        const [ox, oy] = [q[2 * j]! - x, q[2 * j + 1]! - y]
        const by = (ox * dy - oy * dx) / cross
        const t = (ox * way.y - oy * way.x) / cross
        const slack = this.tolerance / length
        if (by <= 0 || by > Math.min(reach, best?.by ?? reach) || t < -slack || t > 1 + slack) continue
        best = { line: chunk.line, stretch: j, t: Math.max(0, Math.min(1, t)), by }
      }
    }
    return best
  }
}

/** One number for a point of a line; a line has at most some hundred thousand points. */
const cornerKey = (line: number, point: number): number => line * 4_194_304 + point

/** The unit direction in which an open polyline leaves at its start (0) or end (1). */
export function outward(p: Polyline, end: 0 | 1): { x: number; y: number } {
  const n = p.length / 2
  const at = end === 0 ? 0 : n - 1
  const step = end === 0 ? 1 : -1
  // Past points that nearly coincide, which say nothing of the direction.
  for (let i = at + step; i >= 0 && i < n; i += step) {
    const dx = p[2 * at]! - p[2 * i]!
    const dy = p[2 * at + 1]! - p[2 * i + 1]!
    const length = lengthOfVector(dx, dy)
    if (length > 0.05) return { x: dx / length, y: dy / length }
  }
  return { x: 0, y: 0 }
}
