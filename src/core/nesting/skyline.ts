import { heightOf, widthOf } from '../geometry/measure'
import type { NestProblem } from './problem'
import { shuffled } from './random'

/** An item as a box, spacing included. */
export type BoxItem = { item: number; width: number; height: number; turns: boolean }
export type LaidBox = { item: number; x: number; y: number; turned: boolean }
export type BoxSheet = { stock: number; laid: LaidBox[]; used: number }
export type BoxNesting = { sheets: BoxSheet[]; left: number[] }

type Step = { x: number; y: number; width: number }

/** Lengths nearer than this are the same, mm. */
const SAME = 1e-6

/**
 * Fills one area with boxes from one of its short sides (`flip` where that is the left one): the lowest gap of the skyline takes the box that fits it best, first its width, then the
 * height of the walls beside it (Leung, Zhang and Sim 2011, "A two-stage intelligent search algorithm for the
 * two-dimensional strip packing problem", scores from memory). Of boxes that fit equally well the first is taken.
 * @returns what was laid, in place of `boxes`, and how far down it reaches
 */
function fillOne(
  boxes: readonly BoxItem[],
  isLaid: Uint8Array,
  { width, height, flip }: { width: number; height: number; flip: boolean },
): { laid: LaidBox[]; used: number } {
  const laid: LaidBox[] = []
  const line: Step[] = [{ x: 0, y: 0, width }]
  let used = 0
  for (;;) {
    let low = 0
    for (let i = 1; i < line.length; i += 1) if (line[i]!.y < line[low]!.y - SAME) low = i
    const gap = line[low]!
    if (gap.y > height - SAME) break
    const left = low > 0 ? line[low - 1]!.y - gap.y : height - gap.y
    const right = low < line.length - 1 ? line[low + 1]!.y - gap.y : height - gap.y
    const wall = Math.max(left, right)
    let [best, bestScore, turned] = [-1, -1, false]
    for (let k = 0; k < boxes.length && bestScore < 4; k += 1) {
      if (isLaid[k]) continue
      const box = boxes[k]!
      for (let turn = 0; turn < (box.turns ? 2 : 1); turn += 1) {
        const lies = (turn === 1) !== flip
        const w = lies ? box.height : box.width
        const h = lies ? box.width : box.height
        if (w > gap.width + SAME || gap.y + h > height + SAME) continue
        const across = Math.abs(w - gap.width) <= SAME
        const level = Math.abs(h - wall) <= SAME
        const score = across ? (level ? 4 : h > wall ? 3 : 2) : level ? 1 : 0
        if (score > bestScore) [best, bestScore, turned] = [k, score, turn === 1]
      }
    }
    if (best < 0) {
      raise(line, low, height)
      continue
    }
    const box = boxes[best]!
    isLaid[best] = 1
    const lies = turned !== flip
    const w = lies ? box.height : box.width
    const h = lies ? box.width : box.height
    // It leans on the higher wall.
    const x = left >= right ? gap.x : gap.x + gap.width - w
    laid.push({ item: box.item, x: flip ? gap.y : x, y: flip ? x : gap.y, turned })
    used = Math.max(used, gap.y + h)
    put(line, low, x, w, gap.y + h)
  }
  return { laid, used }
}

/** Gives up a gap that nothing fits: it is level with its lower neighbour then. */
function raise(line: Step[], at: number, height: number): void {
  const left = line[at - 1]
  const right = line[at + 1]
  line[at]!.y = Math.min(left?.y ?? height, right?.y ?? height)
  merge(line, at)
}

/** Raises the part of a gap that a box covers. */
function put(line: Step[], at: number, x: number, width: number, y: number): void {
  const gap = line[at]!
  const parts: Step[] = []
  if (x - gap.x > SAME) parts.push({ x: gap.x, y: gap.y, width: x - gap.x })
  parts.push({ x, y, width })
  const rest = gap.x + gap.width - (x + width)
  if (rest > SAME) parts.push({ x: x + width, y: gap.y, width: rest })
  line.splice(at, 1, ...parts)
  merge(line, at + parts.length - 1)
  merge(line, at)
}

/** Joins a step with neighbours of its height. */
function merge(line: Step[], at: number): void {
  for (const k of [at + 1, at]) {
    const [a, b] = [line[k - 1], line[k]]
    if (a && b && Math.abs(a.y - b.y) <= SAME) {
      a.width += b.width
      line.splice(k, 1)
    }
  }
}

