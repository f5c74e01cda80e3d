import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyChanges, applyEdit } from '../document/edits'
import type { Sheet } from '../document/layout'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import type { Piece } from '../document/pieces'
import { plainLine } from '../document/plain-line'
import { USUAL_PRINT } from '../document/print'
import { emptyProject, type Project } from '../document/project'
import { boundsOf, boxHolds } from '../geometry/measure'
import { transformContour } from '../geometry/path'
import { inspect } from '../inspection'
import { shapeOfPiece } from '../pieces/piece-shape'
import { checkSheet, densityOf } from './check'
import { offcutOf } from './cut-sheet'
import { layEdit, layOut } from './lay-out'
import { nestSheets } from './nest'
import { packSheets } from './pack'
import { placementMap, turnedSize } from './place'
import { excess, tooLarge, usableArea } from './usable-area'

const paper = (width: number, height: number, id = 'paper'): Paper => ({
  id,
  name: `Card ${id}`,
  width,
  height,
  weight: 220,
  caliper: 0.3,
  colour: '#ffffff',
  backColour: '#ffffff',
  settings: PLAIN_SETTINGS,
})

const rect = (w: number, h: number) => `M0 0L${w} 0L${w} ${h}L0 ${h}Z`

/** A project of rectangles or other outlines, one piece each. */
function projectOf(outlines: { d: string; copies?: number; paper?: string | null }[]): Project {
  const project = emptyProject('Test')
  const lines = outlines.map(({ d }, i) => plainLine(`l${i}`, 'cut', d))
  const pieces = outlines.map(
    ({ copies = 1, paper: p = null }, i): Piece => ({
      id: `p${i}`,
      name: `Piece ${i}`,
      outline: [`l${i}`],
      openings: [],
      lines: [`l${i}`],
      paper: p,
      copies,
    }),
  )
  return {
    ...project,
    lines: Object.fromEntries(lines.map((l) => [l.id, l])),
    pieces: Object.fromEntries(pieces.map((p) => [p.id, p])),
  }
}

const bare = (project: Project, spacing = 0, mat = { width: 1000, height: 1000, margin: 0 }): Project => ({
  ...project,
  layout: { ...project.layout, mat, sheetMargin: 0, spacing },
})

const sheetOf = (placements: Sheet['placements'], width = 200, height = 200): Sheet => ({
  id: 's',
  paper: 'paper',
  width,
  height,
  placements,
})

describe('usableArea', () => {
  it('is what sheet, mat and both margins leave', () => {
    const mat = { width: 304.8, height: 304.8, margin: 6 }
    const setting = {
      layout: { ...emptyProject('Test').layout, mat, sheetMargin: 3, spacing: 3 },
      print: null,
    }
    const a4 = { width: 210, height: 297 }
    expect(usableArea(a4, setting)).toEqual({ minX: 6, minY: 6, maxX: 207, maxY: 294 })
    expect(usableArea({ width: 420, height: 297 }, setting).maxX).toBeCloseTo(298.8, 9)
    expect(usableArea({ width: 5, height: 5 }, setting).maxX).toBe(6)
    // On a printed sheet the bleed must lie where the printer prints; it never reaches the next piece.
    const print = { ...USUAL_PRINT, border: 5, bleed: 2 }
    expect(usableArea(a4, { ...setting, print })).toEqual({ minX: 7, minY: 7, maxX: 203, maxY: 290 })
    expect(usableArea(a4, { ...setting, print: { ...print, bleed: 9 } }).minX).toBe(8)
  })

  it('tells by how much a piece is too large, in its better orientation', () => {
    const area = { minX: 0, minY: 0, maxX: 200, maxY: 290 }
    expect(excess({ width: 290, height: 200 }, area)).toEqual({ across: 0, down: 0 })
    expect(excess({ width: 202, height: 100 }, area)).toEqual({ across: 0, down: 0 })
    expect(excess({ width: 202, height: 291.5 }, area)).toEqual({ across: 2, down: 1.5 })
    expect(tooLarge({ width: 202, height: 291.5 }, area, 'A4', 'mm')).toMatch(
      /^It is 2 mm too wide and 1\.5 mm too high for the 200 × 290 mm/,
    )
    // Rounded up to what a ruler shows, so that it fits once that much is taken off.
    expect(tooLarge({ width: 202, height: 291.5 }, area, 'A4', 'in')).toMatch(
      /^It is 3\/32 in too wide and 1\/16 in too high/,
    )
  })
})

