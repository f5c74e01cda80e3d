import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import { polylineArea, polylineBox, polylineLength, reversedPolyline } from '../geometry/polyline'
import { intersect, offset, regionArea, unite } from '../geometry/regions'
import { simplify } from '../geometry/simplify'

/** Where a part lies in a cluster: moved so many mm after a turn about the origin, quarters clockwise. */
export type Member = { part: number; x: number; y: number; turn: number }
/** Parts that fit together edge to edge. */
export type Cluster = Member[]

/** Directions that differ by no more are the same, radians; edges no further apart run along one another, mm. */
const SAME = { direction: 0.004, distance: 0.05 }
/** Share of the smaller outline along which two parts must touch to belong together. */
const CONTACT = 0.12
/** Edges shorter than this tell nothing, mm. */
const SHORT = 0.5
/** Pairs of corners that are compared, about half a second's worth, and those of them that are looked at closer. */
const MOST = { compared: 1e7, closer: 200_000 }

type Edge = { x1: number; y1: number; x2: number; y2: number; length: number; angle: number }
type Part = { ring: Polyline; edges: Edge[]; perimeter: number }
type Joint = Point & { a: number; b: number; turn: number; corners: number; contact: number }

/**
 * Finds which parts were cut from one another: corners complete one another, or both ends of an edge lie on straight
 * cuts that go on, and they touch along a good part of their outlines. Joined greedily, what agrees in most corners
 * first; what would clash stays apart. What was joined is looked at as one part again, until nothing more is found.
 * @param rings the outlines of all parts, closed, mm
 * @param turns the quarters by which parts may be turned against one another
 * @returns clusters of all parts, single ones too; the largest first
 */
export function clustersOf(rings: readonly Polyline[], turns: readonly number[]): Cluster[] {
  const parts = rings.map(partOf)
  let clusters = parts.map((_, part): Cluster => [{ part, x: 0, y: 0, turn: 0 }])
  for (;;) {
    const joined = joinOnce(parts, clusters, turns)
    if (joined.length === clusters.length) return clusters.sort((a, b) => b.length - a.length)
    clusters = joined
  }
}

/** A cluster on its way: its members, and where the clusters that it was joined from lie in it. */
type Group = { members: Cluster; from: Map<number, Member> }

function joinOnce(parts: readonly Part[], clusters: readonly Cluster[], turns: readonly number[]): Cluster[] {
  const outlines = clusters.map((c) => (c.length === 1 ? parts[c[0]!.part]! : partOf(outlineOf(parts, c))))
  const groups = clusters.map((members, k): Group => {
    return { members, from: new Map([[k, { part: k, x: 0, y: 0, turn: 0 }]]) }
  })
  const home = [...groups]
  for (const joint of jointsOf(outlines, turns)) {
    const [one, other] = [home[joint.a]!, home[joint.b]!]
    if (one === other) continue
    const a = one.from.get(joint.a)!
    const b = other.from.get(joint.b)!
    // The second group is turned and moved so that its part lies against that of the first.
    const at = quarter(joint, a.turn)
    const by = (a.turn + joint.turn - b.turn + 4) % 4
    const back = quarter(b, by)
    const shift = { x: a.x + at.x - back.x, y: a.y + at.y - back.y }
    const move = (m: Member, to: Point): Member => {
      const p = quarter(m, by)
      return { part: m.part, x: p.x + to.x, y: p.y + to.y, turn: (m.turn + by) % 4 }
    }
    const exact = snapped(
      parts,
      one.members,
      other.members.map((m) => move(m, shift)),
    )
    const to = { x: shift.x + exact.x, y: shift.y + exact.y }
    const moved = other.members.map((m) => move(m, to))
    if (moved.some((m) => one.members.some((o) => clash(parts, m, o)))) continue
    one.members = [...one.members, ...moved]
    for (const [k, m] of other.from) {
      one.from.set(k, move(m, to))
      home[k] = one
    }
  }
  return [...new Set(home)].map((g) => g.members)
}

/** The outline of a cluster as one ring. */
function outlineOf(parts: readonly Part[], cluster: Cluster): Polyline {
  const grown = cluster.flatMap((m) => offset([ringOf(parts[m.part]!.ring, m)], SAME.distance, 'sharp'))
  const rings = offset(unite(grown), -SAME.distance, 'sharp')
  return rings.reduce((a, b) => (Math.abs(polylineArea(b)) > Math.abs(polylineArea(a)) ? b : a))
}

