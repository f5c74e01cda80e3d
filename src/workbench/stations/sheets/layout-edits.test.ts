import { expect, it } from 'vitest'
import type { Placement } from '@/core/document/layout'
import type { Paper } from '@/core/document/paper'
import { emptyProject, type Project, projectSchema } from '@/core/document/project'
import { uniteBoxes } from '@/core/geometry/measure'
import { addMaking } from '@/core/making/make'
import { settled } from '@/core/making/settle'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { laidOn } from '@/core/sheets/place'
import { repeat } from '@/core/sheets/repeat'
import { sheetTroubles } from '@/core/sheets/troubles'
import { usableArea } from '@/core/sheets/usable-area'
import type { Made, Workbench } from '../../store/project-store'
import {
  addSheet,
  alignOnSheet,
  centreOnSheet,
  distributeOnSheet,
  layByHand,
  lockPlacements,
  mirrorPlacements,
  movePlacements,
  moveToSheet,
  nameOfChosen,
  repeatOnSheet,
  takeOff,
  turnPlacements,
} from './layout-edits'

const SIZES = { a: [60, 40], b: [30, 20], c: [10, 50] } as const
type Name = keyof typeof SIZES

/** Three rectangles on an A4 sheet, a second sheet empty, and a workbench that applies edits at once. */
function bench() {
  let project: Project = emptyProject('Fair')
  const pieces = {} as Record<Name, string>
  for (const [name, [width, height]] of Object.entries(SIZES)) {
    const before = project
    ;[project] = settled(addMaking(project, { id: name, recipe: 'shape', measures: { width, height } }))
    pieces[name as Name] = Object.keys(project.pieces).find((id) => !(id in before.pieces))!
    project = {
      ...project,
      pieces: {
        ...project.pieces,
        [pieces[name as Name]]: { ...project.pieces[pieces[name as Name]]!, name },
      },
    }
  }
  const lay = (name: Name, x: number, y: number): Placement => ({
    id: name,
    piece: pieces[name],
    copy: 0,
    x,
    y,
    rotation: 0,
  })
  const sheet = { id: 'one', paper: 'rice', width: 210, height: 297 }
  project = {
    ...project,
    layout: {
      ...project.layout,
      sheets: [
        { ...sheet, placements: [lay('a', 20, 20), lay('b', 100, 30), lay('c', 150, 90)] },
        { ...sheet, id: 'two', placements: [] },
      ],
    },
  }
  const labels: string[] = []
  const workbench = {
    store: { getState: () => ({ project }) },
    edit: async (make: Parameters<Workbench['edit']>[0]) => {
      const [next, { label }] = make(project) as Made
      project = next
      labels.push(label)
    },
  } as unknown as Workbench
  const at = (id: string) => project.layout.sheets.flatMap((s) => s.placements).find((p) => p.id === id)!
  const box = (id: string) =>
    project.layout.sheets.flatMap((s) => laidOn(project, s)).find((l) => l.placement.id === id)!.box
  const set = (change: Partial<Project>) => {
    project = { ...project, ...change }
  }
  return { workbench, labels, at, box, pieces, project: () => project, set }
}

it('names one by its name and several by their number', () => {
  const { project } = bench()
  expect(nameOfChosen(project(), ['b'])).toBe('“b”')
  expect(nameOfChosen(project(), ['a', 'b'])).toBe('2 pieces')
})

it('moves in whole hundredths of a mm, and leaves what is locked', () => {
  const { workbench, at, labels } = bench()
  lockPlacements(workbench, ['b'], true)
  movePlacements(workbench, ['a', 'b'], { x: 0.1 + 0.2, y: -5 })
  expect(at('a')).toMatchObject({ x: 20.3, y: 15 })
  expect(at('b')).toMatchObject({ x: 100, y: 30, locked: true })
  lockPlacements(workbench, ['b'], false)
  movePlacements(workbench, ['b'], { x: 1, y: 1 })
  expect(at('b')).toMatchObject({ x: 101, y: 31 })
  expect(labels).toEqual(['Lock “b”', 'Move 2 pieces', 'Unlock “b”', 'Move “b”'])
})

it('turns by quarters, which swaps width and height, four of them nothing', () => {
  const { workbench, at, box } = bench()
  turnPlacements(workbench, ['a'])
  expect(box('a').maxX - box('a').minX).toBeCloseTo(40, 9)
  expect(box('a').maxY - box('a').minY).toBeCloseTo(60, 9)
  for (let k = 0; k < 3; k += 1) turnPlacements(workbench, ['a'])
  expect(at('a').rotation).toBe(0)
  mirrorPlacements(workbench, ['a'])
  expect(at('a').mirrored).toBe(true)
})

