import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fillGrid, otherSizes, repeat } from './repeat'
import { snap } from './snap'

const area = (width: number, height: number) => ({ minX: 0, minY: 0, maxX: width, maxY: height })
const A4 = area(210, 297)

describe('fillGrid', () => {
  it('repeats six on A4 with 12.1 mm to spare across (common practice; A4 by ISO 216)', () => {
    const grid = fillGrid({ width: 197.9, height: 45 }, A4, 0, false)
    expect(grid).toMatchObject({ across: 1, down: 6, count: 6 })
    expect(grid.spareX).toBeCloseTo(12.1, 9)
    expect(grid.spareY).toBeCloseTo(27, 9)
  })

  it('lays eight A7 on A4, turned or not, exactly but for the rounding of ISO 216', () => {
    const grid = fillGrid({ width: 74, height: 105 }, A4, 0)
    expect(grid.count).toBe(8)
    expect(grid).toMatchObject({ turned: true, across: 2, down: 4, spareX: 0, spareY: 1 })
  })

  it('counts the spacing between pieces only', () => {
    expect(fillGrid({ width: 50, height: 50 }, area(106, 50), 6).count).toBe(2)
    expect(fillGrid({ width: 50, height: 50 }, area(105.9, 50), 6).count).toBe(1)
    expect(fillGrid({ width: 300, height: 300 }, A4, 0).count).toBe(0)
  })

  it('tells the largest size that gives as many, and the next one that gives more', () => {
    const { largest, more } = otherSizes({ width: 90, height: 90 }, A4, 0)
    expect(fillGrid({ width: 90, height: 90 }, A4, 0).count).toBe(6)
    expect(largest).toEqual({ scale: 1.1, count: 6 })
    expect(more).toEqual({ scale: 0.825, count: 8 })
  })

  it('is never surpassed a hair beyond the sizes that it tells', () => {
    const mm = fc.double({ min: 20, max: 190, noNaN: true })
    fc.assert(
      fc.property(mm, mm, fc.double({ min: 0, max: 10, noNaN: true }), (width, height, spacing) => {
        const { count } = fillGrid({ width, height }, A4, spacing)
        const { largest, more } = otherSizes({ width, height }, A4, spacing)
        const at = (s: number) => fillGrid({ width: width * s, height: height * s }, A4, spacing).count
        if (largest) expect(at(largest.scale + 0.002)).toBeLessThanOrEqual(count)
        if (more) {
          expect(at(more.scale)).toBeGreaterThan(count)
          expect(at(Math.min(1, more.scale + 0.002))).toBeLessThanOrEqual(count)
        }
      }),
    )
  })
})

describe('repeat', () => {
  it('lays copies in rows at the exact spacing', () => {
    const placements = repeat(
      'tag',
      { width: 40, height: 60 },
      { across: 3, down: 2, turned: true },
      { x: 6, y: 6 },
      2.5,
    )
    expect(placements.map((p) => [p.copy, p.x, p.y, p.rotation])).toEqual([
      [0, 6, 6, 90],
      [1, 68.5, 6, 90],
      [2, 131, 6, 90],
      [3, 6, 48.5, 90],
      [4, 68.5, 48.5, 90],
      [5, 131, 48.5, 90],
    ])
  })
})

describe('snap', () => {
  const box = (minX: number, minY: number, side = 20) => ({
    minX,
    minY,
    maxX: minX + side,
    maxY: minY + side,
  })

  it('draws a box to the area, to the side of another, or beside it at the spacing', () => {
    expect(snap(box(1.2, 50), [], A4, 3, 2)).toEqual({ x: expect.closeTo(-1.2, 9), y: 0 })
    expect(snap(box(124, 51), [box(100, 50)], A4, 3, 2)).toEqual({ x: -1, y: -1 })
    expect(snap(box(189, 100), [], A4, 3, 2)).toEqual({ x: 1, y: 0 })
    expect(snap(box(60, 60), [box(100, 100)], A4, 3, 2)).toEqual({ x: 0, y: 0 })
  })
})
