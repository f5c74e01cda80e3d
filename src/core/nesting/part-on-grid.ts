import type { Bin } from './bin'
import { cellFor, DepthTables, STEP, type View } from './depth-tables'
import { TURNS } from './problem'
import { shuffled } from './random'
import { separate } from './separate'

/** Cells between places that a move looks at first, and the steps by which the best of them are improved. */
const COARSE = 8
const FINE = [3, 1]
/** Places that are improved. */
const CLOSER = 16
/** How fast the weight of an overlap grows, from the least one to the greatest, and falls where there is none. */
const GROWS = { least: 1.08, most: 1.4, falls: 0.95 }
/** Passes without a better state before everything is strewn anew. */
const IDLE = 200
/** Cells of summed depth under which true outlines are tried, and how much better than last time it must be. */
const POLISH = { under: 20, share: 0.98 }

type Place = { x: number; y: number; turn: number; loss: number }

/** Whether all that may be moved in a bin is turned by quarters only, and large enough for tables. */
export function gridCell(bin: Bin): number | null {
  if (bin.members.some((m) => !m.fixed && m.kind.kind.turning === 'any')) return null
  const area = bin.areas.reduce((sum, a) => sum + (a.maxX - a.minX) * (a.maxY - a.minY), 0)
  return cellFor(
    bin.members.map((m) => m.kind),
    area,
  )
}

/**
 * Brings the members of a bin out of one another on a grid, by tables of depths, and then by their true outlines: a
 * move looks at all of the room in all turns. The same guided local search as {@link separate} with another measure
 * of overlaps (Egeblad, Nielsen and Odgaard 2007; Umetani and others 2009, "Solving the irregular strip packing
 * problem via guided local search for overlap minimization", measure of depth from memory).
 * @yields after each move
 * @returns whether nothing overlaps now; else the bin is as before
 */
export function* partOnGrid(
  bin: Bin,
  cell: number,
  random: () => number,
  passes: number,
): Generator<void, boolean> {
  const grid = new Grid(bin, cell, random)
  const before = bin.copyPoses()
  let polished = Infinity
  for (let idle = 0, least = Infinity, pass = 0; pass < passes; pass += 1) {
    for (const i of shuffled(grid.movable, random)) {
      if (!grid.overlaps(i)) continue
      grid.move(i)
      yield
    }
    const depth = grid.depth()
    if (depth < POLISH.under && depth <= polished * POLISH.share) {
      polished = depth
      grid.tell()
      if (yield* separate(bin, random, { rounds: 12, strikes: 1 })) return true
      bin.restore(before)
    }
    idle = depth < least ? 0 : idle + 1
    least = Math.min(least, depth)
    if (idle < IDLE) {
      grid.reweigh()
      continue
    }
    grid.strew()
    ;[idle, least, polished] = [0, Infinity, Infinity]
  }
  bin.restore(before)
  return false
}

/** What lies in a bin, on a grid. */
class Grid {
  readonly movable: number[]
  private readonly x: Int32Array
  private readonly y: Int32Array
  private readonly turn: Uint8Array
  private readonly weights: Float64Array
  private readonly tables: DepthTables
  private readonly n: number
  private sums = new Float32Array(0)

  constructor(
    private readonly bin: Bin,
    private readonly cell: number,
    private readonly random: () => number,
  ) {
    const { members, poses } = bin
    this.n = members.length
    this.movable = members.flatMap((m, i) => (m.fixed ? [] : [i]))
    this.tables = new DepthTables(
      cell,
      members.map((m) => m.kind),
    )
    this.x = Int32Array.from(poses, (p) => Math.round(p.x / cell))
    this.y = Int32Array.from(poses, (p) => Math.round(p.y / cell))
    this.turn = Uint8Array.from(poses, (p) => Math.round(p.degrees / 90) % 4)
    this.weights = new Float64Array(this.n * this.n).fill(1)
  }

  /** Hands the poses to the bin, each within its area. */
  tell(): void {
    for (const i of this.movable) {
      const { degrees, ...at } = this.poseOf(i)
      this.bin.set(i, { ...at, degrees })
      const room = this.bin.room(this.bin.solids[i]!, this.bin.areaOf(i))
      if (!room) continue
      this.bin.set(i, {
        x: Math.min(room.maxX, Math.max(room.minX, at.x)),
        y: Math.min(room.maxY, Math.max(room.minY, at.y)),
        degrees,
      })
    }
  }

