import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import { polylineArea, polylineBox } from '../geometry/polyline'
import { simplify } from '../geometry/simplify'

/**
 * Equal shapes at the points of a lattice, or pairs of them of which the second is turned by half: no two overlap.
 * Searched as densest lattice packings are: with one shift given, the other touches both the shape at the origin and
 * the one shifted (Mount and Silverman 1990, "Packing and covering the plane with translates of a convex polygon";
 * Mount 1991, "The densest double-lattice packing of a convex polygon"; from memory), here by no-fit polygons, so that
 * shapes need not be convex.
 */
export type Lattice = {
  /** the shifts, mm */
  u: Point
  v: Point
  /** where the second of a pair lies, turned by half about the origin; null where there is none */
  pair: Point | null
  /** mm² for each shape */
  area: number
}

/** Where a shape may not lie against one at the origin: turned as that, and turned by half (closed polylines, mm). */
export type NoFit = { same: Polyline; half: Polyline }

/** A closed polyline with its box. */
type Zone = { ring: Polyline; minX: number; minY: number; maxX: number; maxY: number }
/** What a lattice is found by: the directions in which the second of a pair and the first shift lie, radians. */
type Aim = {
  pair: number | null
  shift: number
  /** whether the shift keeps its direction, along a side of the room */
  isHeld: boolean
}

/** Places nearer to the edge of a zone than this lie on it, mm. */
const ON = 2e-5
/** So many first shifts are tried, and so many places of the second of a pair. */
const SHIFTS = { alone: 72, paired: 24 }
const PAIRS = 24
/** So many of those found are looked at more closely. */
const BEST = { simple: 24, curved: 4, held: 3 }
/** Corners of a ring for a first look. */
const ROUGH = 26

/**
 * Dense lattices of one shape, the densest first.
 * @param least the area of the shape, mm²: no lattice needs less
 * @param pairs whether every other shape may be turned by half
 * @param isSimple whether the shape has few corners, so that more of them can be looked at closely
 */
export function lattices(noFit: NoFit, least: number, pairs: boolean, isSimple: boolean): Lattice[] {
  const aims: { aim: Aim; area: number }[] = []
  // What looks dense with fewer corners is looked at closely with all of them.
  const rough = { same: fewerCorners(noFit.same), half: fewerCorners(noFit.half) }
  let densest = Infinity
  const look = (aim: Aim) => {
    const found = latticeAt(rough, aim, 0.9 * least, aim.isHeld ? Infinity : NEARLY * densest)
    if (!found) return
    aims.push({ aim, area: found.area })
    densest = Math.min(densest, found.area)
  }
  const paired: (number | null)[] = [null]
  if (pairs && (isSimple || !isSymmetric(noFit)))
    paired.push(...turns(PAIRS, 2 * Math.PI), ...cornersOf(noFit.half, PAIRS))
  for (const pair of paired) {
    const count = pair === null ? SHIFTS.alone : SHIFTS.paired
    for (const shift of [...turns(count, Math.PI), ...cornersOf(noFit.same, count)])
      look({ pair, shift, isHeld: false })
    for (const shift of ALONG) look({ pair, shift, isHeld: true })
  }
  const free = aims.filter(({ aim }) => !aim.isHeld)
  // Rows along the sides of a room hold more than others as dense, so that some of them are always looked at.
  const held = ALONG.flatMap((along) =>
    [true, false].map((alone) =>
      aims.filter(({ aim }) => aim.isHeld && aim.shift === along && alone === (aim.pair === null)),
    ),
  )
  const most = isSimple ? BEST.simple : BEST.curved
  return [...chosen(free, most), ...held.flatMap((some) => chosen(some, BEST.held))].flatMap(
    (aim) => closer(noFit, aim, least, STEPS) ?? [],
  )
}

/** The same lattices for shapes of about the same form, without a search. */
export const latticesLike = (noFit: NoFit, known: readonly Lattice[], least: number): Lattice[] =>
  known.flatMap((l) => closer(noFit, aimOf(l), least, FEW_STEPS) ?? [])

const aimOf = ({ u, pair }: Lattice): Aim => ({
  pair: pair && Math.atan2(pair.y, pair.x),
  shift: Math.atan2(u.y, u.x),
  isHeld: ALONG.some((a) => Math.abs(Math.atan2(u.y, u.x) - a) < 1e-9),
})

/** Directions along the sides of a room, radians. */
const ALONG = [0, Math.PI / 2]
/** What is less dense than the densest by more is looked at no further. */
const NEARLY = 1.06

/** Steps by which directions are made better, radians. */
const STEPS = [0.06, 0.03, 0.015, 0.007, 0.003, 0.001, 3e-4, 1e-4, 2e-5]
const FEW_STEPS = [0.01, 0.003, 0.001, 2e-4]

