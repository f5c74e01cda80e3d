import { deflateSync, inflateSync } from 'node:zlib'
import { Resvg } from '@resvg/resvg-js'
import { PDFDocument, PDFName, PDFRawStream, type PDFRef, PDFString } from 'pdf-lib'
import sharp from 'sharp'
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
import { unpredicted } from './predictor'

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
    expect(Math.max(...texts!.map((t) => t.words.length))).toBe(200)
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

describe('what clips hide (ISO 32000-1, 8.5.4)', () => {
  const CLIP = '0 0 100 100 re W n'
  it('leaves out what is wholly hidden and says so, and takes whole what is seen in part', async () => {
    const { lines, findings } = await read(
      await page(
        `q ${CLIP} 10 10 m 90 10 l S 50 50 m 250 50 l S 150 150 m 250 150 l S Q 150 200 m 250 200 l S`,
      ),
    )
    expect(lines.map((l) => Math.round(shapeOf(l.d).length / (25.4 / 72)))).toEqual([80, 200, 100])
    expect(findings.map((f) => f.message).join()).toMatch(
      /1 line partly hidden behind a clip.*1 line wholly hidden/s,
    )
  })
  it('forgets a clip with the state that it belongs to, and narrows one clip by the next', async () => {
    const { lines, findings } = await read(
      await page(
        `q ${CLIP} 60 60 200 200 re W n 10 10 m 30 10 l S 70 70 m 90 70 l S Q 150 200 m 250 200 l S`,
      ),
    )
    expect(lines).toHaveLength(2)
    expect(findings).toHaveLength(1)
  })
  it('takes lines that run along the border of their clip, and draws what it clips by', async () => {
    const { lines, findings } = await read(await page('10 10 80 80 re W S 10 10 m 90 10 l S'))
    expect(lines).toHaveLength(2)
    expect(findings).toEqual([])
  })
})

describe('what is packed by prediction (ISO 32000-1, 7.4.4.4)', () => {
  it('is undone as a general picture library (libvips) wrote it, by every filter that it chooses', async () => {
    const [width, height] = [37, 29]
    const random = chance(5)
    for (const channels of [1, 3] as const) {
      const raw = Uint8Array.from({ length: width * height * channels }, (_, k) =>
        Math.floor(128 + 90 * Math.sin(k / 40) + 20 * random()),
      )
      const png = await sharp(raw, { raw: { width, height, channels } })
        .toColourspace(channels === 1 ? 'b-w' : 'srgb')
        .png({ adaptiveFiltering: true, palette: false })
        .toBuffer()
      const at = png.indexOf('IDAT')
      const rows = new Uint8Array(inflateSync(png.subarray(at + 4, at + 4 + png.readUInt32BE(at - 4))))
      const parameters = { predictor: 15, colours: channels, bits: 8, columns: width }
      expect([...unpredicted(rows, parameters)]).toEqual([...raw])
      rows[0] = (rows[0]! + 1) % 5
      expect([...unpredicted(rows, parameters)]).not.toEqual([...raw])
    }
  })
  it('undoes differences to the left, and refuses what it does not know', () => {
    const plain = { predictor: 2, colours: 1, bits: 8, columns: 4 }
    expect([...unpredicted(Uint8Array.of(1, 1, 1, 1, 250, 10, 0, 1), plain)]).toEqual([
      1, 2, 3, 4, 250, 4, 4, 5,
    ])
    expect(() => unpredicted(new Uint8Array(8), { ...plain, predictor: 7 })).toThrow(RangeError)
    expect(() => unpredicted(new Uint8Array(8), { ...plain, columns: 0, predictor: 12 })).toThrow(RangeError)
  })
  it('gives the lines of a page whose content is packed so', async () => {
    const document = await PDFDocument.create()
    const p = document.addPage([283.4646, 283.4646])
    const content = '10 10 m 200 10 l S '.padEnd(24)
    // Rows of eight bytes, each told by what lies above it (filter 2).
    const rows = Buffer.concat(
      [0, 8, 16].map((from) =>
        Buffer.from([
          2,
          ...Array.from(
            { length: 8 },
            (_, k) => (content.charCodeAt(from + k) - (from ? content.charCodeAt(from + k - 8) : 0)) & 255,
          ),
        ]),
      ),
    )
    const dict = document.context.obj({ Filter: 'FlateDecode', DecodeParms: { Predictor: 12, Columns: 8 } })
    p.node.set(PDFName.of('Contents'), document.context.register(PDFRawStream.of(dict, deflateSync(rows))))
    const { lines } = await read(await document.save({ useObjectStreams: false }))
    expect(lines).toHaveLength(1)
    expect(shapeOf(lines[0]!.d).length).toBeCloseTo((190 * 25.4) / 72, 2)
  })
})

