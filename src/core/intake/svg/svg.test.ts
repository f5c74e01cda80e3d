import { describe, expect, it } from 'vitest'
import { PLAIN_READING } from '../../document/sources'
import { shapeOf } from '../../geometry/shape'
import { readDrawing } from '../formats'
import { IntakeRefusal, LIMITS } from '../refusal'
import { svg as format } from '.'

const bytes = (text: string) => new TextEncoder().encode(text)
const svg = (body: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${body}</svg>`
const read = (text: string, mmPerUnit: number | null = null) =>
  format.read(bytes(text), { ...PLAIN_READING, mmPerUnit })
const line = '<path d="M0 0L10 0" stroke="#000" fill="none"/>'

async function refusal(input: string | Uint8Array): Promise<string> {
  try {
    await readDrawing(typeof input === 'string' ? bytes(input) : input, 'box.svg')
  } catch (error) {
    if (error instanceof IntakeRefusal) return error.message
    throw error
  }
  throw new Error('the file was taken in')
}

describe('true size', () => {
  it('follows a physical size, and leaves no choice', () => {
    const drawing = read(svg(line, 'width="8.5in" height="11in" viewBox="0 0 850 1100"'))
    expect(drawing.artwork).toEqual({ width: expect.closeTo(215.9, 6), height: expect.closeTo(279.4, 6) })
    expect(drawing.scale).toMatchObject({ sure: true, choices: [] })
    expect(shapeOf(drawing.lines[0]!.d).length).toBeCloseTo(2.54, 3)
  })

  // ISO 216: A4 is 210 x 297 mm; at 72 pixels an inch that is 595.28 x 841.89 px, at 96 it is 793.7 x 1122.5 px.
  it.each([
    ['595.28', '841.89', 72],
    ['794', '1123', 96],
    ['744', '1052', 90],
  ])('%s x %s px is A4 at %d an inch, and asks where that is not the rule', (w, h, density) => {
    const { artwork, scale } = read(svg(line, `width="${w}" height="${h}"`))
    expect(scale.why).toContain(`At ${density} an inch its artboard is A4`)
    expect(artwork.width).toBeCloseTo(210, 0)
    expect(scale.sure).toBe(density === 96)
    expect(scale.choices.map((c) => c.label)).toContainEqual(expect.stringContaining('(A4)'))
  })

  it('takes 96 an inch where no paper fits, and asks', () => {
    const { scale } = read(svg(line, 'viewBox="0 0 333 777"'))
    expect(scale.mmPerUnit).toBeCloseTo(25.4 / 96, 9)
    expect(scale.sure).toBe(false)
    expect(scale.choices).toHaveLength(3)
  })

  // 1 in = 96 CSS px; at 72 and at 90 an inch by older habits (common practice).
  it.each([
    [72, [131.5, 148.3], [false, 96]],
    [72, [121, 87], [false, 72]],
    [90, [121, 87], [false, 90]],
    [96, [121, 87], [true, 96]],
  ])('at %d an inch an artboard of %j mm is read: %j', (density, [w, h], [sure, taken]) => {
    const px = (mm: number) => ((mm * density) / 25.4).toFixed(3)
    const { scale } = read(svg(line, `width="${px(w!)}" height="${px(h!)}"`))
    expect([scale.sure, Math.round(25.4 / scale.mmPerUnit)]).toEqual([sure, taken])
    if (taken === density) expect(scale.why).toContain(`At ${density} an inch its artboard is a whole ${w}`)
    expect(scale.choices).toHaveLength(3)
  })

  it('asks where an artboard is whole at several densities', () => {
    // 10 x 7.5 in at 72, 8 x 6 in at 90.
    const { scale } = read(svg(line, 'width="720" height="540"'))
    expect(scale.sure).toBe(false)
    expect(scale.why).toContain('whole at 72 and 90 an inch')
  })

  it.each([72, 90, 96])('reads lines that are whole millimetres at %d an inch so', (density) => {
    const px = (mm: number) => ((mm * density) / 25.4).toFixed(3)
    // A sleeve on an artboard cropped to it and its stroke: its sides tell, the artboard does not.
    const sides = [62, 44, 118, 31, 87, 12].map((mm, i) => `<path d="M1 ${i}h${px(mm)}" stroke="#000"/>`)
    const { scale, lines } = read(svg(sides.join(''), `viewBox="0 0 ${px(118.353)} ${px(87.353)}"`))
    expect(scale.why).toContain(`At ${density} an inch most of its straight lines`)
    expect(scale.sure).toBe(density === 96)
    expect(shapeOf(lines[2]!.d).length).toBeCloseTo(118, 2)
  })

  it('takes the scale that a person chose', () => {
    const { artwork } = read(svg(line, 'width="720" height="720"'), 25.4 / 72)
    expect(artwork.width).toBeCloseTo(254, 6)
  })
})

describe('what is drawn by marks and tiles', () => {
  it('is told, and the lines themselves are kept', () => {
    const { lines, findings } = read(
      svg(
        '<defs><marker id="m"><path d="M0 0L4 2L0 4Z"/></marker><pattern id="p" width="4" height="4"><path d="M0 0L4 4"/></pattern>' +
          '<linearGradient id="g"/></defs>' +
          '<g style="marker-end:url(#m)"><path d="M0 0L40 0" stroke="#000"/></g>' +
          '<rect width="20" height="20" fill="url(#p)"/><rect x="40" width="20" height="20" fill="url(#g)"/>',
      ),
    )
    expect(lines).toHaveLength(3)
    expect(findings.map((f) => [f.rule, f.message.slice(0, 45)])).toEqual([
      ['intake-marker', 'Marks at the ends or corners of 1 line left o'],
      ['intake-pattern', 'The tiles of 1 shape filled with a pattern le'],
    ])
  })
})

describe('looks', () => {
  it('take classes that speak of a role as names, and leave those that only carry style', () => {
    const { lines } = read(
      svg(
        `<g class="st3 folds"><path class="st0" d="M0 0L10 0" stroke="#000"/></g><path class="cut-line a" d="M0 5L10 5" stroke="#000"/>`,
      ),
    )
    expect(lines.map((l) => l.look.layers)).toEqual([['folds'], ['cut-line']])
  })

  it('give colour, dash and width in mm, and the layers that a person named', () => {
    const drawing = read(
      svg(
        `<g id="Fold_x5F_lines" stroke="red"><g id="g12"><path id="tuck flap" d="M0 0h10" stroke-width="2" stroke-dasharray="4,2" fill="none"/></g></g>`,
      ),
    )
    expect(drawing.lines[0]).toMatchObject({
      label: 'tuck flap',
      look: { stroke: '#ff0000', fill: null, dash: [4, 2], width: 2, layers: ['Fold lines'] },
    })
  })

  it('let important rules win over style attributes (CSS Cascade)', () => {
    const drawing = read(
      svg(
        '<style>.f{stroke:#0f0!important;fill:none}</style><path class="f" style="stroke:#00f" d="M0 0h9"/>',
      ),
    )
    expect(drawing.lines[0]!.look.stroke).toBe('#00ff00')
  })

  it('name a quarter millimetre a Q (CSS Values)', () => {
    const drawing = read(svg('<line x2="40Q" stroke="#000"/>', 'width="100mm" height="100mm"'))
    expect(shapeOf(drawing.lines[0]!.d).length).toBeCloseTo(10, 3)
  })
})

describe('what is no line is reported', () => {
  it.each([
    ['<text>Lid</text>', 'intake-text'],
    ['<image href="a.png" width="9" height="9"/>', 'intake-image'],
    ['<g clip-path="url(#c)"><path d="M0 0h9" stroke="#000"/></g>', 'intake-clip-path'],
    ['<g mask="url(#c)"/>', 'intake-mask'],
    ['<rect width="9" height="9" filter="url(#f)"/>', 'intake-filter'],
    ['<script>alert(1)</script>', 'intake-script'],
    ['<use href="http://example.org/a.svg#b"/>', 'intake-external'],
    ['<use id="u" href="#u"/>', 'intake-broken-use'],
    ['<g id="a"><use href="#a"/></g>', 'intake-broken-use'],
    ['<path d="M0 0L9 9L" stroke="#000"/>', 'intake-broken-path'],
    ['<path d="M0 0L1e9 1e9" stroke="#000"/>', 'intake-absurd'],
    ['<path d="M5 5L5 5" stroke="#000"/>', 'intake-crumb'],
    ['<path d="M0 0h9" stroke="#000" display="none"/>', 'intake-hidden'],
    ['<path d="M0 0h9" fill="none"/>', 'intake-invisible'],
    ['<style>a:hover{fill:red}</style>', 'intake-style-ignored'],
  ])('%s', (body, rule) => {
    const drawing = read(svg(line + body))
    expect(drawing.findings.map((f) => f.rule)).toContain(rule)
    expect(drawing.findings.find((f) => f.rule === rule)!.message).toMatch(/1 /)
  })
})

describe('bad files are refused with a sentence', () => {
  const bomb = `<!DOCTYPE svg [<!ENTITY a "xx"><!ENTITY b "&a;&a;">]>${svg('&b;')}`
  it.each<[string, string | Uint8Array, RegExp]>([
    ['empty', '', /is empty/],
    ['not a drawing', 'just words', /not XML/],
    ['another XML', '<html><body/></html>', /root is “html”/],
    ['truncated', svg(line).slice(0, 140), /breaks off as XML at line 1/],
    ['two ends', `${svg(line)}</g>`, /breaks off as XML/],
    ['entities made of entities', bomb, /entity “b” is made of others/],
    [
      'an external entity',
      `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svg('&x;')}`,
      /points outside the file/,
    ],
    ['wrong encoding', new Uint8Array([...bytes('<svg>'), 0xff, 0xfe, 0xc3]), /not valid UTF-8/],
    ['gzip', new Uint8Array([0x1f, 0x8b, 8, 0]), /compressed/],
    ['no lines', svg('<text>Only words</text>'), /holds no lines.*text is not lines/],
    ['no numbers', svg('<path d="M NaN NaN L oops" stroke="#000"/>'), /holds no lines/],
    ['absurd artboard', svg(line, 'width="1e9mm" height="1e9mm"'), /artboard/],
    ['too large', new Uint8Array(LIMITS.bytes + 1), /32\.0 MB; up to 32 MB/],
    [
      'too many stretches',
      svg(`<path stroke="#000" d="M0 0${'h1v-1h-1v1'.repeat(50_001)}"/>`),
      /more than 200,000 stretches/,
    ],
    ['too deep', svg('<g>'.repeat(600) + '</g>'.repeat(600)), /too many elements/],
    [
      'symbols that multiply',
      svg(
        `<defs><g id="s0">${line}</g>${Array.from({ length: 24 }, (_, i) => `<g id="s${i + 1}"><use href="#s${i}"/><use href="#s${i}"/></g>`).join('')}</defs><use href="#s24"/>`,
      ),
      /stretches|300,000 times/,
    ],
  ])('%s', async (_what, input, message) => expect(await refusal(input)).toMatch(message))

  it('knows the five entities of XML beside those of a document type (XML 1.0, section 4.6)', async () => {
    const text = `<!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg">]><svg xmlns="&ns;" width="10mm" height="10mm"><path id="cup &amp; lid &lt;1&gt; &apos;&quot;" d="M1 1L9 9" stroke="#000" fill="none"/></svg>`
    const drawing = await readDrawing(new TextEncoder().encode(text), 'lid.svg')
    expect(drawing.lines[0]?.label).toBe('cup & lid <1> \'"')
  })

  it('takes the harmless document types that drawing programs write', () => {
    const text = `<?xml version="1.0" encoding="utf-8"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd" [<!ENTITY ns_svg "http://www.w3.org/2000/svg">]><svg xmlns="&ns_svg;" width="10mm" height="10mm">${line}</svg>`
    expect(read(text).lines).toHaveLength(1)
  })

  it('reads UTF-16 with its byte order mark', async () => {
    const text = svg(line)
    const utf16 = new Uint8Array(2 + 2 * text.length)
    utf16.set([0xff, 0xfe])
    for (let i = 0; i < text.length; i += 1) utf16[2 + 2 * i] = text.charCodeAt(i)
    expect((await readDrawing(utf16, 'box.svg')).lines).toHaveLength(1)
  })
})

