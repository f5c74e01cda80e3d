import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { inflateSync } from 'node:zlib'
import { beforeAll, describe, expect, it } from 'vitest'
import { emptyProject } from '../../document/project'
import { apply } from '../../geometry/affine'
import { flatten } from '../../geometry/flatten'
import { areaOf, boundsOf } from '../../geometry/measure'
import { type Contour, type Segment, writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { polylineArea } from '../../geometry/polyline'
import { offset, regionArea } from '../../geometry/regions'
import { turnedRound } from '../../outlines/combine'
import { offsetOutline } from '../../outlines/offset'
import { shapeOfPiece } from '../../pieces/piece-shape'
import { make, pieces, rect, round } from '../drawn-pieces'
import { measuresOf } from '../recipe'
import { FONTS, FontRefusal, fontAtHand, layOrRefuse, putAtHand } from './fonts'
import { laid, lettering } from './index'
import { readFont } from './read-font'

/** What is used of the font library harfbuzz. */
type HarfBuzz = {
  createBlob(bytes: Uint8Array): unknown
  createFace(blob: unknown, index: number): unknown
  createFont(face: unknown): unknown
  createBuffer(): { addText(text: string): void; guessSegmentProperties(): void; json(): unknown }
  shape(font: unknown, buffer: unknown): void
}

const bytesOf = (file: string) => new Uint8Array(readFileSync(`public/fonts/${file}`))
beforeAll(() => {
  for (const { name, file } of FONTS) putAtHand(name, readFont(bytesOf(file)))
})

const ALL = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'
const OUTLINED = FONTS.filter((f) => f.kind !== 'pen')

/** Points of a contour, many a curve, by de Casteljau's construction. */
function pointsOf({ start, segments }: Contour): Point[] {
  const between = (a: Point, b: Point, t: number) => ({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) })
  let from = start
  return [...segments, { to: start } as Segment].flatMap(({ c1, c2, to }) => {
    const points = Array.from({ length: 41 }, (_, k) => {
      const t = k / 40
      if (!c1 || !c2) return between(from, to, t)
      const [a, b, c] = [between(from, c1, t), between(c1, c2, t), between(c2, to, t)]
      return between(between(a, b, t), between(b, c, t), t)
    })
    from = to
    return points
  })
}

/** WOFF 1.0 (W3C Recommendation, 2012), section 4: a table directory of 20 bytes an entry, each table deflated. */
function unpacked(woff: Uint8Array): Uint8Array {
  const view = new DataView(woff.buffer, woff.byteOffset)
  const count = view.getUint16(12)
  const sfnt = Buffer.alloc(view.getUint32(16))
  sfnt.writeUInt32BE(view.getUint32(4), 0)
  sfnt.writeUInt16BE(count, 4)
  let at = 12 + 16 * count
  for (let i = 0; i < count; i += 1) {
    const entry = 44 + 20 * i
    const [offset, packed, length] = [4, 8, 12].map((o) => view.getUint32(entry + o)) as [
      number,
      number,
      number,
    ]
    const data = woff.subarray(offset, offset + packed)
    const table = packed < length ? inflateSync(data) : Buffer.from(data)
    Buffer.from(woff.subarray(entry, entry + 4)).copy(sfnt, 12 + 16 * i)
    sfnt.writeUInt32BE(at, 12 + 16 * i + 8)
    sfnt.writeUInt32BE(length, 12 + 16 * i + 12)
    table.copy(sfnt, at)
    at += (length + 3) & ~3
  }
  return sfnt
}

