import { Resvg } from '@resvg/resvg-js'
import { PDFDocument, PDFName } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { CONVENTIONS } from '../../../../corpus/conventions'
import { chance, type Drawn } from '../../../../corpus/draw'
import { TEMPLATES } from '../../../../corpus/templates'
import { type PdfOptions, writePdf } from '../../../../corpus/write-pdf'
import { PLAIN_READING } from '../../document/sources'
import { distanceTo } from '../../geometry/polyline'
import { shapeOf } from '../../geometry/shape'
import { readDrawing } from '../formats'
import { operationsOf } from './content'

const die = TEMPLATES[0]!(1)
const drawing = (name: string) => {
  const drawn = CONVENTIONS.find((c) => c.name === name)!.draw(die, chance(1))
  return { drawn, width: die.width, height: die.height }
}
const read = (bytes: Uint8Array, page: number | null = null) =>
  readDrawing(bytes, 'die.pdf', { ...PLAIN_READING, page })
const line = (over: Partial<Drawn>): Drawn => ({
  d: 'M10 10L90 10',
  role: 'cut',
  piece: 0,
  stroke: '#000000',
  fill: null,
  dash: [],
  width: 0.5,
  layers: [],
  ...over,
})

/** A page of the given content stream, 100 x 100 mm. */
async function page(content: string): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  const p = document.addPage([283.4646, 283.4646])
  p.node.set(PDFName.of('Contents'), document.context.register(document.context.stream(content)))
  return document.save({ useObjectStreams: false })
}

describe('pages written by a general PDF library (pdf-lib)', () => {
  it.each<[string, PdfOptions]>([
    ['plain', {}],
    ['compressed, with object streams', { compress: true }],
    ['in a form that is turned and scaled', { inForm: true }],
    ['with a user unit of 3', { userUnit: 3 }],
  ])('%s: every line in its place, to 0.01 mm', async (_, options) => {
    const given = drawing('dash arrays')
    const { lines, artwork } = await read(await writePdf(given, options))
    expect(artwork.width).toBeCloseTo(die.width, 3)
    expect(lines).toHaveLength(given.drawn.length)
    lines.forEach((found, i) => {
      const [ours, theirs] = [shapeOf(found.d), shapeOf(given.drawn[i]!.d)]
      expect(ours.length).toBeCloseTo(theirs.length, 1)
      for (let k = 0; k < theirs.polyline.length; k += 2)
        expect(
          distanceTo({ x: theirs.polyline[k]!, y: theirs.polyline[k + 1]! }, ours.polyline),
        ).toBeLessThan(0.02)
      const scale = options.inForm || options.userUnit ? 1 : 2
      expect(found.look.dash).toEqual(given.drawn[i]!.dash.map((v) => expect.closeTo(v, scale)))
      expect(found.look.stroke).toBe(given.drawn[i]!.stroke)
    })
  })

  it('gives the names of optional content groups as layers', async () => {
    const { lines } = await read(await writePdf(drawing('layers in German'), { layers: true }))
    expect(new Set(lines.map((l) => l.look.layers.join()))).toEqual(new Set(['Stanzen', 'Rillen']))
  })

  it('takes the role from ISO 19593-1 processing steps, whatever the layers are called', async () => {
    const steps: Record<string, readonly [string, string]> = {
      'Layer 1': ['Structural', 'Cutting'],
      'Layer 2': ['Structural', 'Creasing'],
    }
    const bytes = await writePdf(drawing('layers without a word'), {
      layers: true,
      step: (name) => steps[name] ?? null,
    })
    const { lines } = await read(bytes)
    expect(new Set(lines.map((l) => l.look.layers.at(-1)))).toEqual(
      new Set(['processing step cutting', 'processing step creasing']),
    )
  })

  it('gives the names of spot inks as layers, and none for those of the process', async () => {
    const { lines } = await read(
      await writePdf(
        { drawn: [line({}), line({ role: 'score' }), line({ role: 'print' })], width: 100, height: 100 },
        { ink: ({ role }) => ({ cut: 'CutContour', score: 'Rillen' })[role as string] ?? 'Black' },
      ),
    )
    expect(lines.map((l) => l.look.layers)).toEqual([['CutContour'], ['Rillen'], []])
    expect(new Set(lines.map((l) => l.look.stroke)).size).toBeGreaterThan(1)
  })
})

