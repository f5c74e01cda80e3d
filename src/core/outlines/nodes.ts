import { type Polyline, trace } from '../geometry/flatten'
import { cubicAt } from '../geometry/measure'
import { allSegments } from '../geometry/part'
import type { Contour, Segment } from '../geometry/path'
import type { Point } from '../geometry/point'
import { SpatialIndex } from '../geometry/spatial-index'

/** Units of the grid that nodes lie on, a millimetre: a hundredth of a thousandth. */
export const UNITS = 1e5
/** How far traced chords may stray from their curve, mm. */
const FLATNESS = 0.002
/** Nodes nearer than this are one, and a node nearer to a curve lies on it, mm. */
const WELD = 0.0005

/** A node of a traced contour: where it lies on the grid, and at which place of its contour. */
export type Node = { x: number; y: number; place: number }

/**
 * Closed contours as rings of nodes that meet in nodes alone: where two curves cross, where one ends on another, and
 * all along where they run together, both have the same nodes.
 */
export type Traced = { contours: readonly Contour[]; rings: Node[][] }

/** A chord between two nodes of a ring. */
type Chord = { ring: number; at: number }

/** Traces closed contours and gives them their common nodes. @param flatness how far chords may stray, mm */
export function traceTogether(contours: readonly Contour[], flatness = FLATNESS): Traced {
  const segments = contours.map((c) => [...allSegments(c)])
  const weld = new Welding()
  const rings = contours.map((contour) => {
    const { polyline, places } = trace(contour, flatness)
    return nodesOf(polyline, places).map((n) => ({ ...weld.at(n.x, n.y), place: n.place }))
  })
  insert(rings, crossingsOf(contours, segments, rings, weld))
  insert(rings, touchesOf(contours, segments, rings, flatness))
  return { contours, rings: rings.map(withoutDoubles) }
}

/** The nodes of a closed polyline; its last point, which is the first once more, is none. */
function nodesOf(polyline: Polyline, places: Float64Array): Node[] {
  const nodes: Node[] = []
  for (let i = 0; 2 * i < polyline.length - 2; i += 1)
    nodes.push({ x: polyline[2 * i]! * UNITS, y: polyline[2 * i + 1]! * UNITS, place: places[i]! })
  return nodes
}

/** One number for a cell or a grid point: below 2^53, as coordinates stay below 2^25 cells. */
const keyOf = (x: number, y: number): number => (x + 0x2000000) * 0x8000000 + (y + 0x2000000)

/** Gives places that are nearly the same the same grid point: the one that came first. */
class Welding {
  private readonly cells = new Map<number, Point[]>()
  private readonly reach = WELD * UNITS
  private readonly cell = 2 * this.reach

  at(x: number, y: number): Point {
    const [u, v] = [x / this.cell, y / this.cell]
    const [cx, cy] = [Math.floor(u), Math.floor(v)]
    // What is near lies in this cell or in those on the nearer sides.
    const [i0, j0] = [u - cx < 0.5 ? cx - 1 : cx, v - cy < 0.5 ? cy - 1 : cy]
    for (let i = i0; i <= i0 + 1; i += 1)
      for (let j = j0; j <= j0 + 1; j += 1) {
        const found = this.cells.get(keyOf(i, j))
        if (!found) continue
        for (const p of found) {
          const [dx, dy] = [p.x - x, p.y - y]
          if (dx * dx + dy * dy <= this.reach * this.reach) return p
        }
      }
    const point = { x: Math.round(x), y: Math.round(y) }
    const key = keyOf(cx, cy)
    const cell = this.cells.get(key)
    if (cell) cell.push(point)
    else this.cells.set(key, [point])
    return point
  }
}

const ends = (ring: readonly Node[], at: number): [Node, Node] => [ring[at]!, ring[(at + 1) % ring.length]!]

/** The places of a chord's ends on its contour; the last chord of a ring ends where the contour does. */
function placesOf(ring: readonly Node[], at: number, segments: number): [number, number] {
  const to = at + 1 < ring.length ? ring[at + 1]!.place : segments
  return [ring[at]!.place, to]
}

function chordIndex(rings: readonly Node[][]): { chords: Chord[]; index: SpatialIndex } {
  const chords = rings.flatMap((ring, r) => ring.map((_, at): Chord => ({ ring: r, at })))
  const index = new SpatialIndex(
    chords.map(({ ring, at }) => {
      const [a, b] = ends(rings[ring]!, at)
      return {
        minX: Math.min(a.x, b.x),
        minY: Math.min(a.y, b.y),
        maxX: Math.max(a.x, b.x),
        maxY: Math.max(a.y, b.y),
      }
    }),
  )
  return { chords, index }
}