describe('packSheets', () => {
  it('fills a sheet that 4 x 3 rectangles tile exactly (a zero-waste instance by construction)', () => {
    const project = bare(projectOf([{ d: rect(50, 40), copies: 12 }]))
    const { sheets, unplaced } = packSheets(project, [paper(200, 120)])
    expect(unplaced).toEqual([])
    expect(sheets).toHaveLength(1)
    expect(densityOf(project, sheets[0]!)).toBeCloseTo(1, 6)
  })

  // Common practice (TRADE facts): six repeats 19.79 cm wide lie on A4 (21.0 cm) with 12.1 mm to spare across.
  it('lays six repeats of 197.9 mm on A4', () => {
    const project = bare(projectOf([{ d: rect(197.9, 49), copies: 6 }]))
    const { sheets } = packSheets(project, [paper(210, 297)])
    expect(sheets).toHaveLength(1)
    const reach = Math.max(...sheets[0]!.placements.map((p) => p.x + 197.9))
    expect(210 - reach).toBeCloseTo(12.1, 6)
  })

  it('keeps margins and spacing, and never overlaps, for any rectangles', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 5, max: 90 }), fc.integer({ min: 5, max: 90 })), {
          minLength: 1,
          maxLength: 25,
        }),
        (sizes) => {
          const base = projectOf(sizes.map(([w, h]) => ({ d: rect(w, h) })))
          const project = {
            ...base,
            layout: { ...base.layout, mat: { width: 150, height: 150, margin: 4 }, spacing: 2 },
          }
          const { sheets, unplaced } = packSheets(project, [paper(140, 160)])
          expect(unplaced).toEqual([])
          expect(sheets.flatMap((s) => s.placements)).toHaveLength(sizes.length)
          for (const sheet of sheets) {
            expect(checkSheet(project, sheet)).toEqual({
              overlapping: [],
              near: [],
              outside: [],
              onMarks: [],
            })
            const boxes = sheet.placements.map((p) => ({
              ...p,
              ...turnedSize(shapeOfPiece(project, project.pieces[p.piece]!), p),
            }))
            boxes.forEach((a, i) => {
              for (const b of boxes.slice(i + 1)) {
                const apartX = Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width)
                const apartY = Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height)
                expect(Math.max(apartX, apartY)).toBeGreaterThan(2 - 1e-4)
              }
            })
          }
        },
      ),
      { numRuns: 40, seed: 5 },
    )
  })

  it('keeps papers apart, counts copies, and says what fits nowhere', () => {
    const project = projectOf([
      { d: rect(100, 100), copies: 2, paper: 'plum' },
      { d: rect(400, 400), paper: 'plum' },
      { d: rect(50, 50), paper: 'gone' },
      { d: rect(50, 50), copies: 0 },
    ])
    const { sheets, unplaced } = packSheets(project, [paper(210, 297, 'white'), paper(304.8, 304.8, 'plum')])
    expect(sheets.map((s) => [s.paper, s.placements.length])).toEqual([
      ['plum', 2],
      ['white', 1],
    ])
    expect(unplaced).toEqual([{ piece: 'p1', copies: 1, why: expect.stringContaining('107.2 mm too wide') }])
  })
})

describe('placementMap', () => {
  it('puts the box of the turned piece where it is asked for, at any angle', () => {
    const project = projectOf([{ d: 'M30 40L90 40C120 40 120 80 90 80L30 80Z' }])
    const shape = shapeOfPiece(project, project.pieces.p0!)
    for (const rotation of [0, 90, 180, 270, 33, -120]) {
      const placed = boundsOf(transformContour(shape.outline, placementMap(shape, { x: 7, y: 9, rotation })))
      expect(placed.minX).toBeCloseTo(7, 6)
      expect(placed.minY).toBeCloseTo(9, 6)
      expect(placed.maxX - placed.minX).toBeCloseTo(turnedSize(shape, { rotation }).width, 6)
    }
  })
})

describe('checkSheet', () => {
  const project = bare(projectOf([{ d: rect(50, 50) }, { d: 'M0 0L60 0L60 10L10 10L10 60L0 60Z' }]))
  const at = (piece: string, x: number, y: number, rotation = 0) => ({
    id: `${piece}-${x}-${y}`,
    piece,
    copy: 0,
    x,
    y,
    rotation,
  })

  it('goes by the true outline: a square may sit in the corner of an angle', () => {
    expect(checkSheet(project, sheetOf([at('p0', 10.5, 10.5), at('p1', 0, 0)])).overlapping).toEqual([])
    expect(checkSheet(project, sheetOf([at('p0', 9, 10.5), at('p1', 0, 0)])).overlapping).toEqual([[0, 1]])
  })

  it('finds what leaves the area, and a piece wholly inside another', () => {
    expect(checkSheet(project, sheetOf([at('p0', 151, 0)])).outside).toEqual([0])
    const small = bare(projectOf([{ d: rect(50, 50) }, { d: rect(10, 10) }]))
    expect(checkSheet(small, sheetOf([at('p0', 0, 0), at('p1', 20, 20)])).overlapping).toEqual([[0, 1]])
    expect(
      boxHolds({ minX: 0, minY: 0, maxX: 50, maxY: 50 }, { minX: 20, minY: 20, maxX: 30, maxY: 30 }),
    ).toBe(true)
  })
})