describe('the fonts that ship', () => {
  it('are ten and one for the pen, each with letters, digits and umlauts', () => {
    expect(OUTLINED.length).toBeGreaterThanOrEqual(10)
    for (const { name } of FONTS) {
      const missing = [...`${ALL}ÄÖÜäöüßéèçñ&!?.,-`].filter((l) => !fontAtHand(name).has(l))
      expect([name, missing]).toEqual([name, []])
    }
  })

  it('are laid out with the kerning and the ligatures that another font library finds', async () => {
    const harfbuzz = await (createRequire(import.meta.url)('harfbuzzjs') as Promise<HarfBuzz>)
    for (const name of ['titan-one', 'dancing-script', 'zilla-slab', 'lobster']) {
      const bytes = unpacked(bytesOf(FONTS.find((f) => f.name === name)!.file))
      const face = harfbuzz.createFace(harfbuzz.createBlob(bytes), 0)
      const font = harfbuzz.createFont(face)
      for (const text of ['AVATAR', 'To. Wave', 'affine fish', 'Lantern Quay']) {
        const buffer = harfbuzz.createBuffer()
        buffer.addText(text)
        buffer.guessSegmentProperties()
        harfbuzz.shape(font, buffer)
        const theirs = (buffer.json() as { ax: number }[]).map((g) => g.ax)
        const ours = fontAtHand(name)
          .lay(text)
          .map((l) => l.advance)
        // Ours are in mm: one factor leads from the first to all.
        const factor = ours[0]! / theirs[0]!
        expect(ours).toEqual(theirs.map((ax) => expect.closeTo(ax * factor, 6)))
      }
      // Kerning is there to be found.
      const advance = (text: string) =>
        fontAtHand(name)
          .lay(text)
          .reduce((s, l) => s + l.advance, 0)
      if (name === 'titan-one') expect(advance('AV')).toBeLessThan(advance('A') + advance('V') - 0.1)
    }
  })

  it('refuse what is broken, what forbids embedding, and what is no font', () => {
    const font = unpacked(bytesOf('titan-one.woff'))
    expect(() => readFont(font.slice(0, 300))).toThrow(FontRefusal)
    expect(() => readFont(new TextEncoder().encode('<svg><font/></svg>'))).toThrow(/cannot be read/)
    expect(() => readFont(new Uint8Array(9_000_000))).toThrow(/larger than 8 MB/)
    expect(readFont(font).has('A')).toBe(true)
    // OS/2 'fsType' (OpenType specification): 0x0002 is a restricted licence.
    const text = Buffer.from(font).toString('latin1', 0, 400)
    const entry = text.indexOf('OS/2')
    const view = new DataView(font.buffer, font.byteOffset)
    view.setUint16(view.getUint32(entry + 8) + 8, 2)
    expect(() => readFont(font)).toThrow(/forbids/)
  })
})

describe('the sink of letters', () => {
  const placed = (font: string, course: string, text: string, paths: string[]) => {
    const drawn = pieces(paths)
    const [piece] = Object.values(drawn.pieces)
    const measures = measuresOf(lettering, { text, font, course, join: 'base', height: 14, sink: 1.2 })
    return laid(fontAtHand(font), text, measures, shapeOfPiece(drawn, piece!))
  }
  /** The greatest depth of a letter's edge in what lies under a rule, mm. */
  const deepest = (letter: ReturnType<typeof placed>[number], depth: (p: Point) => number) =>
    Math.max(...letter.contours.flatMap(pointsOf).map((p) => depth(apply(letter.map, p))))
  const hasTail = (letter: { contours: readonly Contour[] }) =>
    Math.max(...letter.contours.map((c) => boundsOf(c).maxY)) > 1

  it.each(['titan-one', 'zilla-slab', 'fredoka'])(
    'is even to 0.02 mm in %s, on a line and on a circle',
    (font) => {
      let judged = 0
      for (const text of ALL.match(/.{1,8}/g)!) {
        for (const letter of placed(font, 'line', text, [rect(0, 0, 300, 60)])) {
          if (hasTail(letter)) continue
          judged += 1
          expect(Math.abs(deepest(letter, (p) => p.y) - 1.2)).toBeLessThan(0.02)
        }
        for (const letter of placed(font, 'outline', text, [round(60, 60, 30)])) {
          if (hasTail(letter)) continue
          judged += 1
          const depth = deepest(letter, (p) => 30 - Math.hypot(p.x - 60, p.y - 60))
          expect(Math.abs(depth - 1.2)).toBeLessThan(0.02)
        }
      }
      expect(judged).toBeGreaterThan(100)
    },
  )

  it('is uneven where only the base line is sunk: the judge finds it', () => {
    const letters = placed('titan-one', 'outline', 'AOVH', [round(60, 60, 30)])
    const depth = (p: Point) => 30 - Math.hypot(p.x - 60, p.y - 60)
    const uncorrected = letters.map((l) => {
      // Back to where the base line's middle lies 1.2 mm within the circle.
      const foot = apply(l.map, {
        x: (boundsOf(l.contours[0]!).minX + boundsOf(l.contours[0]!).maxX) / 2,
        y: 0,
      })
      const r = Math.hypot(foot.x - 60, foot.y - 60)
      const by = (30 - 1.2 - r) / r
      const [a, b, c, d, e, f] = l.map
      const moved = [a, b, c, d, e + by * (foot.x - 60), f + by * (foot.y - 60)] as typeof l.map
      return deepest({ ...l, map: moved }, depth)
    })
    expect(Math.max(...uncorrected.map((u) => Math.abs(u - 1.2)))).toBeGreaterThan(0.1)
  })
})