it('moves to another sheet, and nothing to a sheet that is none', () => {
  const { workbench, project } = bench()
  moveToSheet(workbench, ['a', 'c'], 'two')
  expect(project().layout.sheets.map((s) => s.placements.map((p) => p.id))).toEqual([['b'], ['a', 'c']])
  moveToSheet(workbench, ['b'], 'nine')
  expect(project().layout.sheets.map((s) => s.placements.length)).toEqual([1, 2])
})

it('aligns one with the sheet, several with one another', () => {
  const { workbench, box, project } = bench()
  alignOnSheet(workbench, 'one', ['a', 'b', 'c'], 'left')
  expect(['a', 'b', 'c'].map((id) => box(id).minX)).toEqual([20, 20, 20])
  alignOnSheet(workbench, 'one', ['b'], 'right')
  expect(box('b').maxX).toBeCloseTo(usableArea(project().layout.sheets[0]!, project()).maxX, 9)
})

it('spaces three out so that the gaps between them are the same, the outer two staying', () => {
  const { workbench, box } = bench()
  distributeOnSheet(workbench, 'one', ['a', 'b', 'c'], 'x')
  expect(box('a').minX).toBe(20)
  expect(box('c').maxX).toBe(160)
  expect(box('b').minX - box('a').maxX).toBeCloseTo(box('c').minX - box('b').maxX, 9)
})

it('moves several as one block to the middle of the paper', () => {
  const { workbench, box } = bench()
  const before = box('b').minX - box('a').minX
  centreOnSheet(workbench, 'one', ['a', 'b', 'c'])
  const block = uniteBoxes(['a', 'b', 'c'].map(box))
  expect((block.minX + block.maxX) / 2).toBeCloseTo(105, 9)
  expect((block.minY + block.maxY) / 2).toBeCloseTo(148.5, 9)
  expect(box('b').minX - box('a').minX).toBeCloseTo(before, 9)
})

it('takes copies off their sheet, which then are not asked for any more', () => {
  const { workbench, project, pieces, labels } = bench()
  takeOff(workbench, ['a', 'c'])
  expect(project().layout.sheets[0]!.placements.map((p) => p.id)).toEqual(['b'])
  expect([pieces.a, pieces.b, pieces.c].map((id) => project().pieces[id]!.copies)).toEqual([0, 1, 0])
  expect(sheetTroubles(project(), { papers: [], cutter: null }).map((t) => t.kind)).not.toContain('behind')
  expect(labels).toEqual(['Take 2 pieces off the sheet'])
})

it('begins an empty sheet, and lays on it by hand what is on none', async () => {
  const { workbench, project, pieces, set } = bench()
  const plum = { id: 'plum', name: 'Plum card', width: 300, height: 200 } as Paper
  const id = await addSheet(workbench, plum)
  expect(project().layout.sheets.at(-1)).toEqual({
    id,
    paper: 'plum',
    width: 300,
    height: 200,
    placements: [],
  })
  const unplaced = [{ piece: pieces.a, copies: 2, why: 'It is too wide.' }]
  set({ layout: { ...project().layout, unplaced } })
  layByHand(workbench, id, pieces.a)
  layByHand(workbench, id, pieces.a)
  layByHand(workbench, id, pieces.a)
  expect(project().layout.unplaced).toEqual([])
  const { placements } = project().layout.sheets.at(-1)!
  expect(placements).toHaveLength(2)
  const ids = project().layout.sheets.flatMap((s) => s.placements.map((p) => p.id))
  expect(new Set(ids).size).toBe(ids.length)
  expect(projectSchema.safeParse(project()).success).toBe(true)
})

it('repeats one piece on a sheet of its own, and loses nothing of what lay beside it', () => {
  const { workbench, project, pieces } = bench()
  const { size } = shapeOfPiece(project(), project().pieces[pieces.b]!)
  repeatOnSheet(workbench, 'one', pieces.b, () => repeat(size, { across: 3, down: 4 }, { x: 5, y: 5 }, 2))
  const { sheets } = project().layout
  expect(project().pieces[pieces.b]!.copies).toBe(12)
  const [first] = sheets
  expect(first!.placements).toHaveLength(12)
  expect(new Set(first!.placements.map((p) => p.piece))).toEqual(new Set([pieces.b]))
  const rest = sheets.slice(1).flatMap((s) => s.placements.map((p) => p.id))
  expect(rest.sort()).toEqual(['a', 'c'])
  const ids = sheets.flatMap((s) => s.placements.map((p) => p.id))
  expect(new Set(ids).size).toBe(ids.length)
  // None lies on another, checked from corner to corner.
  const boxes = laidOn(project(), first!).map((l) => l.box)
  for (const [i, p] of boxes.entries())
    for (const q of boxes.slice(i + 1))
      expect(p.maxX <= q.minX || q.maxX <= p.minX || p.maxY <= q.minY || q.maxY <= p.minY).toBe(true)
  expect(projectSchema.safeParse(project()).error?.issues).toBeUndefined()
})