describe('words on a page', () => {
  it('are handed over with their places, and are no lines', async () => {
    const text =
      'BT /F1 10 Tf 72 144 Td (Cut \\(here\\)) Tj 0 -36 Td [(fo) -20 (ld)] TJ ET BT 1 0 0 1 36 36 Tm <7363> Tj ET'
    const { texts, lines } = await read(await page(`0 0 m 72 0 l S ${text}`))
    expect(lines).toHaveLength(1)
    expect(texts!.map((t) => t.words)).toEqual(['Cut (here)', 'fold', 'sc'])
    // 72 points are an inch; the page is 100 mm high, and letters of 10 points stand about a third of that above their line.
    const [first, second] = texts!
    expect(first!.x).toBeCloseTo(25.4, 3)
    expect(first!.y).toBeCloseTo(100 - 50.8 - 0.35 * 10 * (25.4 / 72), 2)
    expect(second!.y - first!.y).toBeCloseTo(12.7, 3)
  })

  it('are kept within bounds, however many a file has', async () => {
    const { texts } = await read(
      await page(`0 0 m 72 0 l S BT ${`(${'x'.repeat(500)}) Tj `.repeat(3000)} ET`),
    )
    expect(texts).toHaveLength(2000)
    expect(Math.max(...texts!.map((t) => t.words.length))).toBe(80)
  })
})

describe('the box of a page (ISO 32000-1, 14.11.2)', () => {
  const boxed = async (crop: number[]) => {
    const document = await PDFDocument.create()
    const p = document.addPage([200, 100])
    p.node.set(PDFName.of('CropBox'), document.context.obj(crop))
    p.node.set(
      PDFName.of('Contents'),
      document.context.register(document.context.stream('20 20 m 80 20 l S')),
    )
    return read(await document.save({ useObjectStreams: false }))
  }
  const pt = 25.4 / 72
  it.each([
    ['in order', [10, 10, 110, 60], 100, 50],
    ['from the right upper corner', [110, 60, 10, 10], 100, 50],
    ['larger than the page', [-50, -50, 400, 90], 200, 90],
    ['beside the page', [300, 300, 400, 400], 200, 100],
  ])('%s', async (_, crop, width, height) => {
    const { artwork, lines } = await boxed(crop)
    expect(artwork.width).toBeCloseTo(width * pt, 3)
    expect(artwork.height).toBeCloseTo(height * pt, 3)
    expect(lines).toHaveLength(1)
  })
})