/** By how much parts are moved for a corner of theirs to lie on one of the others exactly, mm. */
function snapped(parts: readonly Part[], still: Cluster, moved: Cluster): Point {
  let [best, by] = [4 * SAME.distance, { x: 0, y: 0 }]
  const corners = (c: Cluster) => c.flatMap((m) => parts[m.part]!.edges.map((e) => cornerOf(e, m)))
  const fixed = corners(still)
  for (const p of corners(moved))
    for (const q of fixed) {
      const away = Math.hypot(q.x - p.x, q.y - p.y)
      if (away < best) [best, by] = [away, { x: q.x - p.x, y: q.y - p.y }]
    }
  return by
}

/** Where an edge ends, as its part lies. */
function cornerOf(edge: Edge, { x, y, turn }: Omit<Member, 'part'>): Point {
  const p = quarter({ x: edge.x2, y: edge.y2 }, turn)
  return { x: p.x + x, y: p.y + y }
}

/** A ring as a member of a cluster lies. */
export function ringOf(ring: Polyline, { x, y, turn }: Member): Polyline {
  const out = ring.slice()
  for (let i = 0; i < ring.length; i += 2) {
    const p = quarter({ x: ring[i]!, y: ring[i + 1]! }, turn)
    out[i] = p.x + x
    out[i + 1] = p.y + y
  }
  return out
}

/** A point turned about the origin by quarters, clockwise where y points down. */
function quarter({ x, y }: Point, turn: number): Point {
  if (turn === 0) return { x, y }
  if (turn === 1) return { x: -y, y: x }
  return turn === 2 ? { x: -x, y: -y } : { x: y, y: -x }
}

function partOf(ring: Polyline): Part {
  const wound = polylineArea(ring) > 0 ? ring : reversedPolyline(ring)
  return {
    ring: wound,
    edges: edgesOf(withoutFlats(simplify(wound, 0.01))),
    perimeter: polylineLength(wound),
  }
}

/** Corners at which a ring goes straight on are none, the one where it begins too. */
function withoutFlats(ring: Polyline): Polyline {
  const n = ring.length / 2 - 1
  const out: number[] = []
  for (let i = 0; i < n; i += 1) {
    const [p, q] = [(i + n - 1) % n, (i + 1) % n]
    const [ux, uy] = [ring[2 * i]! - ring[2 * p]!, ring[2 * i + 1]! - ring[2 * p + 1]!]
    const [vx, vy] = [ring[2 * q]! - ring[2 * i]!, ring[2 * q + 1]! - ring[2 * i + 1]!]
    const flat =
      ux * vx + uy * vy > 0 && Math.abs(ux * vy - uy * vx) < 1e-3 * Math.hypot(ux, uy) * Math.hypot(vx, vy)
    if (!flat) out.push(ring[2 * i]!, ring[2 * i + 1]!)
  }
  return Float64Array.from([...out, ...out.slice(0, 2)])
}

function edgesOf(ring: Polyline): Edge[] {
  const edges: Edge[] = []
  for (let i = 2; i < ring.length; i += 2) {
    const [x1, y1, x2, y2] = [ring[i - 2]!, ring[i - 1]!, ring[i]!, ring[i + 1]!]
    edges.push({ x1, y1, x2, y2, length: Math.hypot(x2 - x1, y2 - y1), angle: Math.atan2(y2 - y1, x2 - x1) })
  }
  return edges
}

const apart = (a: number, b: number): number => {
  const d = Math.abs(a - b) % (2 * Math.PI)
  return Math.min(d, 2 * Math.PI - d)
}
const isSame = (a: number, b: number) => apart(a, b) <= SAME.direction

/** All ways in which two parts lie edge to edge, those that agree in most corners first. */
function jointsOf(parts: readonly Part[], turns: readonly number[]): Joint[] {
  const joints: Joint[] = []
  const all = parts.reduce((n, p) => n + p.edges.length, 0)
  // So many curves were not cut apart by straight cuts.
  if (0.5 * all ** 2 * turns.length > MOST.compared) return joints
  let tried = 0
  for (let a = 0; a < parts.length; a += 1)
    for (let b = 0; b < a; b += 1)
      for (const turn of turns) {
        const seen = new Set<string>()
        const [p, q] = [parts[a]!, parts[b]!]
        for (const { x, y } of offers(p.edges, q.edges, turn)) {
          const key = `${Math.round(x * 20)} ${Math.round(y * 20)}`
          if (seen.has(key)) continue
          seen.add(key)
          tried += 1
          if (tried > MOST.closer) return []
          const contact = contactOf(p.edges, q.edges, turn, x, y)
          if (contact < CONTACT * Math.min(p.perimeter, q.perimeter)) continue
          const corners = agreeing(p.edges, q.edges, { x, y, turn })
          if (corners >= 2) joints.push({ a, b, turn, x, y, corners, contact })
        }
      }
  return joints.sort((s, t) => t.corners - s.corners || t.contact - s.contact)
}