/** The best of some aims, those that are near others left out. */
function chosen(aims: { aim: Aim; area: number }[], most: number): Aim[] {
  const left: Aim[] = []
  for (const { aim } of aims.sort((a, b) => a.area - b.area)) {
    const isNear = left.some(
      (l) =>
        l.isHeld === aim.isHeld &&
        (l.pair === null) === (aim.pair === null) &&
        Math.abs((l.pair ?? 0) - (aim.pair ?? 0)) < 0.15 &&
        Math.abs(l.shift - aim.shift) < 0.1,
    )
    if (!isNear) left.push(aim)
    if (left.length >= most) break
  }
  return left
}

/** The best lattice near an aim, by smaller and smaller steps. */
function closer(noFit: NoFit, aim: Aim, least: number, steps: readonly number[]): Lattice | null {
  let best = latticeAt(noFit, aim, least, Infinity)
  let at = aim
  for (const step of steps) {
    const tries: Aim[] = [-step, step].flatMap((by) => [
      ...(at.isHeld ? [] : [{ ...at, shift: at.shift + by }]),
      ...(at.pair === null ? [] : [{ ...at, pair: at.pair + by }]),
    ])
    for (const next of tries) {
      const found = latticeAt(noFit, next, least, best?.area ?? Infinity)
      if (found && (!best || found.area < best.area - 1e-9)) {
        best = found
        at = next
      }
    }
  }
  return best
}

/**
 * Whether a shape turned by half is the same again: only then do its sums with itself and with its half turn cover as
 * much (Brunn and Minkowski; sure for convex shapes).
 */
const isSymmetric = ({ same, half }: NoFit): boolean =>
  Math.abs(polylineArea(same) - polylineArea(half)) < 1e-3 * Math.abs(polylineArea(same))

/** A ring of few corners that strays little from another. */
function fewerCorners(ring: Polyline): Polyline {
  const { minX, maxX, minY, maxY } = polylineBox(ring)
  let fewer = ring
  for (let by = 0.002; fewer.length / 2 > ROUGH && by < 0.1; by *= 2)
    fewer = simplify(ring, by * Math.max(maxX - minX, maxY - minY))
  return fewer
}

const turns = (count: number, whole: number): number[] =>
  Array.from({ length: count }, (_, i) => (i / count) * whole)

/** The directions of the corners of a ring, as many as are asked for. */
function cornersOf(ring: Polyline, most: number): number[] {
  const n = ring.length / 2 - 1
  const every = Math.max(1, Math.ceil(n / most))
  const found: number[] = []
  for (let i = 0; i < n; i += every) found.push(Math.atan2(ring[2 * i + 1]!, ring[2 * i]!))
  return found
}

/**
 * The densest lattice whose first shift, and the second of whose pairs, lie in given directions and touch.
 * @param least, most mm² for each shape
 */
function latticeAt({ same, half }: NoFit, { pair, shift }: Aim, least: number, most: number): Lattice | null {
  const b = pair === null ? null : farthest([zoneOf(half, 1, 0, 0)], pair)
  const zones = [zoneOf(same, 1, 0, 0)]
  // A pair shifted by w: its first against the second here, and the other way round.
  if (b) zones.push(zoneOf(half, 1, -b.x, -b.y), zoneOf(half, -1, b.x, b.y))
  const u = farthest(zones, shift)
  const shapes = b ? 2 : 1
  const v = secondShift(zones, u, shapes * least, shapes * most)
  return v && { u, v, pair: b, area: (u.x * v.y - u.y * v.x) / shapes }
}

function zoneOf(ring: Polyline, sign: 1 | -1, x: number, y: number): Zone {
  const moved = new Float64Array(ring.length)
  for (let i = 0; i < ring.length; i += 2) {
    moved[i] = sign * ring[i]! + x
    moved[i + 1] = sign * ring[i + 1]! + y
  }
  return { ring: moved, ...polylineBox(moved) }
}

/** The farthest place in a direction that still touches a zone: from there on all is free. */
function farthest(zones: readonly Zone[], direction: number): Point {
  const [dx, dy] = [Math.cos(direction), Math.sin(direction)]
  let far = 0
  for (const { ring } of zones)
    for (let i = 2; i < ring.length; i += 2) {
      const [ax, ay] = [ring[i - 2]!, ring[i - 1]!]
      const [ex, ey] = [ring[i]! - ax, ring[i + 1]! - ay]
      const across = dx * ey - dy * ex
      if (Math.abs(across) < 1e-12) {
        // Along the ray, or beside it.
        if (Math.abs(dx * ay - dy * ax) < 1e-9)
          far = Math.max(far, dx * ax + dy * ay, dx * ring[i]! + dy * ring[i + 1]!)
        continue
      }
      const t = (ax * ey - ay * ex) / across
      const s = (ax * dy - ay * dx) / across
      if (s >= -1e-12 && s <= 1 + 1e-12) far = Math.max(far, t)
    }
  return { x: far * dx, y: far * dy }
}

/**
 * The second shift to the left of the first with the smallest cell of which no point lies in a zone; null if there is
 * none between a least and a greatest area of the cell, mm².
 */
