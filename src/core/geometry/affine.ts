import type { Point } from './point'

/** The matrix [a c e; b d f; 0 0 1], in the order of SVG's `matrix(a b c d e f)`. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0]

export const translation = (x: number, y: number): Affine => [1, 0, 0, 1, x, y]

export const scaling = (x: number, y = x): Affine => [x, 0, 0, y, 0, 0]

/** Turns by `degrees`; positive is clockwise on screen, as y points down. */
export function rotation(degrees: number, about: Point = { x: 0, y: 0 }): Affine {
  // Quarter turns are exact, so that a turned piece keeps its round numbers.
  const quarter = (((degrees / 90) % 4) + 4) % 4
  const exact = Number.isInteger(quarter)
  const radians = (degrees * Math.PI) / 180
  const cos = exact ? [1, 0, -1, 0][quarter]! : Math.cos(radians)
  const sin = exact ? [0, 1, 0, -1][quarter]! : Math.sin(radians)
  return [
    cos,
    sin,
    -sin,
    cos,
    about.x - cos * about.x + sin * about.y,
    about.y - sin * about.x - cos * about.y,
  ]
}

/** The matrix that applies `inner` first, then `outer`. */
export const multiply = (outer: Affine, inner: Affine): Affine => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
]

export const apply = (m: Affine, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
})

export const determinant = (m: Affine): number => m[0] * m[3] - m[1] * m[2]

/** The map that leads back. The map must not be flat. */
export function inverse(m: Affine): Affine {
  const [a, b, c, d, e, f] = m
  const det = determinant(m)
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det]
}

/** The greatest stretch of any direction: the larger singular value of the linear part. */
export function greatestScale([a, b, c, d]: Affine): number {
  const sum = a * a + b * b + c * c + d * d
  const det = a * d - b * c
  return Math.sqrt((sum + Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2)
}

/** The scale that keeps areas: what a stroke width is multiplied by. */
export const meanScale = (m: Affine): number => Math.sqrt(Math.abs(determinant(m)))