/** Lays boxes on the sheets of the stocks, one after the other. */
export function fillSheets(
  boxes: readonly BoxItem[],
  { stocks, spacing }: Pick<NestProblem, 'stocks' | 'spacing'>,
): BoxNesting {
  const sheets: BoxSheet[] = []
  const isLaid = new Uint8Array(boxes.length)
  let rest = boxes.length
  stocks.forEach(({ area, count }, stock) => {
    for (let n = 0; rest > 0 && (count === null || n < count); n += 1) {
      const [w, h] = [widthOf(area) + spacing, heightOf(area) + spacing]
      const { laid, used } = fillOne(boxes, isLaid, {
        width: Math.min(w, h),
        height: Math.max(w, h),
        flip: w > h,
      })
      if (laid.length === 0) return
      rest -= laid.length
      sheets.push({ stock, laid, used })
    }
  })
  return { sheets, left: boxes.flatMap((b, k) => (isLaid[k] ? [] : [b.item])) }
}

/** What a layout of boxes costs: what is left over, then sheets, then how far down the last one is used. */
export const costOf = ({ sheets, left }: BoxNesting): number =>
  1e9 * left.length + 1e5 * sheets.length + (sheets.at(-1)?.used ?? 0)

/**
 * Better and better orders of boxes by simulated annealing (Kirkpatrick, Gelatt and Vecchi 1983): two boxes change
 * places in the order, or one is turned.
 * @yields null after some tries, and every layout that is better than all before
 */
export function* annealBoxes(
  boxes: readonly BoxItem[],
  problem: Pick<NestProblem, 'stocks' | 'spacing'>,
  random: () => number,
): Generator<BoxNesting | null> {
  const starts = [
    (a: BoxItem, b: BoxItem) => b.width * b.height - a.width * a.height,
    (a: BoxItem, b: BoxItem) => Math.max(b.width, b.height) - Math.max(a.width, a.height),
    (a: BoxItem, b: BoxItem) => b.height - a.height || b.width - a.width,
    (a: BoxItem, b: BoxItem) => b.width - a.width || b.height - a.height,
  ]
  let order: BoxItem[] = [...boxes]
  let cost = Infinity
  let least = Infinity
  for (const start of starts) {
    const tried = [...boxes].sort(start)
    const nesting = fillSheets(tried, problem)
    const c = costOf(nesting)
    if (c < cost) [order, cost] = [tried, c]
    if (c < least) {
      least = c
      yield nesting
    }
  }
  if (boxes.length < 2) return
  const scale = Math.max(...problem.stocks.map((s) => heightOf(s.area)))
  for (let round = 0; ; round += 1) {
    // Each round cools from a share of a sheet's height; later ones begin from another mixture of the best.
    const steps = 150 * boxes.length
    for (let k = 0; k < steps; k += 1) {
      const heat = 0.04 * scale * (1 - k / steps) ** 2
      const next = [...order]
      const i = Math.floor(random() * next.length)
      const j = Math.floor(random() * next.length)
      ;[next[i], next[j]] = [next[j]!, next[i]!]
      if (random() < 0.3 && next[i]!.turns)
        next[i] = { ...next[i]!, width: next[i]!.height, height: next[i]!.width }
      const nesting = fillSheets(next, problem)
      const c = costOf(nesting)
      if (c <= cost || random() < Math.exp((cost - c) / Math.max(1e-9, heat))) [order, cost] = [next, c]
      if (c < least - 1e-9) {
        least = c
        yield unturned(nesting, boxes, next)
      } else if (k % 16 === 0) yield null
    }
    if (round % 3 === 2) {
      order = shuffled(order, random)
      cost = Infinity
    }
  }
}

/** Turns are told against the boxes as they were given. */
function unturned(nesting: BoxNesting, boxes: readonly BoxItem[], order: readonly BoxItem[]): BoxNesting {
  const given = new Map(boxes.map((b) => [b.item, b]))
  const swapped = new Set(order.filter((b) => b.width !== given.get(b.item)!.width).map((b) => b.item))
  return {
    ...nesting,
    sheets: nesting.sheets.map((s) => ({
      ...s,
      laid: s.laid.map((l) => (swapped.has(l.item) ? { ...l, turned: !l.turned } : l)),
    })),
  }
}