  private poseOf(i: number) {
    return { x: this.x[i]! * this.cell, y: this.y[i]! * this.cell, degrees: 90 * this.turn[i]! }
  }

  private viewOf(i: number, turn: number, j: number): View {
    const { members } = this.bin
    return this.tables.view(members[j]!.kind, this.turn[j]!, members[i]!.kind, turn)
  }

  private between(i: number, j: number): number {
    return depthAt(this.viewOf(i, this.turn[i]!, j), this.x[i]! - this.x[j]!, this.y[i]! - this.y[j]!)
  }

  overlaps(i: number): boolean {
    for (let j = 0; j < this.n; j += 1) if (j !== i && this.between(i, j) > 0) return true
    return false
  }

  /** Cells by which all pairs lie in one another, summed. */
  depth(): number {
    let sum = 0
    for (const i of this.movable)
      for (let j = 0; j < this.n; j += 1)
        if (j < i || (j !== i && this.bin.members[j]!.fixed)) sum += this.between(i, j)
    return sum / STEP.straight
  }

  reweigh(): void {
    const { n, weights } = this
    let most = 1
    const depths = new Float64Array(n * n)
    for (const i of this.movable)
      for (let j = 0; j < n; j += 1) {
        if (j === i) continue
        const v = this.between(i, j)
        depths[i * n + j] = v
        if (v > most) most = v
      }
    for (const i of this.movable)
      for (let j = 0; j < n; j += 1) {
        const v = depths[i * n + j]!
        const k = i * n + j
        weights[k] =
          v > 0
            ? weights[k]! * (GROWS.least + (GROWS.most - GROWS.least) * (v / most))
            : Math.max(1, weights[k]! * GROWS.falls)
      }
  }

  /** Lays everything anywhere, all weights forgotten. */
  strew(): void {
    for (const i of this.movable) {
      const turns = this.turnsOf(i)
      const turn = turns[Math.floor(this.random() * turns.length)]!
      const room = this.roomOf(i, turn, this.bin.anyArea())
      if (!room) continue
      this.turn[i] = turn
      this.x[i] = room.minX + Math.floor(this.random() * (room.maxX - room.minX + 1))
      this.y[i] = room.minY + Math.floor(this.random() * (room.maxY - room.minY + 1))
    }
    this.weights.fill(1)
  }

  private turnsOf(i: number): readonly number[] {
    const { turning } = this.bin.members[i]!.kind.kind
    return turning === 'any' ? [0] : TURNS[turning].map((d) => d / 90)
  }

  private roomOf(i: number, turn: number, area: number) {
    const room = this.bin.room(this.bin.members[i]!.kind.at(90 * turn), area)
    if (!room) return null
    const { cell } = this
    const within = (low: number, high: number): [number, number] => {
      const [first, last] = [Math.ceil(low / cell - 1e-9), Math.floor(high / cell + 1e-9)]
      const middle = Math.round((low + high) / 2 / cell)
      return first <= last ? [first, last] : [middle, middle]
    }
    const [minX, maxX] = within(room.minX, room.maxX)
    const [minY, maxY] = within(room.minY, room.maxY)
    return { minX, maxX, minY, maxY }
  }

  /** Brings a member to where it lies least deep in the others, weighed. */
  move(i: number): void {
    const { n, bin } = this
    const best: (Place & { area: number })[] = []
    const views: View[] = new Array(n)
    const offer = (place: Place & { area: number }) => {
      let k = best.length
      while (k > 0 && best[k - 1]!.loss > place.loss) k -= 1
      best.splice(k, 0, place)
      if (best.length > CLOSER) best.pop()
    }
    for (const turn of this.turnsOf(i))
      for (let area = 0; area < bin.areas.length; area += 1) {
        const room = this.roomOf(i, turn, area)
        if (!room) continue
        for (let j = 0; j < n; j += 1) if (j !== i) views[j] = this.viewOf(i, turn, j)
        const columns = Math.floor((room.maxX - room.minX) / COARSE) + 1
        const rows = Math.floor((room.maxY - room.minY) / COARSE) + 1
        // What the lattice leaves over lies at either end by chance.
        const x0 =
          room.minX + Math.floor(this.random() * (room.maxX - room.minX - (columns - 1) * COARSE + 1))
        const y0 = room.minY + Math.floor(this.random() * (room.maxY - room.minY - (rows - 1) * COARSE + 1))
        const sums = this.sumOver(i, views, x0, y0, columns, rows)
        for (let k = 0; k < columns * rows; k += 1) {
          const loss = sums[k]!
          if (best.length === CLOSER && loss >= best[CLOSER - 1]!.loss) continue
          const row = Math.floor(k / columns)
          offer({ x: x0 + COARSE * (k - row * columns), y: y0 + COARSE * row, turn, loss, area })
        }
      }
    for (let j = 0; j < n; j += 1) if (j !== i) views[j] = this.viewOf(i, this.turn[i]!, j)
    let first: Place = {
      x: this.x[i]!,
      y: this.y[i]!,
      turn: this.turn[i]!,
      loss: this.lossAt(i, views, this.x[i]!, this.y[i]!, Infinity),
    }
    for (const start of best) {
      const place = this.descend(i, start, start.area)
      if (place.loss < first.loss) first = place
    }
    this.x[i] = first.x
    this.y[i] = first.y
    this.turn[i] = first.turn
  }