describe('nestSheets', () => {
  const A4 = paper(210, 297)
  const within = (project: Project, papers: Paper[], steps: number) => {
    let best: Pick<Project['layout'], 'sheets' | 'unplaced'> = { sheets: [], unplaced: [] }
    let n = 0
    for (const answer of nestSheets(project, papers, { seed: 1, shape: 'true' })) {
      if (answer) best = answer
      n += 1
      if (n >= steps) break
    }
    return { ...project, layout: { ...project.layout, ...best } }
  }
  const clean = (project: Project) => {
    for (const sheet of project.layout.sheets)
      expect(checkSheet(project, sheet)).toEqual({
        overlapping: [],
        near: [],
        outside: [],
        onMarks: [],
      })
  }
  const TRIANGLE = 'M0 0L60 0L0 90Z'

  it('answers at once as the rectangle packer does, and then only better', () => {
    const project = bare(projectOf([{ d: TRIANGLE, copies: 30 }]), 2)
    const boxes = packSheets(project, [A4]).sheets.length
    const first = nestSheets(project, [A4], { seed: 1, shape: 'true' }).next().value
    expect(first!.sheets).toHaveLength(boxes)
    const nested = within(project, [A4], 600)
    expect(nested.layout.sheets.length).toBeLessThan(boxes)
    clean(nested)
  })

  it('keeps what is locked where it is, also on a sheet that nothing else comes to', () => {
    const project = bare(
      projectOf([
        { d: rect(100, 100), copies: 2 },
        { d: TRIANGLE, copies: 4 },
      ]),
      2,
    )
    const locked = { id: 'at-1', piece: 'p0', copy: 1, x: 55.5, y: 120, rotation: 0, locked: true }
    project.layout.sheets = [{ id: 'sheet-1', paper: A4.id, width: 210, height: 297, placements: [locked] }]
    const nested = within(project, [A4], 400)
    expect(nested.layout.sheets[0]!.placements).toContainEqual(locked)
    expect(nested.layout.sheets.flatMap((s) => s.placements)).toHaveLength(6)
    clean(nested)
  })

  it('lays out at once round what is locked, which keeps its sheet, and as the rectangle packer does without', () => {
    const project = bare(
      projectOf([
        { d: rect(60, 60), copies: 5 },
        { d: TRIANGLE, copies: 4 },
      ]),
      2,
    )
    expect(layOut(project, [A4]).sheets).toEqual(packSheets(project, [A4]).sheets)
    const locked = { id: 'kept', piece: 'p0', copy: 2, x: 71.5, y: 118, rotation: 0, locked: true }
    project.layout.sheets = [
      { id: 'sheet-7', paper: A4.id, width: 210, height: 297, placements: [locked] },
      { id: 'sheet-8', paper: A4.id, width: 210, height: 297, placements: [] },
    ]
    const laid = { ...project, layout: { ...project.layout, ...layOut(project, [A4]) } }
    expect(laid.layout.sheets[0]!.id).toBe('sheet-7')
    expect(laid.layout.sheets[0]!.placements).toContainEqual(locked)
    expect(new Set(laid.layout.sheets.map((s) => s.id)).size).toBe(laid.layout.sheets.length)
    const copies = laid.layout.sheets.flatMap((s) => s.placements.map((p) => `${p.piece} ${p.copy}`))
    expect([copies.length, new Set(copies).size]).toEqual([9, 9])
    clean(laid)
    // One edit, and its inverse brings the sheets back as they were.
    const [after, edit] = layEdit(project, layOut(project, [A4]))
    expect(applyChanges(after, applyEdit(project, edit.changes).inverse)).toEqual(project)
  })

  it('says of a piece that fits nowhere what the inspection says of it, with marks and leftovers too', () => {
    const sizes = [rect(60, 60), rect(205, 280), rect(199, 285), rect(300, 40), rect(185, 290), rect(211, 20)]
    const project = bare(projectOf(sizes.map((d) => ({ d }))), 2)
    for (const print of [null, { ...USUAL_PRINT }])
      for (const papers of [[A4], [{ ...A4, leftovers: [{ width: 310, height: 50, count: 1 }] }]]) {
        const some = { ...project, print }
        const unplaced = layOut(some, papers).unplaced
        const told = inspect(some, papers).filter((f) => f.rule === 'too-large')
        expect(told.map((f) => f.pieces[0])).toEqual(unplaced.map((u) => u.piece))
        for (const [i, u] of unplaced.entries()) expect(told[i]!.message).toContain(u.why)
        if (papers[0] === A4) expect(unplaced.length).toBeGreaterThan(0)
      }
  })

  it('says nothing before it knows where everything goes, and why marks leave no room', () => {
    const project = bare(projectOf([{ d: rect(100, 100), copies: 2 }]), 2)
    const locked = { id: 'at-2', piece: 'p0', copy: 0, x: 5, y: 5, rotation: 0, locked: true }
    project.layout.sheets = [{ id: 'sheet-1', paper: A4.id, width: 210, height: 297, placements: [locked] }]
    for (const answer of nestSheets(project, [A4], { seed: 1, shape: 'true' })) {
      if (!answer) continue
      expect(answer.unplaced).toEqual([])
      expect(answer.sheets.flatMap((s) => s.placements)).toHaveLength(2)
      break
    }
    const whole = bare(projectOf([{ d: rect(205, 290) }]))
    whole.print = { ...USUAL_PRINT }
    expect(within(whole, [A4], 60).layout.unplaced[0]!.why).toMatch(/too high|no room for it/)
  })

  it('lays each paper on sheets of its own, leftovers first, and says what is too large', () => {
    const project = bare(
      projectOf([
        { d: rect(60, 60), copies: 4, paper: 'one' },
        { d: rect(50, 50), copies: 2, paper: 'two' },
        { d: rect(500, 50), paper: 'two' },
      ]),
    )
    const one = { ...paper(210, 297, 'one'), leftovers: [{ width: 70, height: 140, count: 1 }] }
    const nested = within(project, [one, paper(100, 100, 'two')], 200)
    expect(nested.layout.sheets.map((s) => [s.paper, s.width, s.placements.length])).toEqual([
      ['one', 70, 2],
      ['one', 210, 2],
      ['two', 100, 2],
    ])
    expect(nested.layout.unplaced).toEqual([
      { piece: 'p2', copies: 1, why: expect.stringContaining('too wide') },
    ])
    clean(nested)
  })

  it('keeps clear of register marks, also by boxes, and tells what lies on one', () => {
    const project = bare(projectOf([{ d: TRIANGLE, copies: 12 }]), 2)
    project.print = { ...USUAL_PRINT }
    const boxes = { ...project, layout: { ...project.layout, ...packSheets(project, [A4]) } }
    clean(boxes)
    const nested = within(project, [A4], 300)
    expect(nested.layout.sheets.length).toBeLessThanOrEqual(boxes.layout.sheets.length)
    clean(nested)
    const [sheet] = nested.layout.sheets
    const onMark = { ...sheet!, placements: [{ id: 'at-3', piece: 'p0', copy: 0, x: 5, y: 5, rotation: 0 }] }
    expect(checkSheet(nested, onMark)).toMatchObject({ onMarks: [0] })
  })

  it('tells how much of a sheet is left in one piece', () => {
    const project = bare(projectOf([{ d: rect(200, 100) }]), 4)
    const [sheet] = packSheets(project, [A4]).sheets
    expect(offcutOf(project, sheet!)).toEqual({ width: 210, height: expect.closeTo(193, 6) })
  })
})

