import { degrees, PDFDocument, StandardFonts } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { addSource } from '../../binding/add-source'
import { resizeSource } from '../../binding/resize-source'
import { emptyProject, type Project } from '../../document/project'
import { PLAIN_READING } from '../../document/sources'
import { apply } from '../../geometry/affine'
import { readDrawing } from '../../intake/formats'
import { fontFor, letteringOf } from './from-text'

const bytes = (text: string) => new TextEncoder().encode(text)
async function taken(file: Uint8Array, name: string): Promise<Project> {
  const drawing = await readDrawing(file, name, PLAIN_READING)
  const [project] = addSource(emptyProject('Fair'), drawing, {
    id: 's',
    name,
    format: drawing.format,
    bytes: file.length,
  })
  return project
}
const textsOf = (project: Project) => {
  const source = project.sources.s
  return source?.kind === 'file' ? (source.texts ?? []) : []
}

describe('words of a file', () => {
  it('of an SVG are kept with their base line, size, turn and anchor, through transforms', async () => {
    const [plain, turned] = textsOf(
      await taken(
        bytes(`<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 200 100">
          <style>text { font-family: "Zilla Slab", serif; font-size: 20px }</style>
          <path d="M0 0H200V100H0Z" fill="none" stroke="#000"/>
          <text x="40" y="30">Oolong</text>
          <g transform="translate(100 60) rotate(90) scale(2)"><text x="5" y="0" text-anchor="middle">Quay</text></g>
        </svg>`),
        'label.svg',
      ),
    )
    // Two units a mm: halved by the view box.
    expect(plain).toMatchObject({
      words: 'Oolong',
      setting: { x: 20, y: 15, size: 10, turn: 0, anchor: 'start' },
    })
    expect(plain!.setting.font).toContain('Zilla Slab')
    expect(turned!.setting.x).toBeCloseTo(50, 9)
    expect(turned!.setting.y).toBeCloseTo(35, 9)
    expect(turned!.setting.size).toBeCloseTo(20, 9)
    expect(turned!.setting).toMatchObject({ turn: 90, anchor: 'middle' })
  })

  it('of a PDF are where another library wrote them', async () => {
    const document = await PDFDocument.create()
    const page = document.addPage([200, 100])
    const font = await document.embedFont(StandardFonts.TimesRoman)
    page.drawText('Lantern', { x: 72, y: 36, size: 18, font })
    page.drawText('Tea', { x: 36, y: 18, size: 12, font, rotate: degrees(90) })
    page.drawLine({ start: { x: 0, y: 0 }, end: { x: 200, y: 100 } })
    const pt = 25.4 / 72
    const [first, second] = textsOf(await taken(await document.save(), 'sheet.pdf'))
    expect(first!.setting.x).toBeCloseTo(72 * pt, 3)
    expect(first!.setting.y).toBeCloseTo((100 - 36) * pt, 3)
    expect(first!.setting.size).toBeCloseTo(18 * pt, 3)
    expect(first!.setting.font).toBe('Times-Roman')
    expect(second!.setting.turn).toBeCloseTo(-90, 6)
  })

  it('of a DXF have the height of their capitals, and stand upright', async () => {
    const file = [
      '0',
      'SECTION',
      '2',
      'HEADER',
      '9',
      '$INSUNITS',
      '70',
      '4',
      '0',
      'ENDSEC',
      '0',
      'SECTION',
      '2',
      'ENTITIES',
      '0',
      'LINE',
      '10',
      '0',
      '20',
      '0',
      '11',
      '100',
      '21',
      '50',
      '0',
      'TEXT',
      '10',
      '20',
      '20',
      '30',
      '40',
      '7',
      '50',
      '30',
      '1',
      'Fair',
      '0',
      'ENDSEC',
      '0',
      'EOF',
    ].join('\n')
    const [text] = textsOf(await taken(bytes(file), 'plan.dxf'))
    expect(text!.setting.x).toBeCloseTo(20, 6)
    expect(text!.setting.y).toBeCloseTo(20, 6)
    expect(text!.setting.turn).toBeCloseTo(-30, 6)
    expect(letteringOf(text!, 'fredoka').measures.height).toBeCloseTo(7, 6)
  })

  it('move and grow with their drawing', async () => {
    const drawn = await taken(
      bytes(
        '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 100 50"><path d="M0 0H100V50H0Z" fill="none" stroke="#000"/><text x="20" y="30" font-size="8">Fair</text></svg>',
      ),
      'label.svg',
    )
    const [larger] = resizeSource(drawn, 's', 2)
    expect(textsOf(larger)[0]!.setting).toMatchObject({ x: 40, y: 60, size: 16 })
  })

  it('that have no size, or letters out of all bounds, are left', async () => {
    const drawn = await taken(
      bytes(
        '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 100 50"><path d="M0 0H100V50H0Z" fill="none" stroke="#000"/><text font-size="0">a</text><text x="1e9">b</text><text> </text></svg>',
      ),
      'label.svg',
    )
    expect(textsOf(drawn)).toEqual([])
  })
})

describe('the lettering of words', () => {
  it('begins, has its middle, or ends where they did', () => {
    const text = (anchor: 'start' | 'middle' | 'end') => ({
      words: 'Quay',
      setting: { x: 50, y: 35, size: 10, turn: 90, anchor, font: null },
    })
    const ends = (anchor: 'start' | 'middle' | 'end') => {
      const { at } = letteringOf(text(anchor), 'fredoka', 40)
      return [0, 40].map((x) => apply(at, { x, y: 0 })).map(({ x, y }) => [Math.round(x), Math.round(y)])
    }
    expect(ends('start')).toEqual([
      [50, 35],
      [50, 75],
    ])
    expect(ends('middle')).toEqual([
      [50, 15],
      [50, 55],
    ])
    expect(ends('end')).toEqual([
      [50, -5],
      [50, 35],
    ])
  })

  it('is in the font that was asked for where it is here, else in one like it', () => {
    expect(fontFor('"Zilla Slab", serif')).toEqual({ font: 'zilla-slab', isSame: true })
    expect(fontFor('Pacifico-Regular')).toEqual({ font: 'pacifico', isSame: true })
    expect(fontFor('Fair', [{ id: 'f1', name: 'Fair.ttf', bytes: 1 }])).toEqual({
      font: 'own:f1',
      isSame: true,
    })
    expect(fontFor('Times-Roman')).toEqual({ font: 'zilla-slab', isSame: false })
    expect(fontFor('Brush Script')).toEqual({ font: 'dancing-script', isSame: false })
    expect(fontFor('sans-serif')).toEqual({ font: 'fredoka', isSame: false })
    expect(fontFor(null)).toEqual({ font: 'fredoka', isSame: false })
  })
})
