import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import type { Lattice } from './lattices'

/** A shape laid in a room: the left upper corner of its turned box, and degrees clockwise. */
export type LaidShape = { x: number; y: number; rotation: number }

type Size = { width: number; height: number }

/** What lies nearer to the edge of a room than this lies within it, mm. */
const SLACK = 1e-6
/** So many ways of moving a lattice in its room are tried. */
const MOST_MOVES = 80

/**
 * As many shapes as the points of a lattice put into a room: the lattice moved so that one shape touches the left edge
 * and one the upper edge, whichever way holds most.
 * @param size of the shape's box; the lattice counts from its left upper corner, mm
 */
export function fillLattice({ u, v, pair }: Lattice, size: Size, room: Size): LaidShape[] {
  const free = { x: room.width - size.width, y: room.height - size.height }
  if (free.x < -SLACK || free.y < -SLACK) return []
  // Left upper corners of the boxes in one cell; what is turned by half ends at the origin.
  const cell: LaidShape[] = [{ x: 0, y: 0, rotation: 0 }]
  if (pair) cell.push({ x: pair.x - size.width, y: pair.y - size.height, rotation: 180 })
  const [s, t] = reduced(u, v)
  let best: LaidShape[] = []
  for (const left of cell) {
    // One lies at the left edge, somewhere; which of the others can lie at the upper edge above it?
    const above = pointsIn(cell, s, t, left, { minX: 0, maxX: free.x, minY: -free.y, maxY: 0 })
    const every = Math.max(1, Math.ceil(above.length / MOST_MOVES))
    for (let k = 0; k < above.length; k += every) {
      const from = { x: left.x, y: left.y + above[k]!.y }
      const laid = pointsIn(cell, s, t, from, { minX: 0, maxX: free.x, minY: 0, maxY: free.y })
      if (laid.length > best.length) best = laid
    }
  }
  return best
}

/**
 * Pairs of a shape and one turned by half that take the smallest boxes together: the box, and where both lie in it.
 * @param half where the one turned by half touches the other: the edge of their no-fit polygon
 */
export function boxedPairs(half: Polyline, size: Size, most = 3): { box: Size; laid: LaidShape[] }[] {
  const places: Point[] = []
  for (let i = 0; i < half.length - 2; i += 2) {
    const [a, b] = [
      { x: half[i]!, y: half[i + 1]! },
      { x: half[i + 2]!, y: half[i + 3]! },
    ]
    places.push(a)
    // Where both boxes have a side in one line.
    for (const t of [(size.width - a.x) / (b.x - a.x), (size.height - a.y) / (b.y - a.y)])
      if (t > 0 && t < 1) places.push({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) })
  }
  return places
    .map(({ x, y }) => {
      const [left, top] = [Math.min(0, x - size.width), Math.min(0, y - size.height)]
      return {
        box: { width: Math.max(size.width, x) - left, height: Math.max(size.height, y) - top },
        laid: [
          { x: -left, y: -top, rotation: 0 },
          { x: x - size.width - left, y: y - size.height - top, rotation: 180 },
        ],
      }
    })
    .sort((p, q) => p.box.width * p.box.height - q.box.width * q.box.height)
    .slice(0, most)
}

/** Shorter shifts of the same lattice (Lagrange and Gauss). */
function reduced(u: Point, v: Point): [Point, Point] {
  let [a, b] = [u, v]
  for (let k = 0; k < 60; k += 1) {
    if (a.x * a.x + a.y * a.y > b.x * b.x + b.y * b.y) [a, b] = [b, a]
    const by = Math.round((a.x * b.x + a.y * b.y) / (a.x * a.x + a.y * a.y))
    if (by === 0) break
    b = { x: b.x - by * a.x, y: b.y - by * a.y }
  }
  return [a, b]
}

/** All of a lattice within a box, counted from a place in it. */
function pointsIn(
  cell: readonly LaidShape[],
  s: Point,
  t: Point,
  from: Point,
  { minX, maxX, minY, maxY }: { minX: number; maxX: number; minY: number; maxY: number },
): LaidShape[] {
  const across = s.x * t.y - s.y * t.x
  const found: LaidShape[] = []
  for (const { x: cx, y: cy, rotation } of cell) {
    const [ox, oy] = [cx - from.x, cy - from.y]
    // How many steps along t reach the corners of the box.
    const steps = [minX, maxX].flatMap((x) =>
      [minY, maxY].map((y) => (s.x * (y - oy) - s.y * (x - ox)) / across),
    )
    for (let j = Math.floor(Math.min(...steps)); j <= Math.ceil(Math.max(...steps)); j += 1) {
      const [rx, ry] = [ox + j * t.x, oy + j * t.y]
      const [low, high] = [
        between(rx, s.x, minX - SLACK, maxX + SLACK),
        between(ry, s.y, minY - SLACK, maxY + SLACK),
      ]
      const [first, last] = [Math.ceil(Math.max(low[0], high[0])), Math.floor(Math.min(low[1], high[1]))]
      for (let i = first; i <= last; i += 1) found.push({ x: rx + i * s.x, y: ry + i * s.y, rotation })
    }
  }
  return found
}

/** From and to which factor a step keeps a value between two others. */
function between(value: number, step: number, low: number, high: number): [number, number] {
  if (Math.abs(step) < 1e-12) return value >= low && value <= high ? [-Infinity, Infinity] : [1, 0]
  const ends = [(low - value) / step, (high - value) / step] as const
  return step > 0 ? [ends[0], ends[1]] : [ends[1], ends[0]]
}
