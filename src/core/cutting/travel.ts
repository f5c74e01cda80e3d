import { reversedPolyline } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import type { Stroke } from './pass'

/** Points of a closed stroke at which it may be begun, spread over its corners. */
const STARTS = 24
/** Strokes near by that each is tried beside. */
const NEIGHBOURS = 10
/** The longest run of strokes that is moved at once. */
const RUN = 3
/** Tries before the search ends however much could still be gained: it keeps a page quick. */
const MOST_TRIES = 1_500_000
/** Turns of choosing the order and choosing where strokes are begun. */
const TURNS = 4

/**
 * Shortens the way that the lifted tool goes: nearest stroke first, then runs of strokes moved (Or 1976) and turned
 * round (2-opt, Croes 1958) while no stroke comes before what it must follow; the points at which strokes are begun
 * are chosen by dynamic programming along the order.
 * @param holder for each stroke the one that must come after it, or -1
 */
export function shortenTravel(strokes: readonly Stroke[], holder: readonly number[]): Stroke[] {
  const path = new Path(strokes, holder)
  path.nearestFirst()
  for (let turn = 0; turn < TURNS; turn += 1) {
    path.chooseStarts()
    if (!path.improve()) break
  }
  path.chooseStarts()
  return path.strokes()
}

/** How far the lifted tool goes from the origin through all strokes, mm. */
export function travelOf(strokes: readonly Stroke[]): number {
  let [x, y, sum] = [0, 0, 0]
  for (const { points: p } of strokes) {
    sum += Math.sqrt((p[0]! - x) ** 2 + (p[1]! - y) ** 2)
    x = p[p.length - 2]!
    y = p[p.length - 1]!
  }
  return sum
}

class Path {
  private readonly n: number
  private readonly order: Int32Array
  private readonly at: Int32Array
  /** where each stroke is begun and ended, as it is walked now */
  private readonly inX: Float64Array
  private readonly inY: Float64Array
  private readonly outX: Float64Array
  private readonly outY: Float64Array
  private readonly flipped: Uint8Array
  /** for a closed stroke the position of the point at which it is begun */
  private readonly start: Int32Array
  private tries = 0

  constructor(
    private readonly all: readonly Stroke[],
    private readonly holder: readonly number[],
  ) {
    this.n = all.length
    this.order = new Int32Array(this.n)
    this.at = new Int32Array(this.n)
    this.inX = new Float64Array(this.n)
    this.inY = new Float64Array(this.n)
    this.outX = new Float64Array(this.n)
    this.outY = new Float64Array(this.n)
    this.flipped = new Uint8Array(this.n)
    this.start = new Int32Array(this.n)
    for (let i = 0; i < this.n; i += 1) this.place(i)
  }

  /** Sets a stroke's ends as it is walked. */
  private place(i: number): void {
    const { points: p, closed } = this.all[i]!
    const from = closed ? 2 * this.start[i]! : this.flipped[i] ? p.length - 2 : 0
    const to = closed ? from : this.flipped[i] ? 0 : p.length - 2
    this.inX[i] = p[from]!
    this.inY[i] = p[from + 1]!
    this.outX[i] = p[to]!
    this.outY[i] = p[to + 1]!
  }

  private flip(i: number): void {
    if (this.all[i]!.closed) return
    this.flipped[i] = 1 - this.flipped[i]!
    this.place(i)
  }

  nearestFirst(): void {
    const waiting = new Int32Array(this.n)
    for (const h of this.holder) if (h >= 0) waiting[h] = waiting[h]! + 1
    const free = new Set<number>()
    for (let i = 0; i < this.n; i += 1) if (waiting[i] === 0) free.add(i)
    let [x, y] = [0, 0]
    for (let k = 0; k < this.n; k += 1) {
      let [best, least, backwards] = [-1, Infinity, false]
      for (const i of free) {
        const head = (this.inX[i]! - x) ** 2 + (this.inY[i]! - y) ** 2
        if (head < least) [best, least, backwards] = [i, head, false]
        const tail = (this.outX[i]! - x) ** 2 + (this.outY[i]! - y) ** 2
        if (tail < least) [best, least, backwards] = [i, tail, true]
      }
      free.delete(best)
      if (backwards) this.flip(best)
      this.order[k] = best
      this.at[best] = k
      x = this.outX[best]!
      y = this.outY[best]!
      const h = this.holder[best]!
      if (h < 0) continue
      waiting[h] = waiting[h]! - 1
      if (waiting[h] === 0) free.add(h)
    }
  }

