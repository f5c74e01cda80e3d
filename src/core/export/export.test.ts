import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Resvg } from '@resvg/resvg-js'
import gcodeParser from 'gcode-parser'
import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { planSheet } from '../cutting/plan'
import { decisionsLeft, familiesOf } from '../document/families'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import { emptyProject, type Project } from '../document/project'
import { filesOf, PLAIN_READING } from '../document/sources'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { svg as svgFormat } from '../intake/svg'
import { linesOf, roleCounts } from '../pieces/lines'
import { shapeOfPiece } from '../pieces/piece-shape'
import { packSheets } from '../sheets/pack'
import { sheetToDxf } from './dxf'
import { planToGcode } from './gcode'
import { sheetToPdf } from './pdf'
import { sheetToSvg } from './svg'

const paper: Paper = {
  id: 'p',
  name: 'Plum (heavy) card é',
  width: 304.8,
  height: 304.8,
  weight: 220,
  caliper: 0.3,
  colour: '#7a4468',
  backColour: '#7a4468',
  settings: PLAIN_SETTINGS,
}

function laid(name: string): Project {
  const bytes = readFileSync(fileURLToPath(new URL(`../../../demo/drawings/${name}`, import.meta.url)))
  const file = { id: 's', name, format: 'svg', bytes: bytes.length }
  const [project] = addSource(emptyProject('Fair <&> "tea"'), svgFormat.read(bytes, PLAIN_READING), file)
  return { ...project, layout: { ...project.layout, ...packSheets(project, [paper]) } }
}

const readBack = (svg: string): Project => {
  const bytes = new TextEncoder().encode(svg)
  return addSource(emptyProject('Back'), svgFormat.read(bytes, PLAIN_READING), {
    id: 'b',
    name: 'sheet.svg',
    format: 'svg',
    bytes: bytes.length,
  })[0]
}

const told = (project: Project) =>
  Object.values(project.pieces)
    .map((p) => {
      const { width, height } = shapeOfPiece(project, p).size
      const sides = [width, height].map((v) => v.toFixed(1)).sort()
      return `${sides.join(' x ')} ${JSON.stringify(Object.entries(roleCounts(project, p)).sort())}`
    })
    .sort()

describe('DXF and PDF of our own', () => {
  const ends = [
    {
      kind: 'DXF',
      write: async (p: Project, i: number) => new TextEncoder().encode(sheetToDxf(p, p.layout.sheets[i]!)),
      name: 'sheet.dxf',
    },
    { kind: 'PDF', write: (p: Project, i: number) => sheetToPdf(p, p.layout.sheets[i]!), name: 'sheet.pdf' },
  ]
  it.each(ends)(
    '$kind comes back with the same pieces, roles and names, without a question',
    async ({ write, name }) => {
      for (const drawing of ['tea-caddy.svg', 'sachet.svg']) {
        const project = laid(drawing)
        const back: Project[] = []
        for (const [i] of project.layout.sheets.entries()) {
          const bytes = await write(project, i)
          const read = await readDrawing(bytes, name)
          back.push(
            addSource(emptyProject('Back'), read, {
              id: 'b',
              name,
              format: read.format,
              bytes: bytes.length,
            })[0],
          )
        }
        const roles = (projects: Project[]) =>
          projects
            .flatMap((p) =>
              Object.values(p.pieces).map((piece) => {
                const length = (role: string) =>
                  linesOf(p, piece.lines)
                    .filter((l) => l.role === role)
                    .reduce((sum, l) => sum + shapeOf(l.d).length, 0)
                    .toFixed(0)
                return `cut ${length('cut')}, score ${length('score')}, perforate ${length('perforate')}, pen ${length('pen')}`
              }),
            )
            .sort()
        expect(roles(back)).toEqual(roles([project]))
        for (const again of back) expect(decisionsLeft(familiesOf(again))).toBe(0)
        const names = (p: Project) => Object.values(p.pieces).map((piece) => piece.name)
        if (drawing === 'sachet.svg') expect(back.flatMap(names).sort()).toEqual(names(project).sort())
      }
    },
  )
})

describe('the beat of a perforation', () => {
  const kinds = [
    {
      name: 'sheet.svg',
      write: async (p: Project) => new TextEncoder().encode(sheetToSvg(p, p.layout.sheets[0]!)),
    },
    {
      name: 'sheet.dxf',
      write: async (p: Project) => new TextEncoder().encode(sheetToDxf(p, p.layout.sheets[0]!)),
    },
    { name: 'sheet.pdf', write: (p: Project) => sheetToPdf(p, p.layout.sheets[0]!) },
  ]
  it.each(
    kinds.flatMap((kind) =>
      [
        [4, 2],
        [1, 1],
        [0.5, 0.7],
      ].map((beat) => ({ ...kind, beat })),
    ),
  )('$beat comes back from $name, and stays a perforation', async ({ name, write, beat }) => {
    const project = laid('sachet.svg')
    const line = Object.values(project.lines).find((l) => l.role === 'score')!
    line.role = 'perforate'
    project.looks = { ...project.looks, own: { ...project.looks[line.look]!, dash: beat } }
    line.look = 'own'
    const read = await readDrawing(await write(project), name)
    const [back] = addSource(emptyProject('Back'), read, { id: 'b', name, format: read.format, bytes: 1 })
    const again = Object.values(back.lines).filter((l) => l.role === 'perforate')
    expect(again).toHaveLength(1)
    expect(again[0]!.sure).toBe(true)
    expect(back.looks[again[0]!.look]!.dash).toEqual(beat.map((v) => expect.closeTo(v, 2)))
  })
})