describe('lettering', () => {
  it('stands round a ring as one piece, dots held; says its size and its narrowest foot', () => {
    const ring = [round(60, 60, 40), round(60, 60, 32)]
    const measures = { text: 'Jörg Tea, fair: i', course: 'outline', join: 'base', height: 9 }
    const { shapes, trouble, figures } = make(pieces(ring), 'lettering', measures)
    expect(trouble).toBeNull()
    expect(shapes).toHaveLength(1)
    expect(figures[0]).toMatch(/capitals 9 mm high/)
    expect(figures[1]).toMatch(/narrowest foot is that of “.”: [\d.]+ mm/)
  })

  it('stands in an opening, heads to its middle', () => {
    const ring = [round(60, 60, 40), round(60, 60, 32)]
    const measures = { text: 'Tea', course: 'outline', side: 'inside', join: 'base', height: 9 }
    const { shapes } = make(pieces(ring), 'lettering', measures)
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.size.width).toBeCloseTo(80, 2)
    // It stands at the bottom of the opening.
    const low = shapes[0]!.openings.flatMap((o) => o.segments.map((s) => s.to.y))
    expect(Math.max(...low)).toBeLessThan(92 + 0.01)
    expect(shapes[0]!.area).toBeGreaterThan(Math.PI * (1600 - 1024) + 30)
  })

  it('hangs together letter by letter, by a neck of the asked width', () => {
    const { shapes, figures } = make(emptyProject('Fair'), 'lettering', {
      text: 'Violet',
      join: 'letters',
      neck: 2,
      height: 20,
    })
    expect(shapes).toHaveLength(1)
    expect(figures).toHaveLength(1)
    // Smaller all round by not quite half of the neck, the word is one still.
    const less = make(pieces([writePath(shapes[0]!.outline)]), 'inset', {
      by: 0.95,
      openings: 'fill',
      role: 'pen',
    })
    expect(less.project.sources.m).toMatchObject({ trouble: null })
  })

  it('is cut out of a piece with its insides held', () => {
    const measures = { text: 'BOARD 8', join: 'out', height: 14, sink: 0, font: 'alfa-slab' }
    const { shapes } = make(pieces([rect(0, 0, 160, 40)]), 'lettering', measures)
    expect(shapes).toHaveLength(1)
    const over = make(pieces([rect(0, 0, 60, 40)]), 'lettering', measures)
    expect(over.trouble).toContain('over the edge')
  })

  it('fills a length, keeps its text, and follows its piece', () => {
    const { shapes, figures } = make(emptyProject('Fair'), 'lettering', { text: 'HHH', fill: 90 })
    const width = Math.max(...shapes.map((s) => s.box.maxX)) - Math.min(...shapes.map((s) => s.box.minX))
    expect(width).toBeGreaterThan(85)
    expect(width).toBeLessThanOrEqual(90)
    expect(figures[0]).toContain('“HHH” is')
  })

  it('draws for the pen in single lines', () => {
    const { project } = make(pieces([rect(0, 0, 100, 40)]), 'lettering', {
      text: 'Tea',
      font: 'readability',
      role: 'pen',
    })
    const lines = Object.values(project.lines).filter((l) => l.source === 'm')
    expect(new Set(lines.map((l) => l.role))).toEqual(new Set(['cut', 'pen']))
    expect(lines.filter((l) => l.role === 'pen').every((l) => !l.d.endsWith('Z'))).toBe(true)
    expect(make(emptyProject('Fair'), 'lettering', { text: 'Tea', font: 'readability' }).trouble).toContain(
      'for the pen',
    )
  })

  it('says what is missing, too long, or apart', () => {
    const said = (measures: Record<string, string | number>, paths?: string[]) =>
      make(paths ? pieces(paths) : emptyProject('Fair'), 'lettering', measures).trouble ?? ''
    expect(said({ text: 'Ω tea' })).toContain('The font has no “Ω”')
    expect(said({ text: '  ' })).toContain('no text')
    expect(said({ text: 'Tea', course: 'outline' })).toContain('Choose the piece')
    expect(
      said({ text: 'Lantern Quay Tea Fair', course: 'outline', join: 'base', height: 30 }, [
        round(60, 60, 30),
      ]),
    ).toMatch(/mm long, and what it runs along 188.5 mm. Make it [\d.]+ mm high/)
    expect(said({ text: 'two words', join: 'letters' })).toContain('no spaces')
    expect(said({ text: 'Tea', join: 'letters', font: 'saira-stencil' })).toMatch(/in parts|hang together/)
    expect(() => make(emptyProject('Fair'), 'lettering', { text: 'a'.repeat(10_000) })).toThrow(
      '10000 letters',
    )
  })

  it('in every font leaves no inside to fall out when it is cut out', () => {
    for (const { name } of OUTLINED) {
      const measures = { text: 'aebdo ABDOPQR 0689', join: 'out', height: 12, sink: 0, font: name, neck: 1 }
      const { shapes, trouble } = make(pieces([rect(0, 0, 400, 40)]), 'lettering', measures)
      expect([name, trouble, shapes.length]).toEqual([name, null, 1])
    }
  })
})