/** Nodes to be put into each ring. */
type Fresh = Map<number, Node[]>
const put = (fresh: Fresh, ring: number, node: Node) => {
  const list = fresh.get(ring)
  if (list) list.push(node)
  else fresh.set(ring, [node])
}

/** Where chords cross, made good on the true curves; both rings get the same node. */
function crossingsOf(
  contours: readonly Contour[],
  segments: readonly Segment[][],
  rings: readonly Node[][],
  weld: Welding,
): Fresh {
  const fresh: Fresh = new Map()
  const { chords, index } = chordIndex(rings)
  chords.forEach((chord, i) => {
    const ring = rings[chord.ring]!
    const [a, b] = ends(ring, chord.at)
    const box = {
      minX: Math.min(a.x, b.x),
      minY: Math.min(a.y, b.y),
      maxX: Math.max(a.x, b.x),
      maxY: Math.max(a.y, b.y),
    }
    for (const j of index.meeting(box)) {
      if (j <= i) continue
      const other = chords[j]!
      const [c, d] = ends(rings[other.ring]!, other.at)
      const met = crossing(a, b, c, d)
      if (!met) continue
      const [u0, u1] = placesOf(ring, chord.at, segments[chord.ring]!.length)
      const [v0, v1] = placesOf(rings[other.ring]!, other.at, segments[other.ring]!.length)
      const found = onBoth(
        { contour: contours[chord.ring]!, segments: segments[chord.ring]!, from: u0, to: u1, at: met.t },
        { contour: contours[other.ring]!, segments: segments[other.ring]!, from: v0, to: v1, at: met.u },
      )
      const node = weld.at(found.x * UNITS, found.y * UNITS)
      put(fresh, chord.ring, { ...node, place: found.places[0] })
      put(fresh, other.ring, { ...node, place: found.places[1] })
    }
  })
  return fresh
}

/** Where two chords cross in the midst of both, by their shares; null where they only share an end or run alike. */
function crossing(a: Node, b: Node, c: Node, d: Node): { t: number; u: number } | null {
  if (same(a, c) || same(a, d) || same(b, c) || same(b, d)) return null
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y]
  const det = rx * sy - ry * sx
  if (Math.abs(det) < 1e-9 * Math.hypot(rx, ry) * Math.hypot(sx, sy)) return null
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / det
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / det
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { t, u } : null
}

const same = (a: Node, b: Node) => a.x === b.x && a.y === b.y

type Stretch = {
  contour: Contour
  segments: readonly Segment[]
  /** places of the chord's ends */
  from: number
  to: number
  /** share along the chord */
  at: number
}

/** The derivative of a cubic of Bernstein form. */
function slopeAt(p0: number, p1: number, p2: number, p3: number, t: number): number {
  const s = 1 - t
  return 3 * (s * s * (p1 - p0) + 2 * s * t * (p2 - p1) + t * t * (p3 - p2))
}

/** A point of a contour and its derivative by place, mm. */
export function pointOn(
  contour: Contour,
  segments: readonly Segment[],
  place: number,
): Point & { dx: number; dy: number } {
  const k = Math.min(Math.max(0, Math.floor(place)), segments.length - 1)
  const t = place - k
  const from = k === 0 ? contour.start : segments[k - 1]!.to
  const { c1, c2, to } = segments[k]!
  if (!c1 || !c2)
    return {
      x: from.x + t * (to.x - from.x),
      y: from.y + t * (to.y - from.y),
      dx: to.x - from.x,
      dy: to.y - from.y,
    }
  return {
    x: cubicAt(from.x, c1.x, c2.x, to.x, t),
    y: cubicAt(from.y, c1.y, c2.y, to.y, t),
    dx: slopeAt(from.x, c1.x, c2.x, to.x, t),
    dy: slopeAt(from.y, c1.y, c2.y, to.y, t),
  }
}

/** Places on two curves whose points lie farther apart are no crossing, mm. */
const AGREE = 1e-5

/**
 * The crossing of two stretches by Newton's method on their curves, kept within both. Where they are nearly parallel it runs
 * off until both places are clamped, at two different points: there the crossing of the chords stands.
 */
