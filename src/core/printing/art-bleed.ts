import { type Affine, inverse, multiply, scaling, translation } from '../geometry/affine'
import type { Polyline } from '../geometry/flatten'
import { uniteBoxes } from '../geometry/measure'
import { polylineBox } from '../geometry/polyline'
import { offset, type Region, unite } from '../geometry/regions'
import { type Grid, gridOver, nearestSet, type Pixels, pixelsWithin } from './pixels'

/** Art that ends less than this short of the edge is meant to reach it, mm. */
const SHORT = 0.5
/** From this opacity on a pixel's colour may be carried on beyond the edge. */
const OPAQUE = 250

/** What of a picture is printed: its pixels in the drawing, and the region that bounds them. */
export type PrintedArt = { pixels: Pixels; grid: Grid; clip: Region }

/**
 * A picture on its piece with its bleed. Within the piece it stays as it is; beyond the edge it goes on as far as it
 * reaches by itself, and from there on with the colour of its nearest pixel at the edge.
 * @param picture as its file shows it
 * @param toDrawing the map of the picture, taken as the unit square, to the drawing (mm)
 * @param outline of the piece
 * @param bleed mm
 * @param scale pixels of one mm
 */
export function artWithBleed(
  picture: Pixels,
  toDrawing: Affine,
  outline: Polyline,
  bleed: number,
  scale: number,
): PrintedArt {
  const piece = unite([outline], 'even-odd')
  const clip = bleed > 0 ? offset(piece, bleed) : piece
  const grid = gridOver(uniteBoxes(clip.map(polylineBox)), scale)
  const pixels = sampled(picture, toDrawing, grid)
  if (bleed > 0) carryOn(pixels, grid, piece, clip, bleed)
  return { pixels, grid, clip }
}

/** The picture as it lies in a grid, between pixels by their four neighbours; nothing where it does not reach. */
function sampled(picture: Pixels, toDrawing: Affine, grid: Grid): Pixels {
  const { width, height } = grid
  const rgba = new Uint8Array(4 * width * height)
  const toGrid = multiply(
    scaling(grid.scale),
    multiply(
      translation(-grid.at.x, -grid.at.y),
      multiply(toDrawing, scaling(1 / picture.width, 1 / picture.height)),
    ),
  )
  const back = inverse(toGrid)
  const [w, h] = [picture.width, picture.height]
  for (let y = 0, out = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, out += 4) {
      const u = back[0] * (x + 0.5) + back[2] * (y + 0.5) + back[4]
      const v = back[1] * (x + 0.5) + back[3] * (y + 0.5) + back[5]
      if (u < 0 || v < 0 || u > w || v > h) continue
      blend(picture, Math.min(w - 1, Math.max(0, u - 0.5)), Math.min(h - 1, Math.max(0, v - 0.5)), rgba, out)
    }
  return { width, height, rgba }
}

/** Writes the colour between the four pixels around a place; colours count by their opacity. */
function blend({ width, height, rgba }: Pixels, u: number, v: number, to: Uint8Array, at: number): void {
  const [x, y] = [Math.floor(u), Math.floor(v)]
  const [fx, fy] = [u - x, v - y]
  let [r, g, b, a] = [0, 0, 0, 0]
  for (let k = 0; k < 4; k += 1) {
    const weight = (k & 1 ? fx : 1 - fx) * (k & 2 ? fy : 1 - fy)
    if (weight === 0) continue
    const i = 4 * (Math.min(height - 1, y + (k >> 1)) * width + Math.min(width - 1, x + (k & 1)))
    const share = weight * rgba[i + 3]!
    r += share * rgba[i]!
    g += share * rgba[i + 1]!
    b += share * rgba[i + 2]!
    a += share
  }
  if (a === 0) return
  to[at] = Math.round(r / a)
  to[at + 1] = Math.round(g / a)
  to[at + 2] = Math.round(b / a)
  to[at + 3] = Math.round(a)
}

/** Lays the colours of the art's edge under what is clear, near the edge of the piece and beyond it. */
function carryOn({ rgba }: Pixels, grid: Grid, piece: Region, clip: Region, bleed: number): void {
  const inner = pixelsWithin(offset(piece, -SHORT), grid)
  const within = pixelsWithin(piece, grid)
  const outer = pixelsWithin(clip, grid)
  const seeds = new Uint8Array(inner.length)
  for (let i = 0; i < seeds.length; i += 1)
    if (outer[i] && !inner[i] && rgba[4 * i + 3]! >= OPAQUE) seeds[i] = 1
  const { nearest, squared } = nearestSet(seeds, grid.width, grid.height)
  const short = (SHORT * grid.scale) ** 2
  const reach = ((bleed + SHORT) * grid.scale) ** 2
  for (let i = 0; i < seeds.length; i += 1) {
    const opacity = rgba[4 * i + 3]!
    if (!outer[i] || inner[i] || opacity === 255 || squared[i]! > (within[i] ? short : reach)) continue
    const from = 4 * nearest[i]!
    for (let c = 0; c < 3; c += 1)
      rgba[4 * i + c] = Math.round((rgba[4 * i + c]! * opacity + rgba[from + c]! * (255 - opacity)) / 255)
    rgba[4 * i + 3] = 255
  }
}