describe('against a general renderer (pdf.js)', () => {
  it('draws the same picture', { timeout: 60_000 }, async () => {
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
    const { createCanvas } = await import('@napi-rs/canvas')
    for (const convention of ['red folds', 'filled shapes with red folds']) {
      const given = drawing(convention)
      const bytes = await writePdf(given, { inForm: convention === 'red folds' })
      const { lines, artwork } = await read(bytes)
      const theirPage = await (await getDocument({ data: bytes.slice(), verbosity: 0 }).promise).getPage(1)
      const viewport = theirPage.getViewport({ scale: 2 })
      const [w, h] = [Math.floor(viewport.width), Math.floor(viewport.height)]
      const canvas = createCanvas(w, h)
      await theirPage.render({
        canvas: canvas as never,
        canvasContext: canvas.getContext('2d') as never,
        viewport,
      }).promise
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${artwork.width} ${artwork.height}"><rect width="100%" height="100%" fill="#fff"/>${lines
        .map(
          (l) =>
            `<path d="${l.d}" fill="${l.look.fill ?? 'none'}" stroke="${l.look.stroke ?? 'none'}" stroke-width="${l.look.width}"/>`,
        )
        .join('')}</svg>`
      const ours = new Resvg(svg).render().pixels
      const theirs = canvas.getContext('2d').getImageData(0, 0, w, h).data
      let different = 0
      for (let i = 0; i < theirs.length; i += 4)
        if ([0, 1, 2].some((c) => Math.abs(theirs[i + c]! - ours[i + c]!) > 128)) different += 1
      expect(different / (w * h), convention).toBeLessThan(0.0005)
    }
  })
})

describe('pages', () => {
  it('takes the first of several and says so; another by its number', async () => {
    const document = await PDFDocument.create()
    for (const x of [10, 20]) {
      const p = document.addPage([200, 200])
      p.node.set(
        PDFName.of('Contents'),
        document.context.register(document.context.stream(`0 0 m ${x} 0 l S`)),
      )
    }
    const bytes = await document.save()
    const first = await read(bytes)
    expect(first.pages).toEqual({ count: 2, taken: 1 })
    expect(first.findings.map((f) => f.message)).toEqual([expect.stringMatching(/2 pages; page 1 was taken/)])
    expect(shapeOf((await read(bytes, 2)).lines[0]!.d).length).toBeCloseTo((20 * 25.4) / 72, 3)
    await expect(read(bytes, 3)).rejects.toThrow(/no page 3; it has 2/)
  })

  it('turns a page as it says', async () => {
    const document = await PDFDocument.load(await page('0 0 m 72 0 l 72 36 l S'))
    document.getPage(0).setRotation({ type: 'degrees', angle: 90 } as never)
    const { lines } = await read(await document.save())
    // The lower left corner comes to the upper left one, and the line that ran right runs down.
    expect(lines[0]!.d).toMatch(/^M0 0L0 25\.4L12\.7 25\.4$/)
  })
})

describe('content streams', () => {
  it('reads numbers, names, lists and comments, and strings, and passes over pictures', () => {
    const text = '1 -2.5 .5 --3 /A#20B [1 2] % note\n(a(b)\\)c) <</K /V>> Do BI /W 1 ID \x01EIx EI 7 w'
    const all = [...operationsOf(new TextEncoder().encode(text))]
    expect(all.map((o) => o.operator)).toEqual(['Do', 'EI', 'w'])
    expect(all[0]!.operands).toEqual([1, -2.5, 0.5, -3, '/A B', [1, 2], { words: 'a(b))c' }, ['/K', '/V']])
    expect(all[2]!.operands).toEqual([7])
  })
})

describe('files that cannot be taken', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  it.each<[string, () => Promise<Uint8Array>, RegExp]>([
    ['damaged', async () => bytes('%PDF-1.7\nnothing here'), /damaged|no pages|cannot be read/],
    ['only text', () => page('BT (hello) Tj ET'), /holds no lines.*text is not lines/],
    ['only a picture', () => page('BI /W 1 /H 1 ID x EI'), /is a picture without lines.*traced/],
    [
      'encrypted',
      async () => {
        const document = await PDFDocument.load(await page('0 0 m 9 9 l S'))
        const { context } = document
        context.trailerInfo.Encrypt = context.register(context.obj({ Filter: 'Standard', V: 1, R: 2 }))
        return document.save({ useObjectStreams: false })
      },
      /locked \(encrypted\)/,
    ],
  ])('%s', async (_, make, message) => {
    await expect(read(await make())).rejects.toThrow(message)
  })

  it('survives forms that contain themselves', async () => {
    const document = await PDFDocument.create()
    const p = document.addPage([100, 100])
    const { context } = document
    const ref = context.nextRef()
    context.assign(
      ref,
      context.stream('0 0 m 50 50 l S /F Do', {
        Type: 'XObject',
        Subtype: 'Form',
        Resources: { XObject: { F: ref } },
      }),
    )
    p.node.set(PDFName.of('Resources'), context.obj({ XObject: { F: ref } }))
    p.node.set(PDFName.of('Contents'), context.register(context.stream('/F Do')))
    const { lines, findings } = await read(await document.save())
    expect(lines).toHaveLength(1)
    expect(findings.map((f) => f.rule)).toEqual(['intake-broken-form'])
  })
})
