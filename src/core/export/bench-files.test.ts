import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { polygonContains } from 'd3-polygon'
import { PDFDocument, PDFName } from 'pdf-lib'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import type { SheetPlan } from '../cutting/pass'
import { planSheet } from '../cutting/plan'
import { timelineOf } from '../cutting/timeline'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import { type PrintSettings, USUAL_PRINT } from '../document/print'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { svg as svgFormat } from '../intake/svg'
import { shapeOfPiece } from '../pieces/piece-shape'
import type { Pixels } from '../printing/pixels'
import { packSheets } from '../sheets/pack'
import { laidOn } from '../sheets/place'
import { cutList } from './cut-list'
import { planToHpgl, UNITS_PER_MM } from './hpgl'
import { jobSheet } from './job-sheet'
import { sheetToPdf } from './pdf'

const paper: Paper = {
  id: 'p',
  name: 'Oolong card, “heavy”',
  width: 304.8,
  height: 304.8,
  weight: 220,
  caliper: 0.3,
  colour: '#c9a27a',
  backColour: '#c9a27a',
  settings: PLAIN_SETTINGS,
}

function caddy(): Project {
  const bytes = readFileSync(fileURLToPath(new URL('../../../demo/drawings/tea-caddy.svg', import.meta.url)))
  const file = { id: 's', name: 'tea-caddy.svg', format: 'svg', bytes: bytes.length }
  const [project] = addSource(emptyProject('Tea fair 茶'), svgFormat.read(bytes, PLAIN_READING), file)
  return { ...project, layout: { ...project.layout, ...packSheets(project, [paper]) } }
}

const parts = (project: Project) =>
  project.layout.sheets.map((sheet, i) => {
    const plan = planSheet(project, sheet, paper)
    return { sheet, number: i + 1, paperName: paper.name, plan, timeline: timelineOf(plan) }
  })

/** Strokes of an HP-GL program by its rules alone: PU moves, PD draws, all absolute; mm, y up. */
function strokesOf(hpgl: string): number[][] {
  const strokes: number[][] = []
  let at: number[] = []
  for (const instruction of hpgl.split(';').map((s) => s.trim())) {
    const numbers = instruction
      .slice(2)
      .split(',')
      .map((v) => Number(v) * 0.025)
    if (instruction.startsWith('PU') && instruction.length > 2) at = numbers
    if (instruction.startsWith('PD')) strokes.push([...at, ...numbers])
  }
  return strokes
}

describe('planToHpgl', () => {
  const project = caddy()
  const plan: SheetPlan = planSheet(project, project.layout.sheets[0]!, paper)
  const hpgl = planToHpgl(plan, 'Tea fair; “caddy”')

  it('has plotter units of 0.025 mm, 1016 to the inch (HP-GL reference)', () => {
    expect(25.4 * UNITS_PER_MM).toBe(1016)
  })

  it('draws every stroke of the plan, y up, within half a unit', () => {
    const planned = plan.passes.flatMap((p) => p.strokes.map((s) => [...s.points]))
    const drawn = strokesOf(hpgl)
    expect(drawn).toHaveLength(planned.length)
    drawn.forEach((points, i) => {
      expect(points).toHaveLength(planned[i]!.length)
      points.forEach((v, k) => {
        const mm = k % 2 === 0 ? v : plan.height - v
        expect(Math.abs(mm - planned[i]![k]!)).toBeLessThanOrEqual(0.0125 + 1e-9)
      })
    })
  })

  it('is made of known instructions, and stops with words where a hand is needed', () => {
    for (const line of hpgl.trimEnd().split('\n'))
      expect(line).toMatch(/^(CO"[^";]*"|IN|PA|NR|SP\d|VS\d+|FS\d+|PU(-?\d+,-?\d+)?|PD(-?\d+,?)+);$/)
    expect(hpgl).toContain('CO"Put in the scoring tip, then go on";\nNR;')
    expect(hpgl).toContain('VS10;\nFS120;')
  })
})

describe('cutList', () => {
  /** Fields of a CSV by the grammar of RFC 4180. */
  const read = (csv: string) =>
    csv
      .split('\r\n')
      .filter(Boolean)
      .map((line) =>
        [...line.matchAll(/(?:^|,)(?:"((?:[^"]|"")*)"|([^,]*))/g)].map(
          (m) => m[1]?.replace(/""/g, '"') ?? m[2] ?? '',
        ),
      )

  it('has a row for each piece on each sheet', () => {
    const project = caddy()
    const rows = read(cutList(project, parts(project)))
    expect(rows[0]).toEqual([
      'Sheet',
      'Paper',
      'Sheet size (mm)',
      'Piece',
      'On this sheet',
      'Piece size (mm)',
      'Sheet time (s)',
    ])
    expect(rows).toHaveLength(6)
    for (const row of rows) expect(row).toHaveLength(7)
    expect(rows[1]!.slice(0, 3)).toEqual(['1', 'Oolong card, “heavy”', '304.8 x 304.8'])
    expect(read(cutList({ ...project, unit: 'in' }, parts(project)))[1]![2]).toBe('12 x 12')
  })

  it('adds up: pieces to all copies, times to that of the whole job', () => {
    const project = caddy()
    const all = parts(project)
    const rows = read(cutList(project, all)).slice(1)
    const sum = (column: number) => rows.reduce((total, row) => total + Number(row[column]), 0)
    expect(sum(4)).toBe(project.layout.sheets.flatMap((s) => s.placements).length)
    expect(sum(6)).toBe(all.reduce((total, p) => total + Math.round(p.timeline.total), 0))
    expect(all.length).toBeLessThan(rows.length)
  })

  it('keeps quotes and commas, and lets no name become a formula', () => {
    const project = caddy()
    const [first] = Object.values(project.pieces)
    const named = (name: string) => {
      const pieces = { ...project.pieces, [first!.id]: { ...first!, name } }
      return read(cutList({ ...project, pieces }, parts(project))).map((r) => r[3])
    }
    expect(named('Lid, "round"')).toContain('Lid, "round"')
    expect(named('=1+1')).toContain("'=1+1")
  })
})