  /** From the end of the stroke at position k to the beginning of the one at j; k = -1 is the origin. */
  private step(k: number, j: number): number {
    if (j >= this.n) return 0
    const a = k < 0 ? -1 : this.order[k]!
    const b = this.order[j]!
    const x = a < 0 ? 0 : this.outX[a]!
    const y = a < 0 ? 0 : this.outY[a]!
    return Math.sqrt((this.inX[b]! - x) ** 2 + (this.inY[b]! - y) ** 2)
  }

  private gap(ax: number, ay: number, bx: number, by: number): number {
    return Math.sqrt((ax - bx) ** 2 + (ay - by) ** 2)
  }

  /** Moves and turns runs of strokes until nothing is gained; answers whether anything was. */
  improve(): boolean {
    const near = this.neighbours()
    let gained = false
    for (let again = true; again && this.tries < MOST_TRIES; ) {
      again = false
      for (let a = 0; a < this.n; a += 1)
        for (const b of near[a]!) {
          if (this.turnBetween(this.at[a]!, this.at[b]!) || this.moveBeside(b, a)) {
            again = true
            gained = true
          }
        }
    }
    return gained
  }

  private neighbours(): number[][] {
    const boxes = Array.from({ length: 2 * this.n }, (_, k) => {
      const i = k >> 1
      const x = k % 2 === 0 ? this.inX[i]! : this.outX[i]!
      const y = k % 2 === 0 ? this.inY[i]! : this.outY[i]!
      return { minX: x, minY: y, maxX: x, maxY: y }
    })
    const index = new SpatialIndex(boxes)
    return Array.from({ length: this.n }, (_, i) => {
      const found = new Set<number>()
      for (const k of [2 * i, 2 * i + 1])
        for (const j of index.nearest(boxes[k]!.minX, boxes[k]!.minY, NEIGHBOURS + 2))
          if (j >> 1 !== i) found.add(j >> 1)
      return [...found]
    })
  }

  /** Turns round the run after one stroke up to another, or from one up to before another, if that is shorter. */
  private turnBetween(p: number, q: number): boolean {
    const [low, high] = p < q ? [p, q] : [q, p]
    return this.turn(low + 1, high) || this.turn(low, high - 1) || this.turn(low, high)
  }

  private turn(i: number, j: number): boolean {
    this.tries += 1
    if (i >= j) return i === j && this.turnOne(i)
    const first = this.order[i]!
    const last = this.order[j]!
    const px = i > 0 ? this.outX[this.order[i - 1]!]! : 0
    const py = i > 0 ? this.outY[this.order[i - 1]!]! : 0
    let change = this.gap(px, py, this.outX[last]!, this.outY[last]!) - this.step(i - 1, i)
    if (j + 1 < this.n) {
      const next = this.order[j + 1]!
      change +=
        this.gap(this.inX[first]!, this.inY[first]!, this.inX[next]!, this.inY[next]!) - this.step(j, j + 1)
    }
    if (change > -1e-6) return false
    // Nothing in the run may have to follow something else in it.
    for (let k = i; k <= j; k += 1) {
      const h = this.holder[this.order[k]!]!
      if (h >= 0 && this.at[h]! <= j) return false
    }
    for (let a = i, b = j; a < b; a += 1, b -= 1) {
      const swap = this.order[a]!
      this.order[a] = this.order[b]!
      this.order[b] = swap
    }
    for (let k = i; k <= j; k += 1) {
      this.at[this.order[k]!] = k
      this.flip(this.order[k]!)
    }
    return true
  }

  private turnOne(i: number): boolean {
    const s = this.order[i]!
    if (this.all[s]!.closed) return false
    const before = this.step(i - 1, i) + this.step(i, i + 1)
    this.flip(s)
    if (this.step(i - 1, i) + this.step(i, i + 1) < before - 1e-6) return true
    this.flip(s)
    return false
  }

  /** Moves the run that begins with stroke b behind stroke a or before it, either way round, if that is shorter. */
  private moveBeside(b: number, a: number): boolean {
    for (let length = 1; length <= RUN; length += 1)
      for (const target of [this.at[a]!, this.at[a]! - 1])
        if (this.move(this.at[b]!, length, target)) return true
    return false
  }