describe('the surround of letters', () => {
  /** Area and openings of a polygon grown by a distance, by the library clipper2 on traced outlines. */
  const judged = (outline: Contour, by: number) => {
    const rings = offset([flatten(outline, 0.002)], by, 'round', 0.002)
    return { area: regionArea(rings), openings: rings.filter((r) => polylineArea(r) < -0.1).length }
  }

  it.each([
    ['titan-one', 'outline'],
    ['lobster', 'outline'],
    ['zilla-slab', 'line'],
  ])('in %s along an %s has the area and the openings that another library finds', (font, course) => {
    const paths = course === 'line' ? [rect(0, 0, 160, 20)] : [round(60, 60, 40), round(60, 60, 32)]
    const measures = { text: 'Lantern Quay', font, course, join: 'base', height: 12 }
    const { shapes, trouble } = make(pieces(paths), 'lettering', measures)
    expect(trouble).toBeNull()
    const { outline } = shapes[0]!
    for (const by of [0.6, 1, 2, 3, 5, 8, -0.4, -0.8]) {
      const found = offsetOutline([areaOf(outline) > 0 ? outline : turnedRound(outline)], by)
      const area = found.reduce((sum, c) => sum + areaOf(c), 0)
      const openings = found.filter((c) => areaOf(c) < -0.1).length
      const other = judged(outline, by)
      expect([by, openings]).toEqual([by, other.openings])
      expect(Math.abs(area - other.area) / other.area).toBeLessThan(0.0005)
    }
  })
})

describe('a font of single strokes as SVG', () => {
  const svgFont = (glyphs: Record<string, string>) =>
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg"><defs><font horiz-adv-x="500">${Object.entries(glyphs)
        .map(([letter, d]) => `<glyph unicode="${letter}" d="${d}"/>`)
        .join('')}</font></defs></svg>`,
    )
  const H = 'M0 0L0 700M400 0L400 700M0 350L400 350'

  it('keeps what is drawn by every command of a path: closed, quadratic, smooth, arcs', () => {
    const font = readFont(
      svgFont({
        H,
        o: 'M0 200Q0 400 200 400T400 200Q400 0 200 0T0 200Z',
        u: 'M0 400C0 -130 400 -130 400 400',
        a: 'M0 200A200 200 0 1 0 400 200A200 200 0 1 0 0 200z',
        n: 'M0 0V300H200S400 300 400 0',
      }),
    )
    const of = (letter: string) => font.lay(letter)[0]!.contours
    expect(of('o').map((c) => [c.segments.length, c.closed])).toEqual([[4, true]])
    expect(of('u').map((c) => c.segments.length)).toEqual([1])
    // A circle of 400 units across is 400/700 as wide as capitals are high.
    const box = boundsOf(of('a')[0]!)
    expect(box.maxX - box.minX).toBeCloseTo((10 * 400) / 700, 3)
    expect(box.maxY - box.minY).toBeCloseTo((10 * 400) / 700, 3)
    expect(of('n')[0]!.segments).toHaveLength(3)
  })

  it.each([
    ['flat', 'M0 0L400 0'],
    ['upside down', 'M0 0L0 -700M400 0L400 -700M0 -350L400 -350'],
    ['a mere stroke', 'M0 0L0 700'],
    ['empty', ''],
  ])('is refused where its capitals are %s', (_, d) => {
    expect(() => readFont(svgFont({ H: d, a: 'M0 0L100 400' }))).toThrow(FontRefusal)
  })
})

describe('a font that breaks at a letter', () => {
  const broken = () => {
    const good = readFont(bytesOf(FONTS[0]!.file))
    const lay = (text: string) => {
      if (text.includes('k')) throw new TypeError('Offset is outside the bounds of the DataView')
      return good.lay(text)
    }
    return { ...good, lay }
  }

  it('names the letter, and nothing of the words of others', () => {
    expect(layOrRefuse(broken(), 'tea')).toHaveLength(3)
    expect(() => layOrRefuse(broken(), 'koi')).toThrow(/breaks at “k”: its outline cannot be read/)
  })

  it('makes nothing with a sentence, so that no older figure stays', () => {
    putAtHand('broken', broken())
    const measures = { ...measuresOf(lettering, { text: 'koi' }), font: 'broken' }
    expect(() => lettering.make([], measures)).toThrow(/breaks at “k”/)
  })
})