function secondShift(zones: readonly Zone[], u: Point, least: number, most: number): Point | null {
  const found: { x: number; y: number; area: number }[] = []
  const [low, high] = [least * (1 - 1e-6), most]
  const add = (x: number, y: number) => {
    const area = u.x * y - u.y * x
    if (area >= low && area <= high) found.push({ x, y, area })
  }
  const edges = zones.map(({ ring }) => edgesBetween(ring, u, low, high))
  for (const [i, { ring }] of zones.entries()) {
    for (let k = 0; k < ring.length - 2; k += 2) {
      add(ring[k]!, ring[k + 1]!)
      add(ring[k]! + u.x, ring[k + 1]! + u.y)
    }
    for (const other of edges) meet(edges[i]!, other, u, add)
  }
  found.sort((p, q) => p.area - q.area)
  for (const { x, y } of found) if (isFree(zones, u, x, y)) return { x, y }
  return null
}

/** The edges of a ring, x and y from and to, that reach between two areas over a shift. */
function edgesBetween(ring: Polyline, u: Point, low: number, high: number): Float64Array {
  const kept: number[] = []
  let before = u.x * ring[1]! - u.y * ring[0]!
  for (let i = 2; i < ring.length; i += 2) {
    const area = u.x * ring[i + 1]! - u.y * ring[i]!
    if (Math.max(before, area) >= low && Math.min(before, area) <= high)
      kept.push(ring[i - 2]!, ring[i - 1]!, ring[i]!, ring[i + 1]!)
    before = area
  }
  return Float64Array.from(kept)
}

/** Where edges cross others that are shifted. */
function meet(p: Float64Array, q: Float64Array, u: Point, add: (x: number, y: number) => void): void {
  for (let i = 0; i < p.length; i += 4) {
    const [ax, ay] = [p[i]!, p[i + 1]!]
    const [ex, ey] = [p[i + 2]! - ax, p[i + 3]! - ay]
    const lowX = Math.min(ax, ax + ex)
    const highX = Math.max(ax, ax + ex)
    const lowY = Math.min(ay, ay + ey)
    const highY = Math.max(ay, ay + ey)
    for (let j = 0; j < q.length; j += 4) {
      const cx = q[j]! + u.x
      const gx = q[j + 2]! + u.x
      if ((cx < lowX && gx < lowX) || (cx > highX && gx > highX)) continue
      const cy = q[j + 1]! + u.y
      const gy = q[j + 3]! + u.y
      if ((cy < lowY && gy < lowY) || (cy > highY && gy > highY)) continue
      const across = ex * (gy - cy) - ey * (gx - cx)
      if (Math.abs(across) < 1e-12) continue
      const t = ((cx - ax) * (gy - cy) - (cy - ay) * (gx - cx)) / across
      const s = ((cx - ax) * ey - (cy - ay) * ex) / across
      if (t >= 0 && t <= 1 && s >= 0 && s <= 1) add(ax + t * ex, ay + t * ey)
    }
  }
}

/** Whether no point of a lattice lies within a zone but the origin. */
function isFree(zones: readonly Zone[], u: Point, vx: number, vy: number): boolean {
  const box = zones.reduce(
    (all, z) => ({
      x: Math.max(all.x, z.maxX, -z.minX),
      y: Math.max(all.y, z.maxY, -z.minY),
    }),
    { x: 0, y: 0 },
  )
  const area = u.x * vy - u.y * vx
  // Points of the lattice that reach the zones: by the heights of the cell over its shifts.
  const reach = Math.hypot(box.x, box.y)
  const rows = Math.min(40, Math.ceil((reach * Math.hypot(u.x, u.y)) / area))
  const columns = Math.min(40, Math.ceil((reach * Math.hypot(vx, vy)) / area))
  // Multiples of the first shift are free, as it was taken beyond all zones; the nearest others are looked at first.
  for (let j = 1; j <= rows; j += 1)
    for (let k = 0; k <= 2 * columns; k += 1) {
      const i = k % 2 === 0 ? k / 2 : -(k + 1) / 2
      const [x, y] = [i * u.x + j * vx, i * u.y + j * vy]
      if (Math.abs(x) > box.x || Math.abs(y) > box.y) continue
      // All zones together are their own image at the origin, so that one half of the lattice is enough.
      for (const z of zones) if (isWithin(z, x, y)) return false
    }
  return true
}

/** Whether a place lies within a zone and not on its edge. */
function isWithin({ ring, minX, minY, maxX, maxY }: Zone, x: number, y: number): boolean {
  if (x <= minX + ON || x >= maxX - ON || y <= minY + ON || y >= maxY - ON) return false
  let inside = false
  for (let i = 2; i < ring.length; i += 2) {
    const [ax, ay, bx, by] = [ring[i - 2]!, ring[i - 1]!, ring[i]!, ring[i + 1]!]
    if (ay > y !== by > y && x < ax + ((y - ay) * (bx - ax)) / (by - ay)) inside = !inside
    const [ex, ey] = [bx - ax, by - ay]
    const length = Math.hypot(ex, ey)
    if (length === 0) continue
    const along = ((x - ax) * ex + (y - ay) * ey) / length
    if (along < -ON || along > length + ON) continue
    if (Math.abs((x - ax) * ey - (y - ay) * ex) / length < ON) return false
  }
  return inside
}
