import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import 'jsts/org/locationtech/jts/monkey.js'
import Polygonizer from 'jsts/org/locationtech/jts/operation/polygonize/Polygonizer.js'
import UnaryUnionOp from 'jsts/org/locationtech/jts/operation/union/UnaryUnionOp.js'
import type { DrawnPath } from './programs'

/** Ends of paths nearer than this meet, mm; paper in between would tear. */
const MEETS = 0.12
const factory = new GeometryFactory()

type Box = [x0: number, y0: number, x1: number, y1: number]
type Group = { paths: [number, number][][]; box: Box; loose: Geometry[] | null }
// biome-ignore lint/suspicious/noExplicitAny: the library's types are those of another version
type Geometry = any

/**
 * Finds paths that are cut in paper which earlier cuts have freed all round. By the general geometry library JTS: the
 * paths so far, in groups that touch, are polygonized, and no later path may lie within one of the polygons.
 * @returns for each such path its position, and a place on it
 */
export function cutAfterLoose(paths: readonly DrawnPath[]): { path: number; at: [number, number] }[] {
  let groups: Group[] = []
  const found: { path: number; at: [number, number] }[] = []
  paths.forEach(({ points }, path) => {
    const own = boxOf(points)
    const probe = middleOf(points)
    for (const group of groups) {
      if (!holds(group.box, probe)) continue
      group.loose ??= polygonsOf(group.paths)
      const point = factory.createPoint(new Coordinate(...probe))
      if (group.loose.some((p) => p.contains(point) && p.getBoundary().distance(point) > 2 * MEETS)) {
        found.push({ path, at: probe })
        break
      }
    }
    const touching = groups.filter((g) => meet(g.box, own) && g.paths.some((p) => near(p, points)))
    const joined: Group = {
      paths: [...touching.flatMap((g) => g.paths), points],
      box: touching.map((g) => g.box).reduce(unite, own),
      loose: null,
    }
    groups = [...groups.filter((g) => !touching.includes(g)), joined]
  })
  return found
}

const boxOf = (points: readonly [number, number][]): Box =>
  points.reduce<Box>(
    ([a, b, c, d], [x, y]) => [Math.min(a, x), Math.min(b, y), Math.max(c, x), Math.max(d, y)],
    [Infinity, Infinity, -Infinity, -Infinity],
  )
const unite = (a: Box, b: Box): Box => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
]
const meet = (a: Box, b: Box): boolean =>
  a[0] <= b[2] + MEETS && b[0] <= a[2] + MEETS && a[1] <= b[3] + MEETS && b[1] <= a[3] + MEETS
const holds = ([a, b, c, d]: Box, [x, y]: [number, number]): boolean => x >= a && x <= c && y >= b && y <= d

/** A point in the middle of a path's longest stretch: not a corner, where others may meet it. */
function middleOf(points: readonly [number, number][]): [number, number] {
  let [longest, at] = [-1, points[0]!]
  for (let i = 1; i < points.length; i += 1) {
    const [[ax, ay], [bx, by]] = [points[i - 1]!, points[i]!]
    const length = Math.hypot(bx - ax, by - ay)
    if (length > longest) [longest, at] = [length, [(ax + bx) / 2, (ay + by) / 2]]
  }
  return at
}

const lineOf = (points: readonly [number, number][]): Geometry =>
  factory.createLineString(points.map(([x, y]) => new Coordinate(x, y)))

const near = (a: readonly [number, number][], b: readonly [number, number][]): boolean =>
  a.length > 1 && b.length > 1 && lineOf(a).isWithinDistance(lineOf(b), MEETS)

/** The polygons that paths enclose; ends that nearly meet are joined by a short stretch. */
function polygonsOf(paths: readonly [number, number][][]): Geometry[] {
  const lines: Geometry[] = paths.filter((p) => p.length > 1).map(lineOf)
  const ends = paths.flatMap((p, i) => [
    { i, at: p[0]! },
    { i, at: p.at(-1)! },
  ])
  ends.forEach((a, k) => {
    for (const b of ends.slice(k + 1)) {
      const gap = Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1])
      if (gap > 0 && gap <= MEETS) lines.push(lineOf([a.at, b.at]))
    }
  })
  const noded = UnaryUnionOp.union(factory.createGeometryCollection(lines))
  const polygonizer = new Polygonizer()
  polygonizer.add(noded)
  const polygons = polygonizer.getPolygons()
  return Array.from({ length: polygons.size() }, (_, i) => polygons.get(i))
}
