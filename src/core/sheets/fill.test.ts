import fc from 'fast-check'
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { makeEdit } from '../document/edits'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { readDrawing } from '../intake/formats'
import { fillSheet } from './fill'
import { fillBoxes } from './fill-boxes'
import { laidOn } from './place'

/** The most boxes of whole numbers that a room of whole numbers holds, by trying every place of every box. */
function exhaustive(w: number, h: number, width: number, height: number): number {
  const taken = new Uint8Array(width * height)
  const most = Math.floor((width * height) / (w * h))
  let best = 0
  const free = (x: number, y: number, a: number, b: number) => {
    if (x + a > width || y + b > height) return false
    for (let j = y; j < y + b; j += 1)
      for (let i = x; i < x + a; i += 1) if (taken[j * width + i]) return false
    return true
  }
  const set = (x: number, y: number, a: number, b: number, value: number) => {
    for (let j = y; j < y + b; j += 1) taken.fill(value, j * width + x, j * width + x + a)
  }
  const search = (from: number, count: number, left: number) => {
    best = Math.max(best, count)
    if (best >= most || count + Math.floor(left / (w * h)) <= best) return
    let cell = from
    while (cell < taken.length && taken[cell]) cell += 1
    if (cell === taken.length) return
    const [x, y] = [cell % width, Math.floor(cell / width)]
    for (const [a, b] of [
      [w, h],
      [h, w],
    ] as const)
      if (free(x, y, a, b)) {
        set(x, y, a, b, 1)
        search(cell, count + 1, left - w * h)
        set(x, y, a, b, 0)
      }
    // The cell stays empty.
    taken[cell] = 1
    search(cell + 1, count, left - 1)
    taken[cell] = 0
  }
  search(0, 0, width * height)
  return best
}

describe('fillBoxes', () => {
  const count = (w: number, h: number, W: number, H: number, spacing = 0) =>
    fillBoxes({ width: w, height: h }, { width: W, height: H }, spacing, true).length

  it('mixes upright and turned boxes: the pinwheel, and known pallets', () => {
    // Four boxes of 3 x 2 round a hole in 5 x 5: neither grid holds more than two.
    expect(count(3, 2, 5, 5)).toBe(4)
    // An instance of the pallet loading literature with its best known count (Morabito and Morales 1998, from memory).
    expect(count(5, 3, 22, 16)).toBe(23)
  })

  it('lays thousands in plain rows, the better way round', () => {
    expect(count(2, 3, 300, 301)).toBe(150 * 100)
    expect(count(7, 3, 300, 301)).toBe(100 * 43)
  })

  it('lays as many as an exhaustive search of small rooms finds', () => {
    for (const [w, h] of [
      [2, 1],
      [3, 1],
      [3, 2],
      [4, 3],
    ] as const)
      for (let width = w; width <= 7; width += 1)
        for (let height = h; height <= 7; height += 1)
          expect([w, h, width, height, count(w, h, width, height)]).toEqual([
            w,
            h,
            width,
            height,
            exhaustive(w, h, width, height),
          ])
  })

  it('lays boxes within the room and clear of one another, never fewer than a grid, never more than the area holds', () => {
    const mm = fc.double({ min: 8, max: 120, noNaN: true })
    fc.assert(
      fc.property(mm, mm, fc.double({ min: 0, max: 6, noNaN: true }), (width, height, spacing) => {
        const laid = fillBoxes({ width, height }, { width: 210, height: 297 }, spacing, true)
        const boxes = laid.map(({ x, y, turned }) => ({
          minX: x,
          minY: y,
          maxX: x + (turned ? height : width),
          maxY: y + (turned ? width : height),
        }))
        const over = boxes.map((b) => Math.max(b.maxX - 210, b.maxY - 297, -b.minX, -b.minY))
        expect(Math.max(0, ...over)).toBeLessThan(1e-5)
        let gap = Infinity
        boxes.forEach((a, i) => {
          for (const b of boxes.slice(i + 1))
            gap = Math.min(gap, Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY))
        })
        expect(gap).toBeGreaterThan(spacing - 1e-5)
        const grid = (w: number, h: number) =>
          Math.floor((210 + spacing) / (w + spacing)) * Math.floor((297 + spacing) / (h + spacing))
        expect(laid.length).toBeGreaterThanOrEqual(Math.max(grid(width, height), grid(height, width)))
        expect(laid.length * width * height).toBeLessThanOrEqual(210 * 297 + 1e-6)
      }),
      { numRuns: 40 },
    )
  })
})

/** A project with one piece on one sheet of A4. */
async function oneOnA4(path: string, change: (p: Project) => void = () => {}): Promise<Project> {
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200"><path d="${path}" fill="none" stroke="#000"/></svg>`
  const drawing = await readDrawing(new TextEncoder().encode(text), 'one.svg', PLAIN_READING)
  const [project] = addSource(emptyProject('One'), drawing, {
    id: 'f',
    name: 'one.svg',
    format: 'svg',
    bytes: 1,
  })
  return makeEdit(project, 'Lay', (draft) => {
    draft.layout.mat = { width: 330, height: 330, margin: 0 }
    draft.layout.sheets = [
      {
        id: 'sheet-1',
        paper: 'card',
        width: 210,
        height: 297,
        placements: [{ id: 'p', piece: 'piece-1', copy: 0, x: 3, y: 3, rotation: 0 }],
      },
    ]
    change(draft)
  })[0]
}

