import type { Contour } from './path'
import { lengthOfVector, type Point } from './point'

/** An axis-parallel box in mm. An empty box has `minX > maxX`. */
export type Box = { minX: number; minY: number; maxX: number; maxY: number }

export const emptyBox = (): Box => ({ minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity })

export const widthOf = (box: Box): number => Math.max(0, box.maxX - box.minX)
export const heightOf = (box: Box): number => Math.max(0, box.maxY - box.minY)

export function uniteBoxes(boxes: Iterable<Box>): Box {
  const united = emptyBox()
  for (const b of boxes) {
    united.minX = Math.min(united.minX, b.minX)
    united.minY = Math.min(united.minY, b.minY)
    united.maxX = Math.max(united.maxX, b.maxX)
    united.maxY = Math.max(united.maxY, b.maxY)
  }
  return united
}

/** Whether `inner` lies in `outer`, give or take `tolerance`. */
export const boxHolds = (outer: Box, inner: Box, tolerance = 0): boolean =>
  inner.minX >= outer.minX - tolerance &&
  inner.minY >= outer.minY - tolerance &&
  inner.maxX <= outer.maxX + tolerance &&
  inner.maxY <= outer.maxY + tolerance

/** What two boxes have in common; of boxes apart a box turned inside out, that holds nothing. */
export const sharedBox = (a: Box, b: Box): Box => ({
  minX: Math.max(a.minX, b.minX),
  minY: Math.max(a.minY, b.minY),
  maxX: Math.min(a.maxX, b.maxX),
  maxY: Math.min(a.maxY, b.maxY),
})

export const boxesMeet = (a: Box, b: Box, tolerance = 0): boolean =>
  a.minX <= b.maxX + tolerance &&
  b.minX <= a.maxX + tolerance &&
  a.minY <= b.maxY + tolerance &&
  b.minY <= a.maxY + tolerance

/** The exact box of a contour: curves by the roots of their derivative. */
export function boundsOf(contour: Contour): Box {
  const box = emptyBox()
  const take = (x: number, y: number) => {
    if (x < box.minX) box.minX = x
    if (x > box.maxX) box.maxX = x
    if (y < box.minY) box.minY = y
    if (y > box.maxY) box.maxY = y
  }
  take(contour.start.x, contour.start.y)
  let from = contour.start
  for (const s of contour.segments) {
    take(s.to.x, s.to.y)
    if (s.c1 && s.c2)
      for (const axis of ['x', 'y'] as const)
        for (const t of turningPoints(from[axis], s.c1[axis], s.c2[axis], s.to[axis]))
          take(cubicAt(from.x, s.c1.x, s.c2.x, s.to.x, t), cubicAt(from.y, s.c1.y, s.c2.y, s.to.y, t))
    from = s.to
  }
  return box
}

export const cubicAt = (a: number, b: number, c: number, d: number, t: number): number => {
  const u = 1 - t
  return u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d
}

function turningPoints(a: number, b: number, c: number, d: number): number[] {
  const p = -a + 3 * b - 3 * c + d
  const q = 2 * (a - 2 * b + c)
  const r = b - a
  const roots: number[] = []
  if (Math.abs(p) < 1e-12) {
    if (Math.abs(q) > 1e-12) roots.push(-r / q)
  } else {
    const discriminant = q * q - 4 * p * r
    if (discriminant >= 0) {
      const root = Math.sqrt(discriminant)
      roots.push((-q + root) / (2 * p), (-q - root) / (2 * p))
    }
  }
  return roots.filter((t) => t > 0 && t < 1)
}

/**
 * The signed area inside a contour in mm², exact for lines and cubic curves (Green's theorem); positive where the
 * contour runs clockwise on screen. An open contour counts as closed by a straight stretch.
 */
export function areaOf(contour: Contour): number {
  let twice = 0
  let from = contour.start
  for (const s of contour.segments) {
    if (s.c1 && s.c2) {
      const cross = (a: Point, b: Point) => a.x * b.y - b.x * a.y
      twice +=
        (6 * cross(from, s.c1) +
          3 * cross(from, s.c2) +
          cross(from, s.to) +
          3 * cross(s.c1, s.c2) +
          3 * cross(s.c1, s.to) +
          6 * cross(s.c2, s.to)) /
        10
    } else twice += from.x * s.to.y - s.to.x * from.y
    from = s.to
  }
  twice += from.x * contour.start.y - contour.start.x * from.y
  return twice / 2
}

/** Nodes and weights of Gauss-Legendre quadrature of degree 8 on [-1, 1] (Abramowitz and Stegun, table 25.4; from memory). */
const GAUSS: readonly (readonly [number, number])[] = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
]

/** The length of a contour in mm, the closing stretch included; curves by Gauss-Legendre quadrature on four parts each. */
export function lengthOf(contour: Contour): number {
  let length = 0
  let from = contour.start
  for (const s of contour.segments) {
    length +=
      s.c1 && s.c2 ? cubicLength(from, s.c1, s.c2, s.to) : lengthOfVector(s.to.x - from.x, s.to.y - from.y)
    from = s.to
  }
  if (contour.closed) length += lengthOfVector(contour.start.x - from.x, contour.start.y - from.y)
  return length
}

function cubicLength(a: Point, b: Point, c: Point, d: Point): number {
  // The derivative's three control vectors; plain numbers, as this is asked for every curve of a drawing.
  const [px, py] = [3 * (b.x - a.x), 3 * (b.y - a.y)]
  const [qx, qy] = [3 * (c.x - b.x), 3 * (c.y - b.y)]
  const [rx, ry] = [3 * (d.x - c.x), 3 * (d.y - c.y)]
  const parts = 4
  let sum = 0
  for (let i = 0; i < parts; i += 1) {
    const middle = (i + 0.5) / parts
    const half = 0.5 / parts
    for (let k = 0; k < GAUSS.length; k += 1) {
      const [node, weight] = GAUSS[k]!
      for (let sign = -1; sign <= 1; sign += 2) {
        const t = middle + sign * half * node
        const u = 1 - t
        const x = u * u * px + 2 * u * t * qx + t * t * rx
        const y = u * u * py + 2 * u * t * qy + t * t * ry
        sum += weight * half * Math.sqrt(x * x + y * y)
      }
    }
  }
  return sum
}