  /** Moves the strokes [i, i + length) behind position p. */
  private move(i: number, length: number, p: number): boolean {
    this.tries += 1
    const j = i + length - 1
    if (j >= this.n || (p >= i - 1 && p <= j)) return false
    const first = this.order[i]!
    const last = this.order[j]!
    let saved = this.step(i - 1, i) + this.step(j, j + 1)
    if (j + 1 < this.n) {
      const next = this.order[j + 1]!
      const px = i > 0 ? this.outX[this.order[i - 1]!]! : 0
      const py = i > 0 ? this.outY[this.order[i - 1]!]! : 0
      saved -= this.gap(px, py, this.inX[next]!, this.inY[next]!)
    }
    saved += this.step(p, p + 1)
    const ax = p >= 0 ? this.outX[this.order[p]!]! : 0
    const ay = p >= 0 ? this.outY[this.order[p]!]! : 0
    const toNext = (x: number, y: number) =>
      p + 1 < this.n ? this.gap(x, y, this.inX[this.order[p + 1]!]!, this.inY[this.order[p + 1]!]!) : 0
    const ahead =
      this.gap(ax, ay, this.inX[first]!, this.inY[first]!) + toNext(this.outX[last]!, this.outY[last]!)
    const back =
      this.gap(ax, ay, this.outX[last]!, this.outY[last]!) + toNext(this.inX[first]!, this.inY[first]!)
    const turned = back < ahead
    if (Math.min(ahead, back) > saved - 1e-6 || !this.mayMove(i, j, p, turned)) return false
    const run = Array.from(this.order.subarray(i, j + 1))
    if (turned) {
      run.reverse()
      for (const s of run) this.flip(s)
    }
    if (p > j) this.order.copyWithin(i, j + 1, p + 1)
    else this.order.copyWithin(p + 1 + length, p + 1, i)
    const begin = p > j ? p - length + 1 : p + 1
    run.forEach((s, k) => {
      this.order[begin + k] = s
    })
    for (let k = Math.min(i, p + 1); k <= Math.max(j, p); k += 1) this.at[this.order[k]!] = k
    return true
  }

  private mayMove(i: number, j: number, p: number, turned: boolean): boolean {
    for (let k = i; k <= j; k += 1) {
      const h = this.holder[this.order[k]!]!
      if (h < 0) continue
      const t = this.at[h]!
      if ((turned && t <= j) || (t > j && t <= p)) return false
    }
    for (let k = p + 1; k < i; k += 1) {
      const h = this.holder[this.order[k]!]!
      if (h >= 0 && this.at[h]! >= i && this.at[h]! <= j) return false
    }
    return true
  }

  /** Chooses along the order the points at which closed strokes are begun and the ways open ones are walked. */
  chooseStarts(): void {
    type Choice = {
      inX: number
      inY: number
      outX: number
      outY: number
      start: number
      cost: number
      from: number
    }
    const layers: Choice[][] = []
    for (let k = 0; k < this.n; k += 1) {
      const layer = this.choicesOf(this.order[k]!).map((c): Choice => ({ ...c, cost: Infinity, from: -1 }))
      const before = layers[k - 1] ?? [{ outX: 0, outY: 0, cost: 0 }]
      for (const c of layer)
        before.forEach((b, from) => {
          const cost = b.cost + this.gap(b.outX, b.outY, c.inX, c.inY)
          if (cost < c.cost) {
            c.cost = cost
            c.from = from
          }
        })
      layers.push(layer)
    }
    let pick = layers[this.n - 1]!.reduce((best, c, i, l) => (c.cost < l[best]!.cost ? i : best), 0)
    for (let k = this.n - 1; k >= 0; k -= 1) {
      const choice = layers[k]![pick]!
      const s = this.order[k]!
      if (this.all[s]!.closed) this.start[s] = choice.start
      else this.flipped[s] = choice.start
      this.place(s)
      pick = choice.from
    }
  }

  private choicesOf(s: number) {
    const { points: p, closed } = this.all[s]!
    const last = p.length - 2
    if (!closed)
      return [
        { inX: p[0]!, inY: p[1]!, outX: p[last]!, outY: p[last + 1]!, start: 0 },
        { inX: p[last]!, inY: p[last + 1]!, outX: p[0]!, outY: p[1]!, start: 1 },
      ]
    const count = last / 2
    const step = Math.max(1, count / STARTS)
    const choices = []
    for (let k = 0; k < count; k += step) {
      const start = Math.floor(k)
      const [x, y] = [p[2 * start]!, p[2 * start + 1]!]
      choices.push({ inX: x, inY: y, outX: x, outY: y, start })
    }
    return choices
  }

  strokes(): Stroke[] {
    return Array.from(this.order, (s) => {
      const stroke = this.all[s]!
      if (stroke.closed)
        return this.start[s] === 0 ? stroke : { ...stroke, points: begunAt(stroke.points, this.start[s]!) }
      return this.flipped[s] ? { ...stroke, points: reversedPolyline(stroke.points) } : stroke
    })
  }
}

/** A closed polyline begun at another of its points. */
function begunAt(points: Float64Array, start: number): Float64Array {
  const out = new Float64Array(points.length)
  const tail = points.subarray(2 * start, points.length - 2)
  out.set(tail)
  out.set(points.subarray(0, 2 * start + 2), tail.length)
  return out
}