describe('who sees optional content (ISO 32000-1, 8.11.2)', () => {
  /** Lines of a page with one line in a membership of a shown group A and a hidden group B. */
  const seen = async (membership: (a: PDFRef, b: PDFRef) => Record<string, unknown>) => {
    const document = await PDFDocument.create()
    const { context } = document
    const p = document.addPage([200, 200])
    const [a, b] = ['A', 'B'].map((Name) =>
      context.register(context.obj({ Type: 'OCG', Name: PDFString.of(Name) })),
    )
    document.catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: [a!, b!], D: { OFF: [b!] } }))
    const member = context.register(context.obj({ Type: 'OCMD', ...membership(a!, b!) } as never))
    p.node.set(PDFName.of('Resources'), context.obj({ Properties: { M: member } }))
    p.node.set(
      PDFName.of('Contents'),
      context.register(context.stream('/OC /M BDC 10 10 m 90 10 l S EMC 10 50 m 90 50 l S')),
    )
    return (await read(await document.save({ useObjectStreams: false }))).lines.length === 2
  }
  it.each<[string, boolean, (a: PDFRef, b: PDFRef) => Record<string, unknown>]>([
    ['any on, the rule where none is named', true, (a, b) => ({ OCGs: [a, b] })],
    ['all on', false, (a, b) => ({ OCGs: [a, b], P: 'AllOn' })],
    ['any off', true, (a, b) => ({ OCGs: [a, b], P: 'AnyOff' })],
    ['all off', false, (a, b) => ({ OCGs: [a, b], P: 'AllOff' })],
    ['all off, of one', true, (_, b) => ({ OCGs: [b], P: 'AllOff' })],
    ['not b', true, (_, b) => ({ VE: ['Not', b] })],
    ['a and b', false, (a, b) => ({ VE: ['And', a, b] })],
    ['a or b', true, (a, b) => ({ VE: ['Or', a, b] })],
    ['a and not (b or not a)', true, (a, b) => ({ VE: ['And', a, ['Not', ['Or', b, ['Not', a]]]] })],
    ['an expression goes before a policy', false, (a, b) => ({ OCGs: [a], VE: ['And', a, b] })],
  ])('%s', async (_, shown, membership) => {
    expect(await seen(membership)).toBe(shown)
  })
})

describe('comments and form fields', () => {
  it('are no lines, and are told where they are seen', async () => {
    const document = await PDFDocument.load(await page('10 10 m 90 10 l S'))
    const { context } = document
    const note = (Subtype: string, F: number) =>
      context.register(
        context.obj({
          Type: 'Annot',
          Subtype,
          F,
          Rect: [0, 0, 9, 9],
          AP: { N: context.register(context.stream('')) },
        }),
      )
    document
      .getPage(0)
      .node.set(
        PDFName.of('Annots'),
        context.obj([note('Square', 4), note('Ink', 0), note('Ink', 2), note('Link', 0)]),
      )
    const { lines, findings } = await read(await document.save())
    expect(lines).toHaveLength(1)
    expect(findings.map((f) => f.message).join()).toMatch(/^2 comments or form fields on the page left out/)
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
