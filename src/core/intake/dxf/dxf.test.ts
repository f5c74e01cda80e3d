import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { PLAIN_READING } from '../../document/sources'
import { distanceTo } from '../../geometry/polyline'
import { shapeOf } from '../../geometry/shape'
import { readDrawing } from '../formats'
import { indexedColour } from './colours'
import { statedUnit } from './units'

const folder = fileURLToPath(new URL('./samples/', import.meta.url))
const bytesOf = (text: string) => new TextEncoder().encode(text)
const read = (bytes: Uint8Array, mmPerUnit: number | null = null) =>
  readDrawing(bytes, 'die.dxf', { ...PLAIN_READING, mmPerUnit })
const boxOf = (d: string) => shapeOf(d).polyline.filter((_, k) => k % 2 === 0)
/** A DXF file with the given entities, group codes and values by turns. */
const file = (entities: string, header = '') =>
  bytesOf(
    `0\nSECTION\n2\nHEADER\n${header}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities
      .trim()
      .split(/\s*\|\s*/)
      .join('\n')}\n0\nENDSEC\n0\nEOF\n`,
  )

describe('words in a drawing', () => {
  it('are handed over with their places, and are no lines', async () => {
    const line = '0|LINE|10|0|20|0|11|100|21|50'
    const { texts, lines } = await read(
      file(`${line}|0|TEXT|10|20|20|30|40|4|1|Cut here|0|MTEXT|10|60|20|10|40|2|1|{\\fArial;fold}`),
      1,
    )
    expect(lines).toHaveLength(1)
    expect(texts).toMatchObject([
      { x: 20, y: 50 - 32, words: 'Cut here' },
      { x: 60, y: 50 - 11, words: 'fold' },
    ])
  })
})

describe('against what a general DXF library (ezdxf 0.18) makes of the same files', () => {
  const samples = readdirSync(folder).filter((n) => n.endsWith('.json'))
  it.each(samples)('%s', async (name) => {
    const expected = JSON.parse(readFileSync(folder + name, 'utf8')) as [number, number][][]
    const drawing = await read(readFileSync(folder + name.replace('.json', '.dxf')), 1)
    expect(drawing.lines).toHaveLength(expected.length)
    const minX = Math.min(...expected.flat().map((p) => p[0]))
    const maxY = Math.max(...expected.flat().map((p) => p[1]))
    drawing.lines.forEach((line, i) => {
      const theirs = Float64Array.from(expected[i]!.flatMap(([x, y]) => [x - minX, maxY - y]))
      const ours = shapeOf(line.d)
      // Their curves are flattened to 0.01, ours too; the boxes of both are known to a flattening's width.
      for (let k = 0; k < theirs.length; k += 2)
        expect(distanceTo({ x: theirs[k]!, y: theirs[k + 1]! }, ours.polyline)).toBeLessThan(0.05)
      for (let k = 0; k < ours.polyline.length; k += 2)
        expect(distanceTo({ x: ours.polyline[k]!, y: ours.polyline[k + 1]! }, theirs)).toBeLessThan(0.05)
    })
  })
})

describe('how numbers and names are written', () => {
  it('takes the decimal comma that some programs write', async () => {
    const { artwork } = await read(file('0|LINE|10|0,5|20|0|11|100,75|21|,5e1'), 1)
    expect(artwork.width).toBeCloseTo(100.25, 9)
    expect(artwork.height).toBeCloseTo(5, 9)
  })
  it('reads escaped letters in the names of layers, and names in the code page that the file states', async () => {
    const one = await read(file('0|LINE|8|\\U+0421gib\\u+00F3|10|0|20|0|11|9|21|9'))
    expect(one.lines[0]!.look.layers).toEqual(['Сgibó'])
    const text = '9\n$DWGCODEPAGE\n3\nANSI_1251\n'
    const bytes = file('0|LINE|8|XXXX|10|0|20|0|11|9|21|9', text)
    const at = Buffer.from(bytes).indexOf('XXXX')
    // "Сгиб" in the Cyrillic code page of the table that the Unicode Consortium publishes (CP1251.TXT).
    bytes.set([0xd1, 0xe3, 0xe8, 0xe1], at)
    expect((await read(bytes)).lines[0]!.look.layers).toEqual(['Сгиб'])
  })
  // DXF reference, $INSUNITS; metres and feet by their international definitions, survey units 1200/3937 m a foot.
  it.each([
    [3, 1609344],
    [7, 1e6],
    [11, 1e-7],
    [12, 1e-6],
    [15, 1e4],
    [16, 1e5],
    [21, 304.8006096],
    [22, 25.4000508],
    [23, 914.4018288],
    [24, 1609347.2187],
  ])('takes unit %i for %d mm', (code, mm) => {
    expect(statedUnit(code)! / mm).toBeCloseTo(1, 8)
  })
})

