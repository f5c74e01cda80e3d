import { converter } from 'culori'
import type { Raster } from './raster'

/** The colours of a picture: red, green, blue of each pixel, row by row. */
export type Coloured = { width: number; height: number; rgb: Uint8Array }

/** A few colours that stand for a picture, from the back to the front, and which of them each pixel is. */
export type FewColours = { palette: string[]; rank: Uint8Array }

/** Bits of a channel that are told apart when colours are counted. */
const BITS = 5
const SIDE = 1 << BITS
/** The colours are moved to the middle of what they stand for so often at most. */
const ROUNDS = 24
const toOklab = converter('oklab')

type Lab = readonly [number, number, number]
const apart = (a: Lab, b: Lab): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2

/** A cell of the colour cube that occurs in the picture. */
type Cell = { lab: Lab; count: number; sum: [number, number, number] }

/**
 * Finds few colours for a picture: k-means in OKLab (Lloyd 1982; Ottosson 2020), begun with the colour that occurs most
 * and then always with the one that is missed most (after Arthur and Vassilvitskii 2007, without chance). They are
 * ordered from the back to the front by lightness, the colour of the picture's rim at the back.
 * @param count how many colours at most
 */
export function fewColours({ width, height, rgb }: Coloured, count: number): FewColours {
  const cells = countedCells(rgb)
  const used = [...cells.values()]
  const middles = firstMiddles(used, count)
  let nearest: number[] = []
  for (let round = 0; round < ROUNDS; round += 1) {
    const before = nearest
    nearest = used.map(({ lab }) => nearestTo(middles, lab))
    if (nearest.every((n, i) => n === before[i])) break
    middles.forEach((_, m) => {
      const own = used.filter((_, i) => nearest[i] === m)
      const weight = own.reduce((sum, c) => sum + c.count, 0)
      if (weight > 0)
        middles[m] = [0, 1, 2].map(
          (k) => own.reduce((sum, c) => sum + c.lab[k]! * c.count, 0) / weight,
        ) as never
    })
  }
  const ofCell = new Map([...cells.keys()].map((key, i) => [key, nearest[i]!]))
  const order = backToFront(middles, rimOf({ width, height, rgb }, ofCell))
  const rank = new Uint8Array(width * height)
  for (let i = 0; i < rank.length; i += 1) rank[i] = order.indexOf(ofCell.get(cellAt(rgb, i))!)
  const palette = order.map((m) => hexOf(used.filter((_, i) => nearest[i] === m)))
  return { palette, rank }
}

/** The layers of a picture of few colours: each all that is of its colour or of one before it, as dark on light. */
export function layersOf(
  { width, height }: Coloured,
  { palette, rank }: FewColours,
): { colour: string; raster: Raster }[] {
  return palette.map((colour, k) => ({
    colour,
    raster: { width, height, grey: Uint8Array.from(rank, (r) => (r >= k ? 0 : 255)) },
  }))
}

const cellAt = (rgb: Uint8Array, pixel: number): number => {
  const part = (k: number) => rgb[3 * pixel + k]! >> (8 - BITS)
  return (part(0) * SIDE + part(1)) * SIDE + part(2)
}

function countedCells(rgb: Uint8Array): Map<number, Cell> {
  const sums = new Map<number, { count: number; sum: [number, number, number] }>()
  for (let i = 0; 3 * i < rgb.length; i += 1) {
    const key = cellAt(rgb, i)
    const cell = sums.get(key) ?? { count: 0, sum: [0, 0, 0] }
    cell.count += 1
    for (const k of [0, 1, 2] as const) cell.sum[k] += rgb[3 * i + k]!
    sums.set(key, cell)
  }
  return new Map([...sums].map(([key, { count, sum }]) => [key, { count, sum, lab: labOf(sum, count) }]))
}

function labOf(sum: readonly number[], count: number): Lab {
  const [r, g, b] = sum.map((v) => v / count / 255)
  const { l, a = 0, b: blue = 0 } = toOklab({ mode: 'rgb', r: r!, g: g!, b: b! })
  return [l, a, blue]
}

function firstMiddles(cells: readonly Cell[], count: number): Lab[] {
  const most = cells.reduce((a, b) => (b.count > a.count ? b : a))
  const middles: Lab[] = [most.lab]
  const missed = cells.map((c) => apart(c.lab, most.lab))
  while (middles.length < count) {
    const worth = (i: number) => missed[i]! * cells[i]!.count
    const next = cells.reduce((best, _, i) => (worth(i) > worth(best) ? i : best), 0)
    if (worth(next) <= 0) break
    middles.push(cells[next]!.lab)
    cells.forEach((c, i) => {
      missed[i] = Math.min(missed[i]!, apart(c.lab, cells[next]!.lab))
    })
  }
  return middles
}

const nearestTo = (middles: readonly Lab[], lab: Lab): number =>
  middles.reduce((best, m, i) => (apart(m, lab) < apart(middles[best]!, lab) ? i : best), 0)

/** Which of the colours the rim of the picture has most. */
function rimOf({ width, height, rgb }: Coloured, ofCell: ReadonlyMap<number, number>): number {
  const counts = new Map<number, number>()
  const take = (x: number, y: number) => {
    const m = ofCell.get(cellAt(rgb, y * width + x))!
    counts.set(m, (counts.get(m) ?? 0) + 1)
  }
  for (let x = 0; x < width; x += 1) for (const y of [0, height - 1]) take(x, y)
  for (let y = 0; y < height; y += 1) for (const x of [0, width - 1]) take(x, y)
  return [...counts].reduce((a, b) => (b[1] > a[1] ? b : a))[0]
}

/** The colour of the rim, and then the others by their lightness: away from a light rim into the dark, and the reverse. */
function backToFront(middles: readonly Lab[], rim: number): number[] {
  const mean = middles.reduce((sum, m) => sum + m[0], 0) / middles.length
  const isLight = middles[rim]![0] >= mean
  const rest = middles.map((_, m) => m).filter((m) => m !== rim)
  return [rim, ...rest.sort((a, b) => (isLight ? 1 : -1) * (middles[b]![0] - middles[a]![0]))]
}

function hexOf(cells: readonly Cell[]): string {
  const count = cells.reduce((sum, c) => sum + c.count, 0)
  const mean = ([0, 1, 2] as const).map((k) => Math.round(cells.reduce((s, c) => s + c.sum[k], 0) / count))
  return `#${mean.map((v) => v.toString(16).padStart(2, '0')).join('')}`
}
