import { collide } from './collide'
import type { Solid, SolidKind } from './solid'

/** Depths are told in fifths of a cell: a step along an axis is 5, one along a diagonal 7 (Borgefors 1986, "Distance transformations in digital images"). */
export const STEP = { straight: 5, diagonal: 7 }

/** Bytes that all tables of a search may take. */
const ROOM = 160e6

/** What a table holds: how deep one solid lies in another at offsets on a grid, row by row. */
type Table = { minX: number; minY: number; width: number; height: number; depth: Uint16Array }

/**
 * A table as two turned solids see it: the depth at an offset (x, y) in cells, of the second from the first, is at
 * `base + x * stepX + y * stepY`, and nought outside of the box.
 */
export type View = {
  depth: Uint16Array
  base: number
  stepX: number
  stepY: number
  minX: number
  maxX: number
  minY: number
  maxY: number
}

/**
 * How deep solids lie in one another at every offset on a grid: the least way by which one leaves the other. Overlaps
 * are looked up rather than computed, some twenty million of them a second. Tables are made when they are first asked
 * for, one for each pair of kinds and each quarter turn between them.
 *
 * Offsets at which outlines cross are the parallelograms that pairs of their edges span; what these leave free is
 * clear or within as a whole, as no solid is narrower than a cell, and asked once.
 */
export class DepthTables {
  private readonly numbers = new Map<SolidKind, number>()
  private readonly tables = new Map<number, Table>()
  private readonly views: View[] = []

  /** @param cell mm from one offset to the next */
  constructor(
    readonly cell: number,
    kinds: readonly SolidKind[],
  ) {
    for (const kind of kinds) if (!this.numbers.has(kind)) this.numbers.set(kind, this.numbers.size)
  }

  /** How the second of two turned kinds (quarters of a turn) lies in the first. */
  view(a: SolidKind, p: number, b: SolidKind, q: number): View {
    const [i, j] = [this.numbers.get(a)!, this.numbers.get(b)!]
    const key = ((i * 4 + p) * this.numbers.size + j) * 4 + q
    const known = this.views[key]
    if (known) return known
    const made = i <= j ? this.turned(a, i, p, b, j, q, 1) : this.turned(b, j, q, a, i, p, -1)
    this.views[key] = made
    return made
  }

  private turned(a: SolidKind, i: number, p: number, b: SolidKind, j: number, q: number, sign: 1 | -1): View {
    const between = (q - p + 4) % 4
    const key = (i * this.numbers.size + j) * 4 + between
    let table = this.tables.get(key)
    if (!table) {
      table = tableOf(a.at(0), b.at(90 * between), this.cell)
      this.tables.set(key, table)
    }
    const { minX, minY, width, height, depth } = table
    const [cos, sin] = [[1, 0, -1, 0][p]!, [0, 1, 0, -1][p]!]
    const corners = [
      [minX, minY],
      [minX + width - 1, minY + height - 1],
    ].map(([x, y]) => [sign * (cos * x! - sin * y!), sign * (sin * x! + cos * y!)] as const)
    const [one, other] = [corners[0]!, corners[1]!]
    return {
      depth,
      base: -minX - minY * width,
      stepX: sign * (cos - sin * width),
      stepY: sign * (sin + cos * width),
      minX: Math.min(one[0], other[0]),
      maxX: Math.max(one[0], other[0]),
      minY: Math.min(one[1], other[1]),
      maxY: Math.max(one[1], other[1]),
    }
  }
}

/**
 * The cell of tables for some kinds on an area of so many mm², mm: a fraction of its side, more where there are many
 * kinds; null where solids are too narrow for it or tables would take too much room.
 */
export function cellFor(kinds: readonly SolidKind[], area: number): number | null {
  const own = [...new Set(kinds)]
  const sizes = own.map((k) => {
    const { box } = k.at(0)
    return [box.maxX - box.minX, box.maxY - box.minY] as const
  })
  let offsets = 0
  sizes.forEach(([w, h], i) => {
    for (const [u, v] of sizes.slice(i)) offsets += 2 * (w + u) * (h + v) + 2 * (w + v) * (h + u)
  })
  const cell = Math.max(Math.sqrt(area) / 350, Math.sqrt((2 * offsets) / ROOM))
  const narrowest = Math.min(...own.map((k) => k.at(0).poles[2]!))
  if (cell > Math.sqrt(area) / 120) return null
  return narrowest >= cell / 2 ? cell : null
}