describe('planes that a drawing is drawn in', () => {
  it('lays out rows and columns of a mirrored insert in its own system', async () => {
    // Seen from below, columns run to the left: three marks of 4 mm at 0, -10 and -20.
    const text = `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nM\n10\n0\n20\n0\n0\nLINE\n10\n0\n20\n0\n11\n4\n21\n0\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nLINE\n10\n50\n20\n0\n11\n51\n21\n0\n0\nINSERT\n2\nM\n10\n0\n20\n0\n70\n3\n44\n10\n230\n-1\n0\nENDSEC\n0\nEOF\n`
    const { lines } = await read(bytesOf(text), 1)
    const left = lines.map((l) => Math.min(...boxOf(l.d))).sort((a, b) => a - b)
    expect(left).toEqual([0, 10, 20, 74])
  })
  it('sees a tilted circle as the ellipse that it is from above, and says so', async () => {
    // A plane turned by 60 degrees about the x axis: half as high. The arbitrary axes of the DXF reference.
    const s = Math.sqrt(3) / 2
    const { artwork, findings } = await read(file(`0|CIRCLE|10|0|20|0|40|10|210|0|220|${s}|230|0.5`), 1)
    expect(Math.max(artwork.width, artwork.height)).toBeCloseTo(20, 2)
    expect(Math.min(artwork.width, artwork.height)).toBeCloseTo(10, 2)
    expect(findings[0]!.message).toMatch(/1 entity drawn in a tilted plane/)
  })
  it('says nothing of planes seen from straight above or below', async () => {
    const { findings } = await read(file('0|CIRCLE|10|0|20|0|40|10|230|-1|0|CIRCLE|10|0|20|0|40|5'), 1)
    expect(findings).toEqual([])
  })
})

describe('looks', () => {
  it('come by layer, by entity and by block; hidden layers and layout pages stay out', async () => {
    const { lines, findings, scale } = await read(readFileSync(`${folder}looks.dxf`))
    expect(scale).toMatchObject({ mmPerUnit: 25.4, sure: true })
    expect(lines.map(({ look }) => [look.layers.at(-1), look.stroke, look.dash.length > 0])).toEqual([
      ['Cut', '#ff0000', false],
      ['Fold', '#0000ff', true],
      ['Fold', '#00ff00', false],
      ['Cut', '#010203', false],
      ['True', '#123456', false],
      ['Cut', '#ff00ff', false],
    ])
    expect(findings.map((f) => f.rule).sort()).toEqual(['intake-hidden', 'intake-paper-space', 'intake-text'])
  })

  it('keeps dashes as dashes whatever scale a linetype has', async () => {
    const { lines } = await read(readFileSync(`${folder}looks.dxf`))
    expect(lines[1]!.look.dash[0]).toBeGreaterThanOrEqual(2)
  })

  it('knows the colours of the index', () => {
    expect([1, 5, 7, 10, 30, 90, 170, 250].map(indexedColour)).toEqual([
      '#ff0000',
      '#0000ff',
      '#000000',
      '#ff0000',
      '#ff8000',
      '#00ff00',
      '#0000ff',
      '#333333',
    ])
  })
})