describe('checkSheet, of openings and mirrored pieces', () => {
  it('takes a piece in an opening of another as clear of it, and one across its edge as not', () => {
    const project = bare(projectOf([{ d: rect(100, 100) }, { d: rect(30, 30) }]))
    project.lines.hole = { ...project.lines.l0!, id: 'hole', d: 'M20 20L80 20L80 80L20 80Z' }
    project.pieces.p0!.openings = [['hole']]
    const sheet = (x: number): Sheet => ({
      id: 's',
      paper: 'paper',
      width: 210,
      height: 297,
      placements: [
        { id: 'at-4', piece: 'p0', copy: 0, x: 10, y: 10, rotation: 0 },
        { id: 'at-5', piece: 'p1', copy: 0, x, y: 40, rotation: 0 },
      ],
    })
    expect(checkSheet(project, sheet(45)).overlapping).toEqual([])
    expect(checkSheet(project, sheet(70)).overlapping).toEqual([[0, 1]])
  })

  it('sees a mirrored piece as it lies', () => {
    const project = bare(projectOf([{ d: 'M0 0L60 0L0 90Z' }, { d: 'M0 0L60 0L0 90Z' }]))
    const at = (mirrored: boolean): Sheet => ({
      id: 's',
      paper: 'paper',
      width: 210,
      height: 297,
      placements: [
        { id: 'at-6', piece: 'p0', copy: 0, x: 10, y: 10, rotation: 0 },
        { id: 'at-7', piece: 'p1', copy: 0, x: 52, y: 40, rotation: 0, mirrored },
      ],
    })
    expect(checkSheet(project, at(true)).overlapping).toEqual([])
    expect(
      checkSheet(project, {
        ...at(false),
        placements: at(false).placements.map((p) => ({ ...p, x: Math.min(p.x, 30) })),
      }).overlapping,
    ).toEqual([[0, 1]])
  })
})
