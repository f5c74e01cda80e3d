import type { Role } from '../src/core/document/lines'

/** One line of a dieline with its true role. All in mm, y down. */
export type TrueLine = { d: string; role: Role }
/** One piece: its outline first, then everything that belongs to it. */
export type TruePiece = { name: string; lines: TrueLine[] }
/** A dieline whose truth is known. */
export type Dieline = { name: string; pieces: TruePiece[]; width: number; height: number }

type Corner = readonly [x: number, y: number]

export const num = (v: number): string => String(Math.round(v * 1e4) / 1e4)
export const open = (...points: Corner[]): string =>
  `M${points.map(([x, y]) => `${num(x)} ${num(y)}`).join('L')}`
export const ring = (...points: Corner[]): string => `${open(...points)}Z`
export const rect = (x: number, y: number, w: number, h: number): string =>
  ring([x, y], [x + w, y], [x + w, y + h], [x, y + h])

/** Handle of a quarter circle as a cubic curve: 4/3 (√2 - 1), the usual value. */
const K = (4 / 3) * (Math.SQRT2 - 1)

export function ellipse(x: number, y: number, rx: number, ry = rx): string {
  const [hx, hy] = [K * rx, K * ry]
  const p = (...v: number[]) => v.map(num).join(' ')
  return `M${p(x + rx, y)}C${p(x + rx, y + hy, x + hx, y + ry, x, y + ry)}C${p(x - hx, y + ry, x - rx, y + hy, x - rx, y)}C${p(x - rx, y - hy, x - hx, y - ry, x, y - ry)}C${p(x + hx, y - ry, x + rx, y - hy, x + rx, y)}Z`
}

/** A curve from `a` to `b` that bulges by `bulge` mm to its left. */
export function bow(a: Corner, b: Corner, bulge: number): string {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const length = Math.hypot(dx, dy)
  const [nx, ny] = [(dy / length) * bulge * (4 / 3), (-dx / length) * bulge * (4 / 3)]
  const p = (x: number, y: number) => `${num(x)} ${num(y)}`
  return `C${p(a[0] + dx / 4 + nx, a[1] + dy / 4 + ny)} ${p(b[0] - dx / 4 + nx, b[1] - dy / 4 + ny)} ${p(...b)}`
}

export const cut = (d: string): TrueLine => ({ d, role: 'cut' })
export const score = (d: string): TrueLine => ({ d, role: 'score' })
export const perforate = (d: string): TrueLine => ({ d, role: 'perforate' })
export const pen = (d: string): TrueLine => ({ d, role: 'pen' })
export const piece = (name: string, ...lines: TrueLine[]): TruePiece => ({ name, lines })

/** A generator of numbers between 0 and 1 that repeats for a seed (mulberry32, public domain). */
export function chance(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** One element of a drawing with what is true of it; `piece` is -1 for what belongs to none. */
export type Drawn = {
  d: string
  role: Role
  piece: number
  stroke: string | null
  fill: string | null
  dash: number[]
  width: number
  layers: string[]
  /** lines that follow one another and share this are one path of the file, filled even-odd */
  path?: string
}
/** Words on a drawing, where they begin on their base line. */
export type Text = { x: number; y: number; words: string }
export type Drawing = { drawn: Drawn[]; texts?: Text[]; width: number; height: number }