describe('units', () => {
  const square = (w: number, h: number) =>
    `0|LWPOLYLINE|8|0|90|4|70|1|10|0|20|0|10|${w}|20|0|10|${w}|20|${h}|10|0|20|${h}`

  it.each([
    [1, 25.4],
    [4, 1],
    [5, 10],
    [6, 1000],
  ])('$INSUNITS %i is %f mm (DXF reference)', async (code, mm) => {
    const { scale, artwork } = await read(file(square(2, 1), `9\n$INSUNITS\n70\n${code}\n`))
    expect(scale.mmPerUnit).toBe(mm)
    expect(artwork.width).toBeCloseTo(2 * mm)
  })

  it('are asked for where the file states none, the likeliest first', async () => {
    const inMm = await read(file(square(210, 297)))
    expect(inMm.scale).toMatchObject({ mmPerUnit: 1, sure: false })
    expect(inMm.scale.choices.map((c) => c.mmPerUnit)).toEqual([1, 10, 25.4])
    expect(inMm.scale.choices[0]!.label).toContain('A4')
    const inInches = await read(file(square(8.5, 11)))
    expect(inInches.scale.choices[0]).toMatchObject({ mmPerUnit: 25.4 })
    const inCm = await read(file(square(21, 29.7)))
    expect(inCm.scale.choices[0]).toMatchObject({ mmPerUnit: 10 })
  })
})

describe('files that cannot be taken', () => {
  it.each<[string, Uint8Array, RegExp]>([
    ['binary', bytesOf('AutoCAD Binary DXF\r\n\x1a\0'), /binary.*Save it as DXF text/],
    ['DWG', bytesOf('AC1027\0\0\0'), /DWG.*Save it as DXF/],
    ['no entities', bytesOf('0\nSECTION\n2\nHEADER\n0\nENDSEC\n0\nEOF\n'), /no section of entities/],
    ['broken pairs', bytesOf('0\nSECTION\n2\nENTITIES\n0\nLINE\nhello\nworld\n'), /line 7.*group code/],
    ['empty', file('0|TEXT|1|hello'), /holds no lines/],
  ])('%s', async (_, bytes, message) => {
    await expect((async () => read(bytes))()).rejects.toThrow(message)
  })

  it('survives blocks that contain themselves', async () => {
    const text =
      '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nA\n10\n0\n20\n0\n0\nLINE\n10\n0\n20\n0\n11\n9\n21\n9\n0\nINSERT\n2\nA\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\nA\n0\nENDSEC\n0\nEOF\n'
    const { lines, findings } = await read(bytesOf(text))
    expect(lines).toHaveLength(1)
    expect(findings.map((f) => f.rule)).toEqual(['intake-broken-insert'])
  })

  it('tells of construction lines and foreign entities instead of dropping them in silence', async () => {
    const { lines, findings } = await read(
      file('0|LINE|10|0|20|0|11|9|21|9|0|XLINE|10|0|20|0|11|1|21|0|0|ACAD_PROXY_ENTITY|90|1'),
    )
    expect(lines).toHaveLength(1)
    expect(findings).toMatchObject([
      { rule: 'intake-unknown', message: expect.stringMatching(/^2 entities.*XLINE at line/) },
    ])
  })

  it('takes dashes of a linetype by its name where the table is missing, and reads a linetype through a block', async () => {
    const { lines } = await read(
      file('0|LINE|6|DASHED|10|0|20|0|11|9|21|9|0|LINE|6|CENTER|10|0|20|5|11|9|21|9'),
    )
    expect(lines.map((l) => l.look.dash.length)).toEqual([2, 4])
  })

  it('turns a bulge of one into a half circle (bulge = tan(angle / 4), DXF reference)', async () => {
    const { lines, artwork } = await read(
      file('0|LWPOLYLINE|90|2|70|0|10|0|20|0|42|1|10|40|20|0', '9\n$INSUNITS\n70\n4\n'),
    )
    expect(shapeOf(lines[0]!.d).length).toBeCloseTo(20 * Math.PI, 2)
    expect(artwork.height).toBeCloseTo(20, 2)
  })

  it('leaves out entities whose numbers make no line, and says so', async () => {
    const { lines, findings } = await read(
      file('0|CIRCLE|10|0|20|0|40|-3|0|SPLINE|71|3|10|0|20|0|0|LINE|10|0|20|0|11|10|21|10|0|WARP|10|3'),
    )
    expect(lines).toHaveLength(1)
    expect(findings.map((f) => f.rule).sort()).toEqual(['intake-broken', 'intake-unknown'])
  })
})