function onBoth(a: Stretch, b: Stretch): Point & { places: [number, number] } {
  const start = ({ from, to, at }: Stretch) => from + at * (to - from)
  const within = ({ from, to }: Stretch, v: number) => Math.min(to, Math.max(from, v))
  let [s, t] = [start(a), start(b)]
  for (let k = 0; k < 8; k += 1) {
    const p = pointOn(a.contour, a.segments, s)
    const q = pointOn(b.contour, b.segments, t)
    const det = p.dy * q.dx - p.dx * q.dy
    const [ex, ey] = [q.x - p.x, q.y - p.y]
    if (Math.abs(ex) + Math.abs(ey) < 1e-10 || Math.abs(det) < 1e-12) break
    s = within(a, s + (q.dx * ey - q.dy * ex) / det)
    t = within(b, t + (p.dx * ey - p.dy * ex) / det)
  }
  const p = pointOn(a.contour, a.segments, s)
  const q = pointOn(b.contour, b.segments, t)
  if (Math.hypot(p.x - q.x, p.y - q.y) <= AGREE)
    return { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2, places: [s, t] }
  const [u, v] = [a, b].map(({ contour, segments, from, to, at }) => {
    const [head, foot] = [pointOn(contour, segments, from), pointOn(contour, segments, to - 1e-12)]
    return { x: head.x + at * (foot.x - head.x), y: head.y + at * (foot.y - head.y) }
  }) as [Point, Point]
  return { x: (u.x + v.x) / 2, y: (u.y + v.y) / 2, places: [start(a), start(b)] }
}

/** Nodes that lie on another ring, or elsewhere on their own: it gets a node there too. */
function touchesOf(
  contours: readonly Contour[],
  segments: readonly Segment[][],
  rings: readonly Node[][],
  flatness: number,
): Fresh {
  const fresh: Fresh = new Map()
  const { chords, index } = chordIndex(rings)
  const reach = (2 * flatness + WELD) * UNITS
  const seen = new Map<number, Set<number>>()
  for (const node of rings.flat()) {
    const row = seen.get(node.x)
    if (row?.has(node.y)) continue
    if (row) row.add(node.y)
    else seen.set(node.x, new Set([node.y]))
    for (const j of index.meeting({ minX: node.x, minY: node.y, maxX: node.x, maxY: node.y }, reach)) {
      const { ring, at } = chords[j]!
      const [a, b] = ends(rings[ring]!, at)
      if (same(node, a) || same(node, b) || isBeside(node, a, b, reach)) continue
      const [from, to] = placesOf(rings[ring]!, at, segments[ring]!.length)
      const place = nearestPlace(contours[ring]!, segments[ring]!, from, to, {
        x: node.x / UNITS,
        y: node.y / UNITS,
      })
      if (place !== null) put(fresh, ring, { x: node.x, y: node.y, place })
    }
  }
  return fresh
}

/** Whether a point lies farther than a reach from the straight line through two others. */
function isBeside(p: Point, a: Point, b: Point, reach: number): boolean {
  const [rx, ry] = [b.x - a.x, b.y - a.y]
  const off = (p.x - a.x) * ry - (p.y - a.y) * rx
  return off * off > reach * reach * (rx * rx + ry * ry)
}

/** The place between two at which a curve comes within welding distance of a point; null where it does not. */
function nearestPlace(
  contour: Contour,
  segments: readonly Segment[],
  from: number,
  to: number,
  p: Point,
): number | null {
  const [a, b] = [pointOn(contour, segments, from), pointOn(contour, segments, to - 1e-12)]
  const [rx, ry] = [b.x - a.x, b.y - a.y]
  const length = rx * rx + ry * ry
  if (length === 0) return null
  let place = from + Math.min(1, Math.max(0, ((p.x - a.x) * rx + (p.y - a.y) * ry) / length)) * (to - from)
  for (let k = 0; k < 5; k += 1) {
    const { x, y, dx, dy } = pointOn(contour, segments, place)
    const speed = dx * dx + dy * dy
    if (speed === 0) break
    place = Math.min(to, Math.max(from, place + ((p.x - x) * dx + (p.y - y) * dy) / speed))
  }
  if (place - from < 1e-9 || to - place < 1e-9) return null
  const { x, y } = pointOn(contour, segments, place)
  return Math.hypot(p.x - x, p.y - y) <= WELD ? place : null
}

/** Puts nodes into their rings, in the order of their places. */
function insert(rings: Node[][], fresh: Fresh): void {
  for (const [ring, nodes] of fresh)
    rings[ring] = [...rings[ring]!, ...nodes].sort((a, b) => a.place - b.place)
}

const withoutDoubles = (ring: readonly Node[]): Node[] =>
  ring.filter((node, i) => !same(node, ring[(i + ring.length - 1) % ring.length]!))