  /** What a member loses at the places of a lattice, row by row. */
  private sumOver(
    i: number,
    views: readonly View[],
    x0: number,
    y0: number,
    columns: number,
    rows: number,
  ): Float32Array {
    const size = columns * rows
    if (this.sums.length < size) this.sums = new Float32Array(size)
    const { sums, n, weights } = this
    sums.fill(0, 0, size)
    for (let j = 0; j < n; j += 1) {
      if (j === i) continue
      const { depth, base, stepX, stepY, minX, maxX, minY, maxY } = views[j]!
      const dx = x0 - this.x[j]!
      const dy = y0 - this.y[j]!
      const left = Math.max(0, Math.ceil((minX - dx) / COARSE))
      const right = Math.min(columns - 1, Math.floor((maxX - dx) / COARSE))
      const top = Math.max(0, Math.ceil((minY - dy) / COARSE))
      const bottom = Math.min(rows - 1, Math.floor((maxY - dy) / COARSE))
      const weight = weights[i * n + j]!
      const step = COARSE * stepX
      for (let row = top; row <= bottom; row += 1) {
        let k = row * columns + left
        let at = base + (dx + COARSE * left) * stepX + (dy + COARSE * row) * stepY
        for (let column = left; column <= right; column += 1) {
          sums[k] = sums[k]! + weight * depth[at]!
          k += 1
          at += step
        }
      }
    }
    return sums
  }

  private lossAt(i: number, views: readonly View[], x: number, y: number, bound: number): number {
    const { n, weights } = this
    let sum = 0
    for (let j = 0; j < n; j += 1) {
      if (j === i) continue
      const view = views[j]!
      const dx = x - this.x[j]!
      const dy = y - this.y[j]!
      if (dx <= view.minX || dx >= view.maxX || dy <= view.minY || dy >= view.maxY) continue
      sum += weights[i * n + j]! * view.depth[view.base + dx * view.stepX + dy * view.stepY]!
      if (sum >= bound) return sum
    }
    return sum
  }

  /** Walks downhill among the eight neighbours, by longer steps first. */
  private descend(i: number, start: Place, area: number): Place {
    const room = this.roomOf(i, start.turn, area)!
    const views: View[] = new Array(this.n)
    for (let j = 0; j < this.n; j += 1) if (j !== i) views[j] = this.viewOf(i, start.turn, j)
    let { x, y, loss } = start
    for (const step of FINE)
      for (let better = true; better && loss > 0; ) {
        better = false
        const [fromX, fromY] = [x, y]
        for (let k = 0; k < 9; k += 1) {
          const u = fromX + step * ((k % 3) - 1)
          const v = fromY + step * (Math.floor(k / 3) - 1)
          if (k === 4 || u < room.minX || u > room.maxX || v < room.minY || v > room.maxY) continue
          const tried = this.lossAt(i, views, u, v, loss)
          if (tried < loss) [x, y, loss, better] = [u, v, tried, true]
        }
      }
    return { x, y, turn: start.turn, loss }
  }
}

function depthAt({ depth, base, stepX, stepY, minX, maxX, minY, maxY }: View, x: number, y: number): number {
  if (x <= minX || x >= maxX || y <= minY || y >= maxY) return 0
  return depth[base + x * stepX + y * stepY]!
}
