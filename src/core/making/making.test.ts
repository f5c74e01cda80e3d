import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import { applyChanges, applyEdit, makeEdit, setLines } from '../document/edits'
import { emptyProject, type Project, projectSchema } from '../document/project'
import { heightOf, widthOf } from '../geometry/measure'
import { shapeOfPiece, shapesOf } from '../pieces/piece-shape'
import { addMaking, changeMeasures } from './make'
import { makingOrder } from './order'
import { CannotMake, measuresOf, type Recipe } from './recipe'
import { RECIPES } from './recipes'
import { settle, settled } from './settle'
import { shape } from './shape'

const made = (
  measures: Record<string, string | number> = {},
  id = 'm1',
  from = emptyProject('Fair'),
): Project => settled(addMaking(from, { id, recipe: 'shape', measures }))[0]

describe('a shape', () => {
  it('is a rectangle by its outer size: lines, look, a piece, all of it valid', () => {
    const project = made({ width: 148, height: 105 })
    const [piece] = shapesOf(project)
    expect(piece!.size).toEqual({ width: 148, height: 105 })
    expect(piece!.area).toBeCloseTo(148 * 105, 9)
    expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
  })

  it('is a circle as wide as asked for, its length and area those of the textbook (2 pi r, pi r²)', () => {
    const [piece] = shapesOf(made({ kind: 'circle', width: 80 }))
    expect(piece!.size.width).toBeCloseTo(80, 3)
    expect(piece!.size.height).toBeCloseTo(80, 3)
    expect(piece!.area / (Math.PI * 40 ** 2)).toBeCloseTo(1, 5)
    expect(piece!.outline.segments).toHaveLength(8)
    // Length and every point by another library.
    const d = Object.values(made({ kind: 'circle', width: 80 }).lines)[0]!.d
    const path = new svgPathProperties(d)
    expect(path.getTotalLength() / (Math.PI * 80)).toBeCloseTo(1, 5)
    for (let k = 0; k < 50; k += 1) {
      const { x, y } = path.getPointAtLength((k / 50) * path.getTotalLength())
      expect(Math.hypot(x - 40, y - 40)).toBeCloseTo(40, 3)
    }
  })

  it('keeps id, name, paper, copies and what a hand changed when a measure changes, and comes back by undo', () => {
    const first = made({ width: 100, height: 60 })
    const [piece] = Object.values(first.pieces)
    const [named] = makeEdit(first, 'Name', (draft) => {
      Object.assign(draft.pieces[piece!.id]!, { name: 'Lid', paper: 'plum', copies: 3 })
    })
    const [wider, edit] = settled(changeMeasures(named, 'm1', { width: 140 }))
    expect(Object.keys(wider.lines)).toEqual(Object.keys(first.lines))
    expect(wider.pieces[piece!.id]).toMatchObject({ name: 'Lid', paper: 'plum', copies: 3 })
    expect(shapeOfPiece(wider, wider.pieces[piece!.id]!).size).toEqual({ width: 140, height: 60 })
    const { project: again, inverse } = applyEdit(named, edit.changes)
    expect(again).toEqual(wider)
    expect(applyChanges(wider, inverse)).toEqual(named)
    const [drawn] = settled(setLines(wider, 'Pen', Object.keys(wider.lines), { role: 'pen' }))
    const [rounder] = settled(changeMeasures(drawn, 'm1', { kind: 'circle' }))
    expect(Object.values(rounder.lines).map((l) => l.role)).toEqual(['pen'])
  })

  it('lies beside what is there', () => {
    const two = made({ kind: 'circle' }, 'm2', made({ width: 50 }))
    const [a, b] = shapesOf(two)
    expect(b!.box.minX - a!.box.maxX).toBeCloseTo(20, 3)
    expect([a!.piece.name, b!.piece.name]).toEqual(['Rectangle', 'Circle'])
  })
})

describe('measures', () => {
  it('are the usual ones where none are given, and refused in a sentence where they do not fit', () => {
    expect(measuresOf(shape, {})).toMatchObject({ kind: 'rectangle', width: 100, height: 70, count: 8 })
    expect(() => measuresOf(shape, { width: 0 })).toThrow('“Width” is between 1 and 3000 mm, not 0.')
    expect(() => measuresOf(shape, { count: 3.5 })).toThrow('“How many” is a whole number from 3 to 120')
    expect(() => measuresOf(shape, { width: 'wide' })).toThrow('“Width” is between')
    expect(() => measuresOf(shape, { kind: 'heptagon' })).toThrow(
      /one of rectangle, rounded, .*, not heptagon/,
    )
    expect(() => measuresOf(shape, { sink: 3 })).toThrow(
      'has no measure “sink”. It has: kind, width, height, corner, count, depth.',
    )
    expect(() => addMaking(emptyProject('Fair'), { id: 'x', recipe: 'none' })).toThrow(CannotMake)
  })
})