describe('sheetToSvg', () => {
  it('comes back with the same pieces, roles and names, and without a question', () => {
    for (const name of ['tea-caddy.svg', 'sachet.svg', 'labels.svg']) {
      const project = laid(name)
      const back = project.layout.sheets.map((sheet) => readBack(sheetToSvg(project, sheet)))
      expect(back.flatMap(told).sort()).toEqual(told(project))
      for (const again of back) {
        expect(decisionsLeft(familiesOf(again))).toBe(0)
        expect(filesOf(again.sources)[0]!.artwork.width).toBeCloseTo(304.8, 6)
      }
    }
    const sachet = laid('sachet.svg')
    expect(
      Object.values(readBack(sheetToSvg(sachet, sachet.layout.sheets[0]!)).pieces)
        .map((p) => p.name)
        .sort(),
    ).toEqual(['sachet', 'tag'])
  })

  it('is drawn by a general renderer, with foreign names as text only', () => {
    const project = laid('sachet.svg')
    const piece = Object.values(project.pieces)[0]!
    const evil = {
      ...project,
      pieces: { ...project.pieces, [piece.id]: { ...piece, name: '"><script>alert(1)</script>' } },
    }
    const svg = sheetToSvg(evil, evil.layout.sheets[0]!)
    expect(svg).not.toContain('<script>')
    expect(new Resvg(svg).render().width).toBeGreaterThan(300)
  })

  it('cuts scores as dashes where asked: many solid strokes instead of one dashed', () => {
    const project = laid('sachet.svg')
    const svg = sheetToSvg(
      { ...project, run: { dashedScores: true, dash: 4, gap: 1.5 } },
      project.layout.sheets[0]!,
    )
    const score = /<g data-name="score"[^>]*>(.*?)<\/g>/s.exec(svg)!
    expect(score[0]).not.toContain('stroke-dasharray')
    expect(score[1]!.match(/<path/g)!.length).toBeGreaterThan(50)
  })
})

describe('planToGcode', () => {
  const project = laid('tea-caddy.svg')
  const plan = planSheet(project, project.layout.sheets[0]!, paper)
  const gcode = planToGcode(plan, project.name)

  it('keeps to the block format of RS-274/NGC: words of a letter and a number, comments in brackets', () => {
    const block = /^(?:\([^()]*\)|(?:[A-Z]-?\d+(?:\.\d+)?)(?: [A-Z]-?\d+(?:\.\d+)?)*)$/
    for (const line of gcode.trimEnd().split('\n')) expect(line).toMatch(block)
    // ISO 6983: G21 millimetres, G90 absolute, M2 end.
    expect(gcode).toMatch(/\nG21\nG90\n/)
    expect(gcode.trimEnd().endsWith('M2')).toBe(true)
  })

  it('says the same to a general G-code parser: every stroke, mirrored to y up, within 0.001 mm', async () => {
    const blocks = gcodeParser.parseStringSync(gcode) as { words: [string, number][] }[]
    const drawn: number[][] = []
    let [x, y, z] = [0, 0, 9]
    for (const { words } of blocks) {
      const axes = Object.fromEntries(words.filter(([w]) => 'XYZ'.includes(w)))
      const wasDown = z <= 0
      ;[x, y, z] = [axes.X ?? x, axes.Y ?? y, axes.Z ?? z]
      if (z > 0) continue
      if (wasDown) drawn.at(-1)!.push(x, plan.height - y)
      else drawn.push([x, plan.height - y])
    }
    const planned = plan.passes.flatMap((p) => p.strokes.map((s) => [...s.points]))
    expect(drawn).toHaveLength(planned.length)
    drawn.forEach((points, i) => {
      expect(points).toHaveLength(planned[i]!.length)
      points.forEach((v, k) => {
        expect(Math.abs(v - planned[i]![k]!)).toBeLessThan(0.001)
      })
    })
  })

  it('changes tools with a pause and says in words what a hand must do', () => {
    expect(gcode.match(/^T\d M6$/gm)).toEqual(['T1 M6', 'T2 M6'])
    expect(gcode).toContain('(Put in the scoring tip, then go on)\nM0')
    expect(gcode).toContain('Plum heavy card e')
  })
})
