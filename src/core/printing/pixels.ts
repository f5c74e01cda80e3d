import type { Polyline } from '../geometry/flatten'
import type { Box } from '../geometry/measure'

/** A coloured picture: four bytes a pixel (red, green, blue, opacity), row by row. */
export type Pixels = { width: number; height: number; rgba: Uint8Array }

/** A grid of pixels laid over the plane. */
export type Grid = {
  width: number
  height: number
  /** mm of its left upper corner */
  at: { x: number; y: number }
  /** pixels of one mm */
  scale: number
}

/** The grid that covers a box. */
export const gridOver = ({ minX, minY, maxX, maxY }: Box, scale: number): Grid => ({
  width: Math.max(1, Math.ceil((maxX - minX) * scale)),
  height: Math.max(1, Math.ceil((maxY - minY) * scale)),
  at: { x: minX, y: minY },
  scale,
})

/**
 * The pixels of a grid whose middles lie within the rings (even-odd), found row by row.
 * @returns 1 for a pixel within, 0 for one outside
 */
export function pixelsWithin(rings: readonly Polyline[], { width, height, at, scale }: Grid): Uint8Array {
  const crossings: number[][] = Array.from({ length: height }, () => [])
  for (const ring of rings)
    for (let i = 0; i + 3 < ring.length; i += 2) {
      const [x0, y0] = [(ring[i]! - at.x) * scale, (ring[i + 1]! - at.y) * scale]
      const [x1, y1] = [(ring[i + 2]! - at.x) * scale, (ring[i + 3]! - at.y) * scale]
      if (y0 === y1) continue
      const first = Math.max(0, Math.ceil(Math.min(y0, y1) - 0.5))
      const last = Math.min(height - 1, Math.ceil(Math.max(y0, y1) - 0.5) - 1)
      for (let row = first; row <= last; row += 1)
        crossings[row]!.push(x0 + ((row + 0.5 - y0) / (y1 - y0)) * (x1 - x0))
    }
  const within = new Uint8Array(width * height)
  crossings.forEach((xs, row) => {
    xs.sort((a, b) => a - b)
    for (let k = 0; k + 1 < xs.length; k += 2) {
      const from = Math.max(0, Math.ceil(xs[k]! - 0.5))
      const to = Math.min(width, Math.ceil(xs[k + 1]! - 0.5))
      if (to > from) within.fill(1, row * width + from, row * width + to)
    }
  })
  return within
}

/**
 * For every pixel the nearest one that is set, by the exact Euclidean distance transform in two passes of lower
 * envelopes (Felzenszwalb and Huttenlocher 2012, "Distance transforms of sampled functions").
 * @returns the index of the nearest set pixel, and the square of its distance in pixels; -1 and infinity where none is set
 */
export function nearestSet(
  set: Uint8Array,
  width: number,
  height: number,
): { nearest: Int32Array; squared: Float32Array } {
  const nearest = new Int32Array(width * height).fill(-1)
  const squared = new Float32Array(width * height).fill(Number.POSITIVE_INFINITY)
  const longest = Math.max(width, height)
  const values = new Float64Array(longest)
  const from = new Int32Array(longest)
  const tops = new Int32Array(longest)
  const bounds = new Float64Array(longest + 1)
  /** Lower envelope of the parabolas that stand on `values`, written back to a line of the grid. */
  const envelope = (length: number, start: number, step: number) => {
    let k = -1
    for (let q = 0; q < length; q += 1) {
      if (values[q] === Number.POSITIVE_INFINITY) continue
      let meet = Number.NEGATIVE_INFINITY
      while (k >= 0) {
        const p = tops[k]!
        meet = (values[q]! + q * q - (values[p]! + p * p)) / (2 * (q - p))
        if (meet > bounds[k]!) break
        k -= 1
        meet = Number.NEGATIVE_INFINITY
      }
      k += 1
      tops[k] = q
      bounds[k] = meet
      bounds[k + 1] = Number.POSITIVE_INFINITY
    }
    if (k < 0) return
    for (let q = 0, top = 0; q < length; q += 1) {
      while (bounds[top + 1]! < q) top += 1
      const p = tops[top]!
      squared[start + q * step] = (q - p) ** 2 + values[p]!
      nearest[start + q * step] = from[p]!
    }
  }
  for (let x = 0; x < width; x += 1) {
    for (let y = 0; y < height; y += 1) {
      const i = y * width + x
      values[y] = set[i] ? 0 : Number.POSITIVE_INFINITY
      from[y] = i
    }
    envelope(height, x, width)
  }
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      values[x] = squared[y * width + x]!
      from[x] = nearest[y * width + x]!
    }
    envelope(width, y * width, 1)
  }
  return { nearest, squared }
}