/**
 * How a corner of the one meets one of the other, each told by the edges into it and out of it: 2 where the directions
 * on both sides are reversed; 1 where those on one side are, and on the other both go on along one line (a straight
 * cut that was cut again); else 0.
 */
function meeting(into: Edge, out: Edge, enters: Edge, leaves: Edge, by: number): 0 | 1 | 2 {
  const before = isSame(leaves.angle + by, into.angle + Math.PI)
  const after = isSame(enters.angle + by, out.angle + Math.PI)
  if (before && after) return 2
  // Right angles lie side by side wherever a sheet had corners: they tell nothing.
  if (isSame(4 * into.angle, 4 * out.angle)) return 0
  if (after && isSame(into.angle, leaves.angle + by)) return 1
  return before && isSame(enters.angle + by, out.angle) ? 1 : 0
}

/** Where the second part may lie so that a corner of it meets one of the first. */
function* offers(p: readonly Edge[], q: readonly Edge[], turn: number): Generator<Point> {
  const by = (turn * Math.PI) / 2
  for (let i = 0; i < p.length; i += 1) {
    const [into, out] = [p[i]!, p[(i + 1) % p.length]!]
    if (into.length < SHORT || out.length < SHORT) continue
    for (let j = 0; j < q.length; j += 1) {
      const [enters, leaves] = [q[j]!, q[(j + 1) % q.length]!]
      if (enters.length < SHORT || leaves.length < SHORT) continue
      if (meeting(into, out, enters, leaves, by) === 0) continue
      const corner = quarter({ x: enters.x2, y: enters.y2 }, turn)
      yield { x: into.x2 - corner.x, y: into.y2 - corner.y }
    }
  }
}

/** In how many corners two parts agree as they lie, whole ones twice. */
function agreeing(p: readonly Edge[], q: readonly Edge[], at: Omit<Member, 'part'>): number {
  const by = (at.turn * Math.PI) / 2
  let sum = 0
  q.forEach((enters, j) => {
    const corner = cornerOf(enters, at)
    const i = p.findIndex((e) => Math.hypot(e.x2 - corner.x, e.y2 - corner.y) <= 2 * SAME.distance)
    if (i >= 0) sum += meeting(p[i]!, p[(i + 1) % p.length]!, enters, q[(j + 1) % q.length]!, by)
  })
  return sum
}

/** How far two parts touch along straight stretches, mm. */
function contactOf(p: readonly Edge[], q: readonly Edge[], turn: number, x: number, y: number): number {
  const by = (turn * Math.PI) / 2
  let sum = 0
  for (const e of p) {
    if (e.length < SHORT) continue
    const [ux, uy] = [(e.x2 - e.x1) / e.length, (e.y2 - e.y1) / e.length]
    for (const f of q) {
      if (f.length < SHORT || !isSame(f.angle + by, e.angle + Math.PI)) continue
      const [s, t] = [quarter({ x: f.x1, y: f.y1 }, turn), quarter({ x: f.x2, y: f.y2 }, turn)]
      const beside = (r: Point) => Math.abs((r.x + x - e.x1) * uy - (r.y + y - e.y1) * ux)
      if (beside(s) > SAME.distance || beside(t) > SAME.distance) continue
      const along = (r: Point) => (r.x + x - e.x1) * ux + (r.y + y - e.y1) * uy
      sum += Math.max(0, Math.min(e.length, along(s)) - Math.max(0, along(t)))
    }
  }
  return sum
}

/** Whether two members of a cluster share more than rounding makes them. */
function clash(parts: readonly Part[], m: Member, o: Member): boolean {
  const [p, q] = [parts[m.part]!, parts[o.part]!]
  const [one, other] = [ringOf(p.ring, m), ringOf(q.ring, o)]
  const [a, b] = [polylineBox(one), polylineBox(other)]
  if (a.minX >= b.maxX || a.maxX <= b.minX || a.minY >= b.maxY || a.maxY <= b.minY) return false
  return (
    regionArea(intersect([one], [other])) > 0.5 * SAME.distance * Math.min(p.perimeter, q.perimeter) * CONTACT
  )
}
