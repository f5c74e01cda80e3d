import type { Polyline } from '../../src/core/geometry/flatten'
import type { Kind, NestProblem } from '../../src/core/nesting'
import { chance } from '../draw'

/** A sheet cut up into pieces, so that the best that can be done is known: all of them fill it again. */
export type CutUp = { width: number; height: number; problem: NestProblem }

type Point = [number, number]

const closed = (points: readonly Point[]): Polyline => Float64Array.from([...points, points[0]!].flat())

/** A sheet as long as it takes, of the width of the one that was cut up. */
function asProblem(kinds: Kind[], width: number, height: number): NestProblem {
  return {
    kinds,
    items: kinds.map((_, i) => i),
    stocks: [{ area: { minX: 0, minY: 0, maxX: width, maxY: 2 * height }, count: 1, taken: [] }],
    spacing: 0,
  }
}

/** Rectangles by cuts from edge to edge, the largest part first. */
export function guillotine(seed: number, count: number, width = 210, height = 297): CutUp {
  const random = chance(seed)
  const parts: [number, number, number, number][] = [[0, 0, width, height]]
  while (parts.length < count) {
    parts.sort((a, b) => b[2] * b[3] - a[2] * a[3])
    const [x, y, w, h] = parts.shift()!
    const share = 0.3 + 0.4 * random()
    // Whole millimetres, as things are measured.
    if (w > h !== random() < 0.15) {
      const cut = Math.max(1, Math.round(w * share))
      parts.push([x, y, cut, h], [x + cut, y, w - cut, h])
    } else {
      const cut = Math.max(1, Math.round(h * share))
      parts.push([x, y, w, cut], [x, y + cut, w, h - cut])
    }
  }
  const kinds = parts.map(([, , w, h]): Kind => {
    const turned = random() < 0.5
    const [a, b] = turned ? [h, w] : [w, h]
    return {
      rings: [
        closed([
          [0, 0],
          [a, 0],
          [a, b],
          [0, b],
        ]),
      ],
      turning: 'quarter',
    }
  })
  return { width, height, problem: asProblem(kinds, width, height) }
}

/** Polygons by straight cuts at any angle through the largest part, each then turned by quarters. */
export function jigsaw(seed: number, count: number, width = 210, height = 297): CutUp {
  const random = chance(seed)
  let parts: Point[][] = [
    [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ],
  ]
  while (parts.length < count) {
    parts.sort((a, b) => areaOf(b) - areaOf(a))
    const [largest, ...rest] = parts
    parts = [...rest, ...cutIn(largest!, random)]
  }
  const kinds = parts.map((points): Kind => {
    return { rings: [closed(turnedBy(Math.floor(4 * random()), points))], turning: 'quarter' }
  })
  return { width, height, problem: asProblem(kinds, width, height) }
}

/**
 * Parts that interlock: a grid with moved corners, each side between two parts broken by two to four points, each part
 * then turned by quarters. Drawn anew until no two sides cross.
 * @param fill the share of a sheet that all of them cover together
 */
