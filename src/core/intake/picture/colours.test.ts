import { Resvg } from '@resvg/resvg-js'
import { difference, union } from 'polyclip-ts'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { decodePicture } from '../../../tasks/decode-picture'
import { addSource } from '../../binding/add-source'
import { emptyProject } from '../../document/project'
import { PLAIN_READING } from '../../document/sources'
import { shapesOf } from '../../pieces/piece-shape'
import { readDrawing } from '../formats'
import { fewColours, layersOf } from './colours'
import { DEFAULT_TRACE } from './trace'

/** Hills at night: a ground, a moon, three hills one before the other, 300 x 200 pixels at 96 an inch. */
const HILLS = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><rect width="300" height="200" fill="#f3e9d2"/>
<path d="M0 90Q80 40 160 90T300 80V200H0Z" fill="#c98f5b"/><path d="M0 130Q90 90 170 130T300 120V200H0Z" fill="#8a4f6d"/><path d="M0 165Q70 140 150 170T300 160V200H0Z" fill="#3a2544"/></svg>`
const drawn = new Resvg(HILLS).render()
const png = () => new Uint8Array(drawn.asPng())

const pixels = () => {
  const rgba = drawn.pixels
  const rgb = new Uint8Array((rgba.length / 4) * 3)
  for (let i = 0; 4 * i < rgba.length; i += 1)
    for (let k = 0; k < 3; k += 1) rgb[3 * i + k] = rgba[4 * i + k]!
  return { width: drawn.width, height: drawn.height, rgb }
}

describe('few colours for a picture', () => {
  it('are those that it was painted in, the rim at the back, then away from its lightness', () => {
    const { palette, rank } = fewColours(pixels(), 4)
    const near = (hex: string, other: string) =>
      [1, 3, 5].every(
        (i) => Math.abs(parseInt(hex.slice(i, i + 2), 16) - parseInt(other.slice(i, i + 2), 16)) <= 6,
      )
    expect(palette.length).toBe(4)
    for (const [i, colour] of ['#f3e9d2', '#c98f5b', '#8a4f6d', '#3a2544'].entries())
      expect(near(palette[i]!, colour), `${palette[i]} is ${colour}`).toBe(true)
    expect(rank.length).toBe(300 * 200)
    // The picture has no more colours than it has.
    expect(fewColours({ width: 2, height: 2, rgb: new Uint8Array(12).fill(90) }, 5).palette.length).toBe(1)
  })

  it('miss the pixels by little more than those of another quantiser (libimagequant through sharp)', async () => {
    // A photograph has no areas of one colour: noise and gradients stand for it.
    const [width, height] = [160, 120]
    const rgb = new Uint8Array(width * height * 3)
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const wave = 30 * Math.sin(x / 9) * Math.cos(y / 13)
        const i = 3 * (y * width + x)
        rgb.set(
          [90 + x + wave, 200 - y - wave, 60 + (x * y) / 160 + wave].map((v) =>
            Math.max(0, Math.min(255, v)),
          ),
          i,
        )
      }
    const error = (of: (i: number) => readonly number[]) => {
      let sum = 0
      for (let i = 0; i < rgb.length; i += 1) sum += (of(Math.floor(i / 3))[i % 3]! - rgb[i]!) ** 2
      return Math.sqrt(sum / rgb.length)
    }
    const { palette, rank } = fewColours({ width, height, rgb }, 4)
    const own = palette.map((hex) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)))
    const theirs = await sharp(rgb, { raw: { width, height, channels: 3 } })
      .png({ palette: true, colours: 4, dither: 0 })
      .toBuffer()
    const other = await sharp(theirs).toColourspace('srgb').removeAlpha().raw().toBuffer()
    const [mine, rival] = [error((i) => own[rank[i]!]!), error((i) => [...other.subarray(3 * i, 3 * i + 3)])]
    expect(mine).toBeLessThan(1.15 * rival)
    // Planted: one colour of them taken away is seen.
    expect(error((i) => own[Math.min(rank[i]!, 2)]!)).toBeGreaterThan(mine)
  })

  it('make layers that hold all that is before them: counted pixel by pixel', () => {
    const picture = pixels()
    const layers = layersOf(picture, fewColours(picture, 4)).map((l) => l.raster.grey)
    expect(layers[0]!.every((v) => v === 0)).toBe(true)
    for (const [k, grey] of layers.entries())
      if (k > 0) expect(grey.every((v, i) => v === 255 || layers[k - 1]![i] === 0)).toBe(true)
  })
})

describe('a picture read as layers of colour', () => {
  const read = (colours: number) =>
    readDrawing(png(), 'hills.png', {
      ...PLAIN_READING,
      trace: { ...DEFAULT_TRACE, colours },
      decodePicture,
    })

  it('becomes pieces on planes of their own, each carried by the one behind it', async () => {
    const drawing = await read(4)
    const [project] = addSource(emptyProject('Hills'), drawing, {
      id: 's',
      name: 'hills.png',
      format: 'picture',
      bytes: 1,
    })
    const shapes = shapesOf(project)
    expect(shapes.length).toBe(4)
    expect(project.sources.s).toMatchObject({ stacked: { as: 'layers', sure: true } })
    expect(new Set(Object.values(project.lines).map((l) => l.plane)).size).toBe(4)
    // By a library of its own: nothing of a layer lies beside the one behind it, but for the pixels of its edge.
    const polygon = (s: (typeof shapes)[number]) => {
      const points: [number, number][] = []
      for (let i = 0; i < s.ring.length; i += 2) points.push([s.ring[i]!, s.ring[i + 1]!])
      return [points]
    }
    const area = (geometry: number[][][][]) =>
      geometry.flat().reduce((sum, ring) => {
        let twice = 0
        ring.forEach(([x, y], i) => {
          const [nx, ny] = ring[(i + 1) % ring.length]!
          twice += x! * ny! - nx! * y!
        })
        return sum + Math.abs(twice / 2)
      }, 0)
    const polygons = shapes.map(polygon)
    for (const [k, own] of polygons.entries()) {
      if (k === 0) continue
      expect(area(difference(own as never, polygons[k - 1]! as never) as never)).toBeLessThan(
        0.002 * area(union(own as never) as never),
      )
    }
    // Planted: the front layer does not carry the back one.
    expect(area(difference(polygons[0]! as never, polygons[3]! as never) as never)).toBeGreaterThan(1000)
  })

  it('of one colour is refused with a sentence', async () => {
    const plain = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#804060' } })
      .png()
      .toBuffer()
    const reading = { ...PLAIN_READING, trace: { ...DEFAULT_TRACE, colours: 3 }, decodePicture }
    await expect(readDrawing(new Uint8Array(plain), 'plain.png', reading)).rejects.toThrow('one colour only')
  })

  it('in grey, or with paper that shines through, is read as well', async () => {
    const grey = await sharp(Buffer.from(png())).greyscale().png().toBuffer()
    const clear = await sharp({
      create: { width: 60, height: 60, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .composite([
        {
          input: Buffer.from(
            '<svg width="60" height="60"><circle cx="30" cy="30" r="20" fill="#804060"/></svg>',
          ),
        },
      ])
      .png()
      .toBuffer()
    for (const [bytes, layers] of [
      [grey, 3],
      [clear, 2],
    ] as const) {
      const reading = { ...PLAIN_READING, trace: { ...DEFAULT_TRACE, colours: layers }, decodePicture }
      const { lines } = await readDrawing(new Uint8Array(bytes), 'p.png', reading)
      expect(new Set(lines.map((l) => l.look.fill)).size).toBe(layers)
    }
  })
})
