import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { IntakeRefusal } from '@/core/intake/refusal'
import { decodeArt, measureArt } from './decode-art'
import { TASKS } from './registry'

/** Left half red, right half clear. */
const half = (width: number, height: number) => {
  const rgba = Buffer.alloc(4 * width * height)
  for (let i = 0; i < width * height; i += 1) if (i % width < width / 2) rgba.set([255, 0, 0, 255], 4 * i)
  return sharp(rgba, { raw: { width, height, channels: 4 } })
}
const svg = (text: string) => new TextEncoder().encode(text)
const SVG = 'xmlns="http://www.w3.org/2000/svg"'

const WEBP = await half(8, 8).webp().toBuffer()
const HALF_A_PNG = (await half(400, 400).png({ compressionLevel: 0 }).toBuffer()).subarray(0, 3000)

describe('measureArt', () => {
  it('takes the size of pixels from their density, and 300 an inch where none or a default is stated', async () => {
    const png = await half(600, 300).png().toBuffer()
    expect(await measureArt(png, 'a.png')).toEqual({
      format: 'png',
      pixels: { width: 600, height: 300 },
      width: expect.closeTo(50.8, 6),
      height: expect.closeTo(25.4, 6),
    })
    const fine = await half(600, 300).flatten().withMetadata({ density: 600 }).jpeg().toBuffer()
    expect(await measureArt(fine, 'a.jpg')).toMatchObject({ format: 'jpeg', width: expect.closeTo(25.4, 2) })
    const screen = await half(600, 300).flatten().withMetadata({ density: 72 }).jpeg().toBuffer()
    expect((await measureArt(screen, 'a.jpg')).width).toBeCloseTo(50.8, 6)
  })

  it('turns photographs upright as they say', async () => {
    const lying = await half(600, 300).flatten().withMetadata({ orientation: 6 }).jpeg().toBuffer()
    expect((await measureArt(lying, 'a.jpg')).pixels).toEqual({ width: 300, height: 600 })
    const { width, height } = await decodeArt(lying, 150, 300)
    expect([width, height]).toEqual([150, 300])
  })

  it('takes the true size of an SVG, as for a drawing', async () => {
    const quay = readFileSync(fileURLToPath(new URL('../../demo/drawings/quay-at-dusk.svg', import.meta.url)))
    expect(await measureArt(quay, 'quay.svg')).toEqual({
      format: 'svg',
      pixels: null,
      width: expect.closeTo(120, 6),
      height: expect.closeTo(240, 6),
    })
  })

  it.each([
    ['nothing', new Uint8Array(), /is empty/],
    ['what is no picture', svg('hello'), /damaged or no PNG, JPEG or SVG/],
    ['a picture of another kind', WEBP, /no PNG, JPEG or SVG/],
    ['half a PNG', HALF_A_PNG, /damaged/],
    ['an SVG that is broken off', svg(`<svg ${SVG} width="9mm" height="9mm"><rect`), /./],
    [
      'an SVG that asks for a file',
      svg(
        `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/hostname">]><svg ${SVG} width="9" height="9"><text>&x;</text></svg>`,
      ),
      /./,
    ],
  ])('refuses %s with a sentence', async (_, bytes, message) => {
    const refused = measureArt(bytes, 'art')
    await expect(refused).rejects.toBeInstanceOf(IntakeRefusal)
    await expect(refused).rejects.toThrow(message)
  })

  it('refuses more pixels than can be unpacked', async () => {
    const huge = await sharp({ create: { width: 11_000, height: 11_000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    await expect(measureArt(huge, 'huge.png')).rejects.toThrow(/more than 100 million pixels/)
  })
})

describe('decodeArt', () => {
  it('gives colours with their opacity, no larger than the file has them', async () => {
    const png = await half(60, 30).png().toBuffer()
    const small = await decodeArt(png, 20, 10)
    expect([small.width, small.height]).toEqual([20, 10])
    expect([...small.rgba.slice(0, 4)]).toEqual([255, 0, 0, 255])
    expect(small.rgba[4 * 19 + 3]).toBe(0)
    expect((await decodeArt(png, 600, 300)).width).toBe(60)
  })

  it('draws an SVG as large as it is asked for, with sharp edges', async () => {
    const drawn = svg(`<svg ${SVG} width="10" height="10"><rect width="5" height="10" fill="#f00"/></svg>`)
    const { width, rgba } = await decodeArt(drawn, 1000, 1000)
    expect(width).toBe(1000)
    const row = 4 * 1000 * 500
    expect([rgba[row + 4 * 497 + 3], rgba[row + 4 * 503 + 3]]).toEqual([255, 0])
  })

  it('draws nothing that an SVG fetches from elsewhere', async () => {
    const fetching = svg(
      `<svg ${SVG} width="10" height="10"><image href="${new URL('../../demo/drawings/teapot.png', import.meta.url)}" width="10" height="10"/></svg>`,
    )
    const { rgba } = await decodeArt(fetching, 20, 20)
    expect(rgba.every((v) => v === 0)).toBe(true)
  })

  it('stands in the list of tasks, both to read and to print', () => {
    expect([...TASKS.keys()]).toEqual([
      'read-art',
      'read-edit',
      'read-file',
      'read-font',
      'plan-sheet',
      'check-sheet',
      'prepare-job',
      'measure-cut',
      'write-file',
      'write-booklet',
      'pack-archive',
      'unpack-archive',
    ])
  })
})

describe('a drawing as art', () => {
  const drawn = (size: string, viewBox = '0 0 148 210') =>
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="${viewBox}"><rect width="74" height="210" fill="#c00"/></svg>`,
    )
  // A5 at 300 pixels an inch (ISO 216).
  const [W, H] = [1748, 2480]
  it.each([
    'width="148mm" height="210mm"',
    'width="5.8267in" height="8.2677in"',
    'width="559" height="794"',
    '',
  ])('sized by %j is sharp at 300 pixels an inch', async (size) => {
    const { width, height, rgba } = await decodeArt(drawn(size), W, H)
    expect([width, height]).toEqual([W, H])
    const at = (x: number, y: number) => [...rgba.subarray(4 * (y * W + x), 4 * (y * W + x) + 4)]
    // The edge of the red half lies at its pixel, and no farther than two pixels are mixed.
    for (const y of [40, 1240, 2440]) {
      expect(at(W / 2 - 3, y)).toEqual([204, 0, 0, 255])
      expect(at(W / 2 + 3, y)[3]).toBe(0)
    }
  })

  it.each(['width="3mm" height="4mm"', 'width="900mm" height="1200mm"', 'width="40" height="90"'])(
    'sized by %j is taken',
    async (size) => {
      expect((await measureArt(drawn(size), 'a.svg')).format).toBe('svg')
      const { width } = await decodeArt(drawn(size), W, H)
      expect(width).toBe(W)
    },
  )
})