function tableOf(a: Solid, b: Solid, cell: number): Table {
  const minX = Math.floor((a.box.minX - b.box.maxX) / cell) - 1
  const minY = Math.floor((a.box.minY - b.box.maxY) / cell) - 1
  const width = Math.ceil((a.box.maxX - b.box.minX) / cell) + 2 - minX
  const height = Math.ceil((a.box.maxY - b.box.minY) / cell) + 2 - minY
  const crosses = crossings(a, b, cell, minX, minY, width, height)
  const depth = new Uint16Array(width * height)
  const FAR = 60_000
  // 0 is not looked at yet, 1 crosses, 2 is clear, 3 within.
  const stack: number[] = []
  for (let start = 0; start < crosses.length; start += 1) {
    if (crosses[start] !== 0) continue
    const within =
      start > 0 &&
      collide(b, (minX + (start % width)) * cell, (minY + Math.floor(start / width)) * cell, a, 0, 0)
    const state = within ? 3 : 2
    stack.push(start)
    crosses[start] = state
    while (stack.length > 0) {
      const k = stack.pop()!
      const x = k % width
      for (const next of [x > 0 ? k - 1 : -1, x < width - 1 ? k + 1 : -1, k - width, k + width])
        if (next >= 0 && crosses[next] === 0) {
          crosses[next] = state
          stack.push(next)
        }
    }
  }
  for (let k = 0; k < depth.length; k += 1) depth[k] = crosses[k] === 2 ? 0 : FAR
  const { straight, diagonal } = STEP
  // The rim is clear all round, so that every cell within has eight neighbours.
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1, k = y * width + 1; x < width - 1; x += 1, k += 1) {
      if (depth[k] === 0) continue
      depth[k] = Math.min(
        depth[k]!,
        depth[k - 1]! + straight,
        depth[k - width]! + straight,
        depth[k - width - 1]! + diagonal,
        depth[k - width + 1]! + diagonal,
      )
    }
  for (let y = height - 2; y > 0; y -= 1)
    for (let x = width - 2, k = y * width + x; x > 0; x -= 1, k -= 1) {
      if (depth[k] === 0) continue
      depth[k] = Math.min(
        depth[k]!,
        depth[k + 1]! + straight,
        depth[k + width]! + straight,
        depth[k + width + 1]! + diagonal,
        depth[k + width - 1]! + diagonal,
      )
    }
  return { minX, minY, width, height, depth }
}

/** Offsets of `b` from `a` at which an edge of the one crosses an edge of the other: 1, else 0. */
function crossings(
  a: Solid,
  b: Solid,
  cell: number,
  minX: number,
  minY: number,
  width: number,
  height: number,
): Uint8Array {
  // How many parallelograms begin (and end) at a cell of a row.
  const changes = new Int16Array((width + 1) * height)
  for (const p of a.rings)
    for (const q of b.rings)
      for (let i = 2; i < p.length; i += 2) {
        const ux = (p[i]! - p[i - 2]!) / cell
        const uy = (p[i + 1]! - p[i - 1]!) / cell
        for (let j = 2; j < q.length; j += 2) {
          const vx = -(q[j]! - q[j - 2]!) / cell
          const vy = -(q[j + 1]! - q[j - 1]!) / cell
          const x0 = (p[i - 2]! - q[j - 2]!) / cell - minX
          const y0 = (p[i - 1]! - q[j - 1]!) / cell - minY
          cover(changes, width, x0, y0, ux, uy, vx, vy)
        }
      }
  const crosses = new Uint8Array(width * height)
  for (let y = 0; y < height; y += 1) {
    let open = 0
    for (let x = 0; x < width; x += 1) {
      open += changes[y * (width + 1) + x]!
      if (open > 0) crosses[y * width + x] = 1
    }
  }
  closeSeams(crosses, width)
  return crosses
}

/** Between two parallelograms that share a side there is no way through, though offsets on it are in neither. */
function closeSeams(crosses: Uint8Array, width: number): void {
  const seams: number[] = []
  for (let k = width; k < crosses.length - width; k += 1) {
    if (crosses[k] !== 0) continue
    const across = crosses[k - 1] === 1 && crosses[k + 1] === 1
    if (across || (crosses[k - width] === 1 && crosses[k + width] === 1)) seams.push(k)
  }
  for (const k of seams) crosses[k] = 1
}

/** Touching is no crossing, cells. */
const TOUCH = 1e-6

/** Marks where in each row a parallelogram begins and ends. */
function cover(
  changes: Int16Array,
  width: number,
  x0: number,
  y0: number,
  ux: number,
  uy: number,
  vx: number,
  vy: number,
): void {
  const turn = ux * vy - uy * vx
  if (Math.abs(turn) < 1e-12) return
  const first = Math.ceil(y0 + Math.min(0, uy) + Math.min(0, vy))
  const last = Math.floor(y0 + Math.max(0, uy) + Math.max(0, vy))
  for (let y = first; y <= last; y += 1) {
    // A point is x0 + s*u + t*v with both between 0 and 1; on a row each is linear in x.
    const dy = y - y0
    let low = -Infinity
    let high = Infinity
    // s = ((x - x0) * vy - dy * vx) / turn
    if (Math.abs(vy) < 1e-12) {
      const s = (-dy * vx) / turn
      if (s <= TOUCH || s >= 1 - TOUCH) continue
    } else {
      const one = (dy * vx) / vy
      const other = (turn + dy * vx) / vy
      low = Math.min(one, other)
      high = Math.max(one, other)
    }
    // t = (dy * ux - (x - x0) * uy) / turn
    if (Math.abs(uy) < 1e-12) {
      const t = (dy * ux) / turn
      if (t <= TOUCH || t >= 1 - TOUCH) continue
    } else {
      const one = (dy * ux) / uy
      const other = (dy * ux - turn) / uy
      low = Math.max(low, Math.min(one, other))
      high = Math.min(high, Math.max(one, other))
    }
    const from = Math.ceil(x0 + low + TOUCH)
    const to = Math.floor(x0 + high - TOUCH)
    if (from > to) continue
    const row = y * (width + 1)
    changes[row + from] = changes[row + from]! + 1
    changes[row + to + 1] = changes[row + to + 1]! - 1
  }
}