const factory = new GeometryFactory()
/** How near the nearest two of some laid shapes come, mm, by a geometry library that the layout does not use. */
function nearest(project: Project, laid: readonly { x: number; y: number; rotation: number }[]): number {
  const placements = laid.map((l, copy) => ({ id: `p${copy}`, piece: 'piece-1', copy, ...l }))
  const polygons = laidOn(project, { placements }).map((one) => {
    const ring = one.rings(0.01)[0]!
    const points = Array.from(
      { length: ring.length / 2 },
      (_, i) => new Coordinate(ring[2 * i]!, ring[2 * i + 1]!),
    )
    points[points.length - 1] = points[0]!.copy()
    return factory.createPolygon(factory.createLinearRing(points), [])
  })
  let least = Infinity
  polygons.forEach((a, i) => {
    for (const b of polygons.slice(i + 1)) least = Math.min(least, DistanceOp.distance(a, b))
  })
  return least
}

describe('fillSheet', () => {
  it('counts triangles that reach into one another, at the asked distance', async () => {
    const project = await oneOnA4('M0 0L60 0L30 50Z')
    const { laid } = fillSheet(project, 'sheet-1', 'piece-1')!
    // Boxes alone: 3 across and 5 down upright, 3 and 4 turned.
    expect(laid.length).toBeGreaterThanOrEqual(25)
    expect(nearest(project, laid)).toBeGreaterThan(3 - 0.02)
    // The judge sees a pair that is pushed together.
    const pushed = laid.map((l, i) => (i === 1 ? { ...l, x: l.x - 0.5 } : l))
    expect(nearest(project, pushed)).toBeLessThan(3 - 0.1)
  })

  it.each([
    ['rhombuses of 30 x 20', 'M15 0L30 10L15 20L0 10Z', 162],
    [
      'circles of 20',
      'M20 10C20 15.522847498 15.522847498 20 10 20C4.477152502 20 0 15.522847498 0 10C0 4.477152502 4.477152502 0 10 0C15.522847498 0 20 4.477152502 20 10Z',
      149,
    ],
    ['crosses that tile', 'M10 0L20 0L20 10L30 10L30 20L20 20L20 30L10 30L10 20L0 20L0 10L10 10Z', 89],
  ])('counts %s in rows that shift and reach into one another', async (_, path, count) => {
    const project = await oneOnA4(path, (draft) => {
      Object.assign(draft.layout, { spacing: 0, sheetMargin: 0 })
      Object.assign(draft.layout.sheets[0]!, { width: 198, height: 285, placements: [] })
    })
    const { laid } = fillSheet(project, 'sheet-1', 'piece-1')!
    expect(laid.length).toBeGreaterThanOrEqual(count)
    expect(nearest(project, laid)).toBeGreaterThan(-1e-9)
  })

  it('names the spare room to the edges of the paper and to what can be worked on (common practice: six of 197.9 mm on A4 leave 12.1 mm)', async () => {
    const project = await oneOnA4('M0 0L197.9 0L197.9 45L0 45Z', (draft) => {
      draft.layout.spacing = 0
    })
    const { laid, spare, lies } = fillSheet(project, 'sheet-1', 'piece-1')!
    expect(laid.length).toBe(6)
    expect(lies).toBe(false)
    expect(spare.paper.across).toBeCloseTo(12.1, 6)
    expect(spare.area.across).toBeCloseTo(6.1, 6)
    expect(spare.paper.down).toBeCloseTo(27, 6)
    expect(spare.area.down).toBeCloseTo(21, 6)
  })

  it('never tells fewer than lie there already, unless those are unsound', async () => {
    const path = 'M0 0L60 0L30 50Z'
    const { laid } = fillSheet(await oneOnA4(path), 'sheet-1', 'piece-1')!
    const more = await oneOnA4(path, (draft) => {
      // A layout that holds one more: a small one, on a longer sheet.
      const sheet = draft.layout.sheets[0]!
      sheet.placements = [...laid, { x: 3, y: 300, rotation: 0 }].map((l, copy) => ({
        id: `p${copy}`,
        piece: 'piece-1',
        copy,
        ...l,
      }))
    })
    expect(fillSheet(more, 'sheet-1', 'piece-1')).toMatchObject({ lies: false })
    const there = await oneOnA4(path, (draft) => {
      draft.layout.sheets[0]!.placements = laid.map((l, copy) => ({
        id: `p${copy}`,
        piece: 'piece-1',
        copy,
        ...l,
      }))
    })
    expect(fillSheet(there, 'sheet-1', 'piece-1')).toMatchObject({
      lies: true,
      laid: { length: laid.length },
    })
  })

  it('tells at which sizes as many and more would fit', async () => {
    const project = await oneOnA4('M0 0L90 0L90 90L0 90Z', (draft) => {
      draft.layout.spacing = 0
      draft.layout.sheetMargin = 0
    })
    expect(fillSheet(project, 'sheet-1', 'piece-1')).toMatchObject({
      laid: { length: 6 },
      largest: 1.1,
      more: { scale: 0.825, count: 8 },
    })
  })

  it('turns no piece that may not be turned', async () => {
    const project = await oneOnA4('M0 0L60 0L30 50Z', (draft) => {
      draft.pieces['piece-1']!.turning = 'none'
    })
    const { laid } = fillSheet(project, 'sheet-1', 'piece-1')!
    expect(new Set(laid.map((l) => l.rotation))).toEqual(new Set([0]))
    // Fifteen in columns; rows that are shifted by half reach between the tips of the next.
    expect(laid.length).toBeGreaterThanOrEqual(20)
    expect(nearest(project, laid)).toBeGreaterThan(3 - 0.02)
    expect(fillSheet(project, 'gone', 'piece-1')).toBeNull()
  })
})