/** A frame round the box of what it takes, for the order in which makings follow one another. */
const frame: Recipe = {
  name: 'frame',
  title: 'Frame',
  says: 'a frame',
  takes: { least: 1, most: 1 },
  measures: [{ name: 'width', title: 'Width', kind: 'length', usual: 10, least: 1, most: 500 }],
  make: ([taken], { width }) => {
    const { box } = taken!
    const w = Number(width)
    if (widthOf(box) < 20) throw new CannotMake('The piece is too small for a frame.')
    const [x0, y0, x1, y1] = [box.minX - w, box.minY - w, box.maxX + w, box.maxY + w]
    return [{ key: 'edge', d: `M${x0} ${y0}L${x1} ${y0}L${x1} ${y1}L${x0} ${y1}Z`, role: 'cut' }]
  },
}
const recipes = [...RECIPES, frame]

/** A rectangle, a frame round it, and a frame round the frame; what is taken is spent. */
function framed(): Project {
  let project = made({ width: 100, height: 60 })
  for (const id of ['f1', 'f2']) {
    const taken = Object.keys(project.pieces).at(-1)!
    const takes = [{ piece: taken, spent: true }]
    ;[project] = settled(
      addMaking(project, { id, recipe: 'frame', takes, at: [1, 0, 0, 1, 0, 0] }, recipes),
      recipes,
    )
  }
  return project
}
const widths = (project: Project) =>
  Object.values(project.sources).map(({ id }) => {
    const line = Object.values(project.lines).find((l) => l.source === id)!
    const piece = Object.values(project.pieces).find((p) => p.outline.includes(line.id))!
    return Math.round(widthOf(shapeOfPiece(project, piece).box))
  })

describe('makings that take what others made', () => {
  it('are made anew in order when a measure far below them changes', () => {
    const project = framed()
    expect(widths(project)).toEqual([100, 120, 140])
    const [wider, edit] = settled(changeMeasures(project, 'm1', { width: 200 }, recipes), recipes)
    expect(widths(wider)).toEqual([200, 220, 240])
    expect(applyEdit(project, edit.changes).project).toEqual(wider)
    expect(heightOf(shapesOf(wider)[0]!.box)).toBe(60)
  })

  it('have a plane each, so that what is taken stays a piece; on the plane of a piece they open it', () => {
    expect(Object.values(framed().lines).map((l) => l.plane)).toEqual(['m1', 'f1', 'f2'])
    const card = made({ width: 100, height: 60 })
    const at: [number, number, number, number, number, number] = [1, 0, 0, 1, 30, 20]
    const window = { id: 'w', recipe: 'shape', measures: { kind: 'circle', width: 20 }, at }
    const [opened] = settled(addMaking(card, { ...window, plane: 'm1' }))
    expect(shapesOf(opened).map((s) => s.openings.length)).toEqual([1])
    const [apart] = settled(addMaking(card, window))
    expect(shapesOf(apart).map((s) => s.openings.length)).toEqual([0, 0])
  })

  it('say why they cannot be made, and keep their last lines until they can', () => {
    const [narrow] = settled(changeMeasures(framed(), 'm1', { width: 10 }, recipes), recipes)
    expect(narrow.sources.f1).toMatchObject({ trouble: 'The piece is too small for a frame.' })
    expect(widths(narrow).slice(1)).toEqual([120, 140])
    const [wide] = settled(changeMeasures(narrow, 'm1', { width: 50 }, recipes), recipes)
    expect(wide.sources.f1).toMatchObject({ trouble: null })
    expect(widths(wide)).toEqual([50, 70, 90])
  })

  it('never go round in a circle', () => {
    const project = framed()
    const outer = Object.values(project.pieces).find((p) => p.outline.includes('f2-edge'))!
    const edit = makeEdit(project, 'Take', (draft) => {
      const making = draft.sources.f1
      if (making?.kind === 'making') making.takes = [{ piece: outer.id, spent: true }]
    })
    const [circular] = settled(edit, recipes)
    expect(makingOrder(circular).circular.map((m) => m.id)).toEqual(['f1', 'f2'])
    expect(circular.sources.f1).toMatchObject({ trouble: expect.stringContaining('made of it') })
    expect(widths(circular)).toEqual([100, 120, 140])
  })
})

describe('settle', () => {
  it('does nothing where neither lines nor makings changed', () => {
    const project = made()
    const [next, edit] = makeEdit(project, 'Rename', (draft) => {
      draft.name = 'Autumn'
    })
    expect(settle(next, edit)).toEqual([next, { label: 'Rename', changes: [] }])
  })
})
