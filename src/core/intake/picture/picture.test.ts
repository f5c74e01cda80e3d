import { Resvg } from '@resvg/resvg-js'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { chance } from '../../../../corpus/draw'
import { decodePicture } from '../../../tasks/decode-picture'
import { PLAIN_READING } from '../../document/sources'
import type { Polyline } from '../../geometry/flatten'
import { areaOf } from '../../geometry/measure'
import { writePath } from '../../geometry/path'
import { distanceTo } from '../../geometry/polyline'
import { shapeOf } from '../../geometry/shape'
import { readDrawing } from '../formats'
import { isolines } from './contours'
import { statedDensity } from './density'
import { otsuThreshold, type Raster } from './raster'
import { noiseOf } from './soften'
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

describe('pictures of black and white only, and noisy ones', () => {
  // Nodes that potrace 1.16 takes for the same pictures (-k 0.5 -t 24), measured by `npm run compare`.
  const THEIRS = [
    ['disc', '<circle cx="200" cy="200" r="150"/>', 9, 20],
    [
      'star',
      '<path d="M200 20L240 150L380 150L270 230L310 370L200 285L90 370L130 230L20 150L160 150Z"/>',
      22,
      54,
    ],
  ] as const
  const nodes = (raster: Raster) => trace(raster).contours.reduce((sum, c) => sum + c.segments.length, 0)
  const hard = ({ grey, ...size }: Raster): Raster => ({
    ...size,
    grey: grey.map((v) => (v < 128 ? 0 : 255)),
  })
  const noisy = ({ grey, ...size }: Raster): Raster => {
    const random = chance(7)
    const noise = () => 60 * (random() + random() + random() - 1.5)
    return { ...size, grey: grey.map((v) => Math.max(0, Math.min(255, v + noise()))) }
  }

  it.each(THEIRS)('%s: at most three times the nodes of a tracer', (_, body, sharp, rough) => {
    expect(nodes(hard(draw(body)))).toBeLessThanOrEqual(3 * sharp)
    expect(nodes(noisy(draw(body)))).toBeLessThanOrEqual(3 * rough)
  })

  it('keep the course of a disc to half a pixel', () => {
    for (const raster of [hard(draw(THEIRS[0][1])), noisy(draw(THEIRS[0][1]))]) {
      const [contour] = trace(raster).contours
      const { polyline } = shapeOf(writePath(contour!))
      for (let i = 0; i < polyline.length; i += 2)
        expect(Math.abs(Math.hypot(polyline[i]! - 200, polyline[i + 1]! - 200) - 150)).toBeLessThan(0.5)
    }
  })

  it('lose no thin stroke and no narrow gap to the softening', () => {
    const thin = '<rect x="50" y="50" width="300" height="2"/><rect x="50" y="100" width="300" height="40"/>'
    const gap = '<rect x="50" y="142" width="300" height="40"/>'
    expect(trace(hard(draw(thin))).contours).toHaveLength(2)
    expect(trace(hard(draw(thin + gap))).contours).toHaveLength(3)
  })

  it('are told from clean ones by their noise', () => {
    const clean = draw('<circle cx="200" cy="200" r="150" fill="#555"/>')
    expect(noiseOf(clean)).toBeLessThan(1)
    // The sum of three even numbers over 60 has a standard deviation of 60 / 2.
    const speckled = noisy({ ...clean, grey: clean.grey.map(() => 128) })
    expect(noiseOf(speckled)).toBeGreaterThan(25)
    expect(noiseOf(speckled)).toBeLessThan(35)
  })
})

describe('the density that a file states', () => {
  const plain = () => sharp({ create: { width: 20, height: 10, channels: 3, background: '#fff' } })
  it.each([96, 150, 300])(
    'of %i an inch is read as a general picture library (libvips) wrote it',
    async (density) => {
      const png = new Uint8Array(await plain().withMetadata({ density }).png().toBuffer())
      expect(statedDensity(png)).toEqual({ x: expect.closeTo(density, 1), y: expect.closeTo(density, 1) })
      const jpeg = new Uint8Array(await plain().withMetadata({ density }).jpeg().toBuffer())
      expect((await decodePicture(jpeg)).density).toBeCloseTo(density, 1)
    },
  )

  it('is read from JFIF in dots an inch, in dots a centimetre, and as a ratio (JFIF 1.02)', () => {
    const jfif = (unit: number, x: number, y: number) =>
      Uint8Array.of(
        0xff,
        0xd8,
        0xff,
        0xe0,
        0,
        16,
        0x4a,
        0x46,
        0x49,
        0x46,
        0,
        1,
        2,
        unit,
        x >> 8,
        x & 255,
        y >> 8,
        y & 255,
        0,
        0,
        0xff,
        0xd9,
      )
    expect(statedDensity(jfif(1, 300, 300))).toEqual({ x: 300, y: 300 })
    expect(statedDensity(jfif(2, 100, 50))).toEqual({ x: 254, y: 127 })
    expect(statedDensity(jfif(0, 1, 1))).toBeNull()
    expect(statedDensity(jfif(0, 2, 1))).toEqual({ stretch: 2 })
    expect(statedDensity(jfif(1, 300, 300).subarray(0, 12))).toBeNull()
  })

  it('is none where the file says nothing, whatever the library answers', async () => {
    const bytes = new Uint8Array(await plain().png().toBuffer())
    // Without the chunk that states it (W3C PNG, pHYs), as drawing programs for pixels write it.
    const at = Buffer.from(bytes).indexOf('pHYs') - 4
    const bare = at < 0 ? bytes : Uint8Array.from([...bytes.slice(0, at), ...bytes.slice(at + 21)])
    expect(statedDensity(bare)).toBeNull()
    expect((await decodePicture(bare)).density).toBeNull()
    const shape = await sharp(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="96" height="48"><rect width="96" height="48" fill="#fff"/><rect x="10" y="10" width="60" height="20"/></svg>',
      ),
    )
      .png()
      .toBuffer()
    const cut = Buffer.from(shape).indexOf('pHYs') - 4
    const drawing = await readDrawing(
      cut < 0
        ? new Uint8Array(shape)
        : Uint8Array.from([...shape.subarray(0, cut), ...shape.subarray(cut + 21)]),
      'a.png',
      { ...PLAIN_READING, decodePicture },
    )
    expect(drawing.artwork.width).toBeCloseTo(25.4, 6)
  })

  it('may be another one down than across: pixels are stretched then', async () => {
    const png = Buffer.from(await plain().withMetadata({ density: 100 }).png().toBuffer())
    const at = png.indexOf('pHYs') + 4
    png.writeUInt32BE(2 * png.readUInt32BE(at), at)
    const decoded = await decodePicture(new Uint8Array(png))
    expect(decoded.density).toBeCloseTo(200, 0)
    expect(decoded.stretch).toBeCloseTo(2, 2)
  })
})
