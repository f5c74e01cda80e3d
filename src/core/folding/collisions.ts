import { type Flat, type FoldModel, onFlat } from './model'
import { cross, dot, lengthOf, minus, moved, plus, type Rigid, times, turned, type Vec3 } from './rigid'

/** Two panels that pass through each other, by their positions: how deep, mm. */
export type Collision = { a: number; b: number; mm: number }

/** Panels that reach less far through each other only touch, mm. */
const TOUCHING = 0.3
/** Edges may lie in the plane of another panel: so much of an overlap counts for nothing at either end, mm. */
const EDGE = 0.6

/** A panel in space. */
export type Placed = {
  normal: Vec3
  /** the distance of its plane along the normal, mm */
  offset: number
  rings: Vec3[][]
}
type Boxed = Placed & { low: Vec3; high: Vec3 }

/**
 * Panels that pass through each other in a pose. Each panel is cut with the plane of the other one; where the
 * stretches cut out of both overlap on the line in which the planes meet, and both reach beyond it to either side,
 * they cross (after Möller, "A fast triangle-triangle intersection test", 1997, on whole polygons). Panels in one
 * plane, and those that a hinge or glue joins, are left out: which lies above is not decided here.
 * @param lying panels of different pieces that lie on one another
 */
export function collisionsOf(
  model: FoldModel,
  pose: readonly Rigid[],
  lying: readonly (readonly [number, number])[] = [],
): Collision[] {
  const placed = model.panels.map((panel, i) => placedAs([panel.ring, ...panel.openings], pose[i]!))
  const joined = new Set<string>()
  const join = (a: number, b: number) => joined.add(a < b ? `${a} ${b}` : `${b} ${a}`)
  for (const { a, b } of model.hinges) join(a, b)
  for (const { panel, partner } of model.glue) join(panel, partner)
  for (const [one, other] of lying) join(one, other)
  const found: Collision[] = []
  for (let a = 0; a < placed.length; a += 1)
    for (let b = a + 1; b < placed.length; b += 1) {
      if (!boxesMeet(placed[a]!, placed[b]!) || joined.has(`${a} ${b}`)) continue
      const mm = depthOf(placed[a]!, placed[b]!)
      if (mm > TOUCHING) found.push({ a, b, mm })
    }
  return found
}

function placedAs(rings: readonly (readonly Flat[])[], at: Rigid): Boxed {
  const points = rings.map((ring) => ring.map((p) => moved(at, onFlat(p))))
  const normal = turned(at, [0, 0, 1])
  const of = (k: 0 | 1 | 2, pick: (...values: number[]) => number) =>
    points[0]!.reduce((v, p) => pick(v, p[k]), points[0]![0]![k])
  return {
    normal,
    offset: dot(normal, points[0]![0]!),
    rings: points,
    low: [of(0, Math.min), of(1, Math.min), of(2, Math.min)],
    high: [of(0, Math.max), of(1, Math.max), of(2, Math.max)],
  }
}

const boxesMeet = (a: Boxed, b: Boxed): boolean =>
  [0, 1, 2].every((k) => a.low[k]! <= b.high[k]! && b.low[k]! <= a.high[k]!)

/** How far the one that reaches less far reaches through the other, mm; nought where they do not cross. */
function depthOf(a: Placed, b: Placed): number {
  const met = meet(a, b)
  if (!met) return 0
  const depth = Math.min(met.one.depth, met.other.depth)
  return depth > TOUCHING && met.shared.some(([p, q]) => lengthOf(minus(q, p)) > 2 * EDGE) ? depth : 0
}

/** The lines along which two panels pass through each other. */
export const seamsOf = (a: Placed, b: Placed): readonly (readonly [Vec3, Vec3])[] => meet(a, b)?.shared ?? []

/** Two panels cut with each other's planes, and the stretches that both have; null where the planes are parallel. */
function meet(a: Placed, b: Placed) {
  const direction = cross(a.normal, b.normal)
  const length = lengthOf(direction)
  // Planes within a tenth of a degree are one direction.
  if (length < 0.002) return null
  const along = times(direction, 1 / length)
  const [one, other] = [through(a, b, along), through(b, a, along)]
  const shared = one.stretches.flatMap(([s, e]) =>
    other.stretches.flatMap(([t, f]): [Vec3, Vec3][] => {
      const [from, to] = [s.at > t.at ? s : t, e.at < f.at ? e : f]
      return to.at > from.at ? [[from.place, to.place]] : []
    }),
  )
  return { one, other, shared }
}

/** A place on the line in which two planes meet, and how far along it. */
type Crossing = { at: number; place: Vec3 }

/** Where a panel passes through a plane: stretches along the line, and how far it reaches to the lesser side, mm. */
function through(
  { rings }: Placed,
  { normal, offset }: Placed,
  along: Vec3,
): { stretches: (readonly [Crossing, Crossing])[]; depth: number } {
  let [above, below] = [0, 0]
  const crossings: Crossing[] = []
  for (const ring of rings) {
    const off = ring.map((p) => dot(normal, p) - offset)
    for (const d of off) {
      above = Math.max(above, d)
      below = Math.max(below, -d)
    }
    ring.forEach((p, i) => {
      const k = (i + 1) % ring.length
      const [d, e] = [off[i]!, off[k]!]
      if (d > 0 === e > 0) return
      const place = plus(p, times(minus(ring[k]!, p), d / (d - e)))
      crossings.push({ at: dot(along, place), place })
    })
  }
  crossings.sort((p, q) => p.at - q.at)
  const stretches: (readonly [Crossing, Crossing])[] = []
  for (let i = 0; i + 1 < crossings.length; i += 2) stretches.push([crossings[i]!, crossings[i + 1]!])
  return { stretches, depth: Math.min(above, below) }
}
