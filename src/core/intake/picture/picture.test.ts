import { Resvg } from '@resvg/resvg-js'
import { describe, expect, it } from 'vitest'
import type { Polyline } from '../../geometry/flatten'
import { areaOf } from '../../geometry/measure'
import { writePath } from '../../geometry/path'
import { distanceTo } from '../../geometry/polyline'
import { shapeOf } from '../../geometry/shape'
import { isolines } from './contours'
import { otsuThreshold, type Raster } from './raster'
import { DEFAULT_TRACE, traceRaster } from './trace'

/** A picture of an SVG body, drawn by a general renderer with soft edges, 400 x 400 pixels. */
function draw(body: string, size = 400): Raster {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><rect width="100%" height="100%" fill="#fff"/>${body}</svg>`
  const { pixels, width, height } = new Resvg(svg).render()
  const grey = new Uint8Array(width * height)
  for (let i = 0; i < grey.length; i += 1) grey[i] = pixels[4 * i]!
  return { width, height, grey }
}

/** The greatest distance of the points of either line from the other, pixels. */
const hausdorff = (a: Polyline, b: Polyline): number => {
  let most = 0
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const)
    for (let i = 0; i < p.length; i += 2) most = Math.max(most, distanceTo({ x: p[i]!, y: p[i + 1]! }, q))
  return most
}

const trace = (raster: Raster, options = {}) => traceRaster(raster, { ...DEFAULT_TRACE, ...options })
const areas = (raster: Raster, options = {}) =>
  trace(raster, options)
    .contours.map((c) => Math.abs(areaOf(c)))
    .sort((a, b) => b - a)

const STAR = Array.from({ length: 10 }, (_, k) => {
  const r = k % 2 ? 60 : 150
  const a = (k * Math.PI) / 5 - Math.PI / 2
  return [200 + r * Math.cos(a), 200 + r * Math.sin(a)] as const
})
const KAPPA = 150 * (4 / 3) * (Math.SQRT2 - 1)
const CIRCLE = `M350 200C350 ${200 + KAPPA} ${200 + KAPPA} 350 200 350C${200 - KAPPA} 350 50 ${200 + KAPPA} 50 200C50 ${200 - KAPPA} ${200 - KAPPA} 50 200 50C${200 + KAPPA} 50 350 ${200 - KAPPA} 350 200Z`
const TEAPOT =
  'M120 150C90 180 90 280 150 310L270 310C320 280 320 200 290 150C330 140 360 170 380 130C350 130 330 120 280 140L210 120L205 100L195 100L190 120Z'

describe('tracing shapes of known course', () => {
  // A disc of radius r has the area π r².
  it('a disc: area to two thousandths, course to half a pixel, few curves', () => {
    const { contours, deviation } = trace(draw('<circle cx="200" cy="200" r="150"/>'))
    expect(contours).toHaveLength(1)
    expect(Math.abs(Math.abs(areaOf(contours[0]!)) / (Math.PI * 150 ** 2) - 1)).toBeLessThan(0.002)
    expect(hausdorff(shapeOf(writePath(contours[0]!)).polyline, shapeOf(CIRCLE).polyline)).toBeLessThan(
      DEFAULT_TRACE.deviation + 0.1,
    )
    expect(contours[0]!.segments.length).toBeLessThanOrEqual(16)
    expect(deviation).toBeLessThanOrEqual(DEFAULT_TRACE.deviation)
  })

  it('a star: corners stay corners, sides stay straight', () => {
    const d = `M${STAR.map((p) => p.join(' ')).join('L')}Z`
    const { contours } = trace(draw(`<path d="${d}"/>`))
    expect(hausdorff(shapeOf(writePath(contours[0]!)).polyline, shapeOf(d).polyline)).toBeLessThan(1.5)
    // Shoelace formula for the star's ten corners.
    const area = Math.abs(
      STAR.reduce((sum, [x, y], i) => sum + x * STAR[(i + 1) % 10]![1] - STAR[(i + 1) % 10]![0] * y, 0) / 2,
    )
    expect(Math.abs(areaOf(contours[0]!)) / area).toBeCloseTo(1, 2)
    expect(contours[0]!.segments.length).toBeLessThanOrEqual(24)
  })

  it('a teapot keeps its course within a pixel where it has no corner', () => {
    const { contours } = trace(draw(`<path d="${TEAPOT}"/>`))
    expect(contours).toHaveLength(1)
    expect(hausdorff(shapeOf(writePath(contours[0]!)).polyline, shapeOf(TEAPOT).polyline)).toBeLessThan(2)
    expect(Math.abs(areaOf(contours[0]!)) / shapeOf(TEAPOT).area).toBeCloseTo(1, 2)
  })

  it('openings are traced or not, islands in them too', () => {
    const ring =
      '<circle cx="200" cy="200" r="150"/><circle cx="200" cy="200" r="80" fill="#fff"/><circle cx="200" cy="200" r="30"/>'
    expect(areas(draw(ring)).map((a) => Math.round(Math.sqrt(a / Math.PI)))).toEqual([150, 80, 30])
    expect(areas(draw(ring), { openings: false }).map((a) => Math.round(Math.sqrt(a / Math.PI)))).toEqual([
      150,
    ])
  })

  it('specks vanish, dark and light', () => {
    const specks =
      '<rect x="10" y="10" width="3" height="3"/><rect x="200" y="200" width="3" height="4" fill="#fff"/>'
    const picture = draw(`<rect x="100" y="100" width="200" height="200"/>${specks}`)
    expect(areas(picture, { speck: 24 })).toHaveLength(1)
    expect(areas(picture, { speck: 4 })).toHaveLength(3)
  })

  it('light on dark, shapes that touch the border', () => {
    const night = draw('<rect width="400" height="400"/><circle cx="200" cy="200" r="100" fill="#fff"/>')
    const [disc] = areas(night, { invert: true })
    expect(disc! / (Math.PI * 100 ** 2)).toBeCloseTo(1, 2)
    expect(areas(draw('<rect x="-10" y="100" width="200" height="100"/>'))[0]! / (190 * 100)).toBeCloseTo(
      1,
      1,
    )
  })
})

describe('parts of it', () => {
  it('Otsu parts two tones in their middle', () => {
    const grey = new Uint8Array(1000).fill(40)
    grey.fill(200, 600)
    expect(otsuThreshold({ width: 100, height: 10, grey })).toBeCloseTo(120, -1)
  })

  it('isolines pass between pixels where their values say', () => {
    // Columns 255, 255, 0, 255: the edge at grey 64 lies a quarter from the dark column, by linear interpolation.
    const row = [255, 255, 0, 255]
    const grey = Uint8Array.from([255, 255, 255, 255, ...row, ...row, 255, 255, 255, 255])
    const [line] = isolines({ width: 4, height: 4, grey }, 64)
    const xs = [...line!].filter((_, i) => i % 2 === 0)
    expect(Math.min(...xs)).toBeCloseTo(2.5 - 63.5 / 255, 6)
    expect(Math.max(...xs)).toBeCloseTo(2.5 + 63.5 / 255, 6)
  })

  it('refuses an empty picture and noise, with a sentence each', () => {
    expect(() => trace(draw(''))).toThrow(/no edge to trace/)
    let seed = 1
    const grey = Uint8Array.from({ length: 400 * 400 }, () => {
      seed = (seed * 1103515245 + 12345) % 2147483648
      return seed / 8388608
    })
    expect(() => trace({ width: 400, height: 400, grey }, { speck: 0 })).toThrow(/noise rather than a shape/)
  })
})