describe('what style sheets say', () => {
  const boxOf = (body: string) => {
    const { minX, minY, maxX, maxY } = shapeOf(read(svg(body)).lines[0]!.d).box
    return [minX, minY, maxX, maxY].map((v) => Math.round(v * 100) / 100)
  }

  // SVG 2, "Geometry Properties"; CSS Transforms 1, "transform-origin", in SVG of the view box where nothing is said.
  it.each([
    [
      '<style>rect { x: 10px; y: 20px; width: 30px; height: 40px }</style><rect fill="#000"/>',
      [10, 20, 40, 60],
    ],
    ['<rect x="1" width="5" height="5" style="x: 50%; width: 20px" fill="#000"/>', [50, 0, 70, 5]],
    ['<circle cx="50" cy="50" r="1" style="r: 10px"/>', [40, 40, 60, 60]],
    ['<path style="d: path(\'M10 10H30V40Z\')"/>', [10, 10, 30, 40]],
    ['<rect width="20" height="10" style="transform: rotate(0.25turn)"/>', [-10, 0, 0, 20]],
    ['<rect width="20" height="10" style="transform: rotate(100grad)"/>', [-10, 0, 0, 20]],
    ['<rect width="20" height="10" style="transform: translate(10px, 1in)"/>', [10, 96, 30, 106]],
    [
      '<rect width="20" height="10" style="transform: rotate(180deg); transform-origin: 10px 5px"/>',
      [0, 0, 20, 10],
    ],
    ['<rect width="20" height="10" transform="rotate(180)" transform-origin="center"/>', [80, 90, 100, 100]],
    [
      '<rect width="20" height="10" transform="scale(2)" transform-origin="bottom right"/>',
      [-100, -100, -60, -80],
    ],
    ['<g font-size="10"><g font-size="200%"><rect width="2em" height="1em"/></g></g>', [0, 0, 40, 20]],
    [
      '<g style="font-size: 10px"><g style="font-size: 1.5em"><rect width="2em" height="1em"/></g></g>',
      [0, 0, 30, 15],
    ],
    ['<g style="--w: 12px"><rect style="width: var(--w); height: var(--h, 3px)"/></g>', [0, 0, 12, 3]],
  ])('%s', (body, box) => expect(boxOf(body)).toEqual(box))

  it('chooses among alternatives by their language, and leaves out what is for another', () => {
    const rect = (w: number, more = '') => `<rect width="${w}" height="5" ${more}/>`
    const widths = (body: string) =>
      read(svg(body)).lines.map((l) => Math.round(shapeOf(l.d).box.maxX - shapeOf(l.d).box.minX))
    expect(
      widths(
        `<switch>${rect(10, 'systemLanguage="de"')}${rect(20, 'systemLanguage="fr, en-GB"')}${rect(30)}</switch>`,
      ),
    ).toEqual([20])
    expect(widths(`<switch>${rect(10, 'systemLanguage="de"')}${rect(30)}</switch>`)).toEqual([30])
    expect(widths(`${rect(10, 'systemLanguage="de"')}${rect(30)}`)).toEqual([30])
  })

  it('keeps lines whose colour is written in a way that is not known', () => {
    const drawn = read(svg('<g stroke="#112233" fill="none"><path d="M0 0H10" stroke="future(1 2 3)"/></g>'))
    expect(drawn.lines.map((l) => l.look.stroke)).toEqual(['#112233'])
    expect(drawn.findings).toEqual([])
  })
})