describe('jobSheet', () => {
  const textOf = async (bytes: Uint8Array) => {
    const page = await (await getDocument({ data: new Uint8Array(bytes) }).promise).getPage(1)
    return (await page.getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ')
  }

  it('is one A4 page that tells order, sheets, passes, settings and what a hand does', async () => {
    const project = caddy()
    const bytes = await jobSheet(project, 'Desktop cutter', parts(project), [1, 0])
    const document = await PDFDocument.load(bytes)
    expect(document.getPageCount()).toBe(1)
    // ISO 216: A4 is 210 x 297 mm.
    const { width, height } = document.getPage(0).getSize()
    expect([width, height].map((v) => (v * 25.4) / 72)).toEqual([
      expect.closeTo(210, 6),
      expect.closeTo(297, 6),
    ])
    const text = await textOf(bytes)
    expect(text).toContain('Tea fair ?')
    expect(text).toMatch(/2 sheets, about \d min/)
    expect(text).toContain('Put in the scoring tip.')
    expect(text).toContain('score, scoring tip: 120 g, 100 mm/s')
    expect(text).toMatch(/in this order: 2, 1/)
  })

  it('is in inches and on letter paper where inches are chosen', async () => {
    const project: Project = { ...caddy(), unit: 'in' }
    const bytes = await jobSheet(project, 'Desktop cutter', parts(project), [1, 0])
    const page = (await PDFDocument.load(bytes)).getPage(0)
    // US letter, 8 1/2 by 11 in (ANSI/ASME Y14.1), in points of 1/72 in.
    expect([page.getWidth(), page.getHeight()]).toEqual([expect.closeTo(612, 6), expect.closeTo(792, 6)])
    const text = await textOf(bytes)
    expect(text).toContain('12 × 12 in')
    expect(text).not.toMatch(/\d mm,/)
  })

  it('stays one page for sixty sheets', async () => {
    const project = caddy()
    const many = Array.from({ length: 30 }, () => parts(project)).flat()
    const document = await PDFDocument.load(
      await jobSheet(
        project,
        'Desktop cutter',
        many,
        many.map((_, i) => i),
      ),
    )
    expect(document.getPageCount()).toBe(1)
  })
})

describe('sheetToPdf, lines of the cut', () => {
  it('dashes scores by the table of styles, and draws those that are cut as dashes solid', async () => {
    const project = caddy()
    const [piece] = Object.values(project.pieces)
    const placements = [{ id: 'a', piece: piece!.id, copy: 0, x: 20, y: 20, rotation: 0 }]
    const sheet = { id: 's', paper: 'p', width: 304.8, height: 304.8, placements }
    const dashesOf = async (run: Project['run']) => {
      const data = await sheetToPdf({ ...project, run }, sheet)
      const { fnArray, argsArray } = await (
        await (await getDocument({ data }).promise).getPage(1)
      ).getOperatorList()
      return argsArray.filter((_, i) => fnArray[i] === OPS.setDash).map(([dash]) => [...dash])
    }
    expect(await dashesOf(project.run)).toContainEqual([3, 1.5])
    // Trim and bleed are said, and are the sheet (12 in of 72 points).
    const page = (await PDFDocument.load(await sheetToPdf(project, sheet))).getPage(0)
    for (const said of [page.getTrimBox(), page.getBleedBox()])
      expect(said).toEqual({ x: 0, y: 0, width: expect.closeTo(864, 6), height: expect.closeTo(864, 6) })
    expect(page.node.has(PDFName.of('TrimBox')) && page.node.has(PDFName.of('BleedBox'))).toBe(true)
    const cut = await dashesOf({ dashedScores: true, dash: 4, gap: 1.5 })
    expect(cut.length).toBeGreaterThan(0)
    for (const dash of cut) expect(dash).toEqual([])
  })
})

describe('sheetToPdf, printed', () => {
  const printed = async (some: Partial<PrintSettings> = {}) => {
    const bytes = readFileSync(fileURLToPath(new URL('../../../demo/drawings/labels.svg', import.meta.url)))
    const file = { id: 's', name: 'labels.svg', format: 'svg', bytes: bytes.length }
    const [project] = addSource(emptyProject('Labels'), svgFormat.read(bytes, PLAIN_READING), file)
    const a4 = { ...paper, width: 210, height: 297 }
    const printed = { ...project, print: { ...USUAL_PRINT, ...some } }
    const laid = { ...printed, layout: { ...printed.layout, ...packSheets(printed, [a4]) } }
    const [sheet] = laid.layout.sheets
    const pdf = await sheetToPdf(laid, sheet!, { cut: false, print: laid.print })
    const page = await (await getDocument({ data: pdf }).promise).getPage(1)
    const { fnArray } = await page.getOperatorList()
    const count = (op: number) => fnArray.filter((f) => f === op).length
    return { page, fills: count(OPS.setFillRGBColor), strokes: count(OPS.setStrokeRGBColor) }
  }

  it('is as large as the sheet, with a colour for each fill and the marks, and no line of the cut (common practice)', async () => {
    const { page, fills, strokes } = await printed()
    const [, , width, height] = page.view
    expect([(width! * 25.4) / 72, (height! * 25.4) / 72]).toEqual([
      expect.closeTo(210, 3),
      expect.closeTo(297, 3),
    ])
    expect(fills).toBe(6)
    expect(strokes).toBe(1)
    expect((await printed({ marks: null })).strokes).toBe(0)
    expect((await printed({ lines: true })).strokes).toBe(2)
  })

  describe('with numbers on the backs', () => {
    /** Where the figures of a page stand, as pdf.js finds them: four corners of each, mm from the left upper corner. */
    const figuresOn = async (bytes: Uint8Array, number: number) => {
      const page = await (await getDocument({ data: bytes }).promise).getPage(number)
      const [, , , top] = page.view
      const mm = (points: number) => (points * 25.4) / 72
      return (await page.getTextContent()).items.flatMap((item) => {
        if (!('str' in item) || item.str === '') return []
        const [x, y, size] = [item.transform[4], item.transform[5], item.transform[3]] as number[]
        // Helvetica's figures are 0.703 of the size of type high (Adobe Core 14 metrics).
        const corners = [0, item.width].flatMap((w) =>
          [0, 0.703 * size!].map((h): [number, number] => [mm(x! + w), mm(top! - y! - h)]),
        )
        return [{ text: item.str, corners }]
      })
    }
    const numbered = async (some: Partial<PrintSettings> = {}) => {
      const project = caddy()
      const print = { ...USUAL_PRINT, numbers: true, ...some }
      const laid = { ...project, print, layout: { ...project.layout, ...packSheets(project, [paper]) } }
      const [sheet] = laid.layout.sheets
      return { laid, sheet: sheet!, bytes: await sheetToPdf(laid, sheet!, { cut: false, print }) }
    }
    const pairsOf = (ring: Float64Array) =>
      Array.from({ length: ring.length / 2 }, (_, i): [number, number] => [ring[2 * i]!, ring[2 * i + 1]!])
    /** Parts that have figures wholly in their paper, where these stand so on the turned sheet. */
    const hit = (
      { laid, sheet }: Awaited<ReturnType<typeof numbered>>,
      figures: Awaited<ReturnType<typeof figuresOn>>,
      across: (x: number) => number,
    ) =>
      laidOn(laid, sheet).filter((part) => {
        const [ring, ...holes] = part.rings(0.1).map(pairsOf)
        return figures.some(({ corners }) => {
          const turned = corners.map(([x, y]): [number, number] => [across(x), y])
          return (
            turned.every((p) => polygonContains(ring!, p)) &&
            holes.every((hole) => turned.every((p) => !polygonContains(hole, p)))
          )
        })
      })

    it('has the number of each part on its back, wholly in its paper, once the sheet is turned over', async () => {
      const made = await numbered()
      const { laid, sheet, bytes } = made
      expect(await figuresOn(bytes.slice(), 1)).toEqual([])
      const figures = await figuresOn(bytes.slice(), 2)
      const parts = Object.values(laid.pieces)
      const on = sheet.placements.map((p) => String(parts.findIndex((one) => one.id === p.piece) + 1))
      expect(figures.map((f) => f.text).sort()).toEqual(on.sort())
      expect(hit(made, figures, (x) => sheet.width - x)).toHaveLength(sheet.placements.length)
      // A back that is not turned over would miss some of them.
      expect(hit(made, figures, (x) => x).length).toBeLessThan(sheet.placements.length)
    })

    it('has them on the front where a part lies mirrored, and no second page where they are not asked for', async () => {
      const made = await numbered()
      const [first] = made.sheet.placements
      const sheet = { ...made.sheet, placements: [{ ...first!, mirrored: true }] }
      const bytes = await sheetToPdf(made.laid, sheet, { cut: false, print: made.laid.print })
      expect(await figuresOn(bytes.slice(), 2)).toEqual([])
      const figures = await figuresOn(bytes.slice(), 1)
      expect(hit({ ...made, sheet }, figures, (x) => x)).toHaveLength(1)
      const plain = await numbered({ numbers: false })
      expect((await getDocument({ data: plain.bytes }).promise).numPages).toBe(1)
    })
  })

  describe('with art', () => {
    const red: Pixels = { width: 2, height: 1, rgba: Uint8Array.of(255, 0, 0, 255, 0, 0, 255, 255) }
    const withArt = async (print: Partial<PrintSettings>, cut = false) => {
      const project = caddy()
      const [piece] = Object.values(project.pieces)
      const laid = { art: 'a', fit: 'fill', width: 20, turned: 0, right: 0, down: 0 } as const
      piece!.art = { front: laid, back: laid }
      project.art = {
        a: { id: 'a', name: 'a.png', format: 'png', bytes: 1, pixels: null, width: 20, height: 10 },
      }
      const placement = { id: 'at-10', piece: piece!.id, copy: 0, x: 20, y: 20, rotation: 0 }
      const twice = [placement, { ...placement, copy: 1, y: 180 }]
      const sheet = { id: 's', paper: 'p', width: 304.8, height: 304.8, placements: twice }
      const asked: number[][] = []
      const bytes = await sheetToPdf(project, sheet, {
        cut,
        print: { ...USUAL_PRINT, ...print },
        decodeArt: async (_, width, height) => {
          asked.push([width, height])
          return red
        },
      })
      const pdf = await getDocument({ data: bytes }).promise
      const ops = async (page: number) => (await (await pdf.getPage(page)).getOperatorList()).fnArray
      const layers = [...(await pdf.getOptionalContentConfig())].map(([, group]) => group.name)
      return { asked, pages: pdf.numPages, ops, layers }
    }
    const images = (ops: number[]) => ops.filter((o) => o === OPS.paintImageXObject).length

    it('draws a picture for each copy, and leaves the back blank unless it is chosen', async () => {
      const one = await withArt({})
      expect([one.pages, images(await one.ops(1)), one.asked.length]).toEqual([1, 2, 1])
      const both = await withArt({ bothSides: true })
      expect([both.pages, images(await both.ops(2)), both.asked.length]).toEqual([2, 2, 2])
    })

    it('asks for 300 pixels an inch (common practice)', async () => {
      const { asked } = await withArt({})
      const project = caddy()
      const { width, height } = shapeOfPiece(project, Object.values(project.pieces)[0]!).size
      const covering = Math.max(width, 2 * height)
      expect(asked[0]![0]! / covering).toBeCloseTo(300 / 25.4, 1)
    })

    it('shows print and cut as layers of one page where both are asked for', async () => {
      const { layers, pages } = await withArt({}, true)
      expect(pages).toBe(1)
      expect(layers.slice(0, 2)).toEqual(['print', 'register marks'])
      expect(layers).toContain('cut')
    })
  })
})