export function interlocking(
  seed: number,
  [columns, rows]: readonly [number, number],
  fill: number,
  [width, height]: readonly [number, number] = [297, 420],
): NestProblem {
  const random = chance(seed)
  const size = Math.sqrt(fill)
  const [w, h] = [(size * width) / columns, (size * height) / rows]
  const isEdge = (k: number, last: number) => k === 0 || k === last
  const draw = () => {
    const corner = Array.from({ length: (columns + 1) * (rows + 1) }, (_, k): Point => {
      const [i, j] = [k % (columns + 1), Math.floor(k / (columns + 1))]
      return [
        w * (i + (isEdge(i, columns) ? 0 : 0.3 * (random() - 0.5))),
        h * (j + (isEdge(j, rows) ? 0 : 0.3 * (random() - 0.5))),
      ]
    })
    /** A side from one corner to another, its points broken out to either hand; the last corner is left out. */
    const broken = (a: Point, b: Point, isRim: boolean): Point[] => {
      if (isRim) return [a]
      const count = 2 + Math.floor(3 * random())
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
      return [
        a,
        ...Array.from({ length: count }, (_, k): Point => {
          const t = (k + 1) / (count + 1)
          const out = 0.4 * (random() - 0.5)
          return [a[0] + t * dx - out * dy, a[1] + t * dy + out * dx]
        }),
      ]
    }
    const at = (i: number, j: number) => corner[j * (columns + 1) + i]!
    const across = Array.from({ length: columns * (rows + 1) }, (_, k) => {
      const [i, j] = [k % columns, Math.floor(k / columns)]
      return broken(at(i, j), at(i + 1, j), isEdge(j, rows))
    })
    const down = Array.from({ length: (columns + 1) * rows }, (_, k) => {
      const [i, j] = [k % (columns + 1), Math.floor(k / (columns + 1))]
      return broken(at(i, j), at(i, j + 1), isEdge(i, columns))
    })
    const sides = [
      ...across.map((side, k) => [...side, at((k % columns) + 1, Math.floor(k / columns))]),
      ...down.map((side, k) => [...side, at(k % (columns + 1), Math.floor(k / (columns + 1)) + 1)]),
    ]
    return { at, across, down, sides }
  }
  let drawn = draw()
  while (sidesCross(drawn.sides)) drawn = draw()
  const { at, across, down } = drawn
  const back = (side: Point[], end: Point): Point[] => [end, ...side.slice(1).reverse()]
  const kinds = Array.from({ length: columns * rows }, (_, k): Kind => {
    const [i, j] = [k % columns, Math.floor(k / columns)]
    const points = [
      ...across[j * columns + i]!,
      ...down[j * (columns + 1) + i + 1]!,
      ...back(across[(j + 1) * columns + i]!, at(i + 1, j + 1)),
      ...back(down[j * (columns + 1) + i]!, at(i, j + 1)),
    ]
    return { rings: [closed(turnedBy(Math.floor(4 * random()), points))], turning: 'quarter' }
  })
  return {
    kinds,
    items: kinds.map((_, i) => i),
    stocks: [{ area: { minX: 0, minY: 0, maxX: width, maxY: height }, count: null, taken: [] }],
    spacing: 0,
  }
}

/** Whether any two stretches of some lines cross. */
function sidesCross(sides: readonly Point[][]): boolean {
  const stretches = sides.flatMap((side) => side.slice(1).map((to, k) => [side[k]!, to] as const))
  const side = ([a, b]: readonly [Point, Point], p: Point) =>
    Math.sign((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]))
  return stretches.some((s, i) =>
    stretches.slice(0, i).some((t) => side(s, t[0]) * side(s, t[1]) < 0 && side(t, s[0]) * side(t, s[1]) < 0),
  )
}

/**
 * Every other part of two such cut-ups, as on a chess board: of about the same size, and nothing that fits together edge to edge.
 */
export function unmatched(seed: number, grid: readonly [number, number], fill: number): NestProblem {
  const [one, other] = [interlocking(seed, grid, fill), interlocking(seed + 100, grid, fill)]
  const isEven = (i: number) => ((i % grid[0]) + Math.floor(i / grid[0])) % 2 === 0
  return { ...one, kinds: one.kinds.map((kind, i) => (isEven(i) ? kind : other.kinds[i]!)) }
}

/** Points turned by quarters about the origin. */
const turnedBy = (quarters: number, points: readonly Point[]): Point[] =>
  points.map(([x, y]) => [[x, y] as Point, [-y, x] as Point, [-x, -y] as Point, [y, -x] as Point][quarters]!)

const areaOf = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [u, v] = points[(i + 1) % points.length]!
      return sum + x * v - u * y
    }, 0) / 2,
  )

/** Parts a convex polygon by a bent cut between two of its longer sides. */
function cutIn(points: readonly Point[], random: () => number): [Point[], Point[]] {
  const n = points.length
  const sides = points
    .map((p, i) => ({
      i,
      length: Math.hypot(points[(i + 1) % n]![0] - p[0], points[(i + 1) % n]![1] - p[1]),
    }))
    .sort((a, b) => b.length - a.length)
  const [i, j] = [sides[0]!.i, sides[1]!.i].sort((a, b) => a - b) as [number, number]
  const at = (k: number): Point => {
    const t = 0.35 + 0.3 * random()
    const [a, b] = [points[k]!, points[(k + 1) % n]!]
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
  }
  const [p, q] = [at(i), at(j)]
  return [
    [p, ...points.slice(i + 1, j + 1), q],
    [q, ...points.slice(j + 1), ...points.slice(0, i + 1), p],
  ]
}
