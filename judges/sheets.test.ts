import { describe, expect, it } from 'vitest'
import { judgeFill, rowsHold, thirtyShapes } from './rows'
import { judgeSpacing, spacingJob, tooNear } from './spacing'

describe('how many fit', () => {
  // All thirty by night: `npm run measure`.
  it.each([0, 1, 2, 7, 14, 28])(
    'is never less than rows on squared paper hold, nor more than there is room (%i)',
    (k) => {
      const { told, rows, bound, near } = judgeFill(thirtyShapes()[k]!)
      expect(told).toBeGreaterThanOrEqual(rows)
      expect(told).toBeLessThanOrEqual(bound)
      expect(near).toBeLessThan(0.01)
    },
  )

  it('is judged by rows that are known: squares, and crosses that tile', () => {
    const square = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ] as const
    expect(rowsHold(square, { width: 55, height: 40 })).toBe(20)
    // Three rows of boxes would hold nine; crosses reach between one another.
    expect(rowsHold(thirtyShapes()[1]!, { width: 100, height: 90 })).toBeGreaterThan(9)
  })
})

describe('the distances between pieces on a sheet', () => {
  // Sixty by night: `npm run measure`.
  it.each([4, 6, 7, 12, 19])(
    'are nowhere less than asked, curves and openings and all turns (%i)',
    (seed) => {
      expect(judgeSpacing(seed)).toBeLessThan(0.01)
    },
  )

  it('would be found too small', () => {
    const project = spacingJob(4)
    const [piece] = Object.keys(project.pieces)
    const at = (x: number, copy: number) => ({ id: `${copy}`, piece: piece!, copy, x, y: 100, rotation: 0 })
    const sheet = (gap: number) => ({
      id: 's',
      paper: 'card',
      width: 210,
      height: 297,
      placements: [at(20, 0), at(20 + gap, 1)],
    })
    expect(tooNear(project, sheet(150))).toBeLessThan(0)
    expect(tooNear(project, sheet(1))).toBeGreaterThanOrEqual(project.layout.spacing)
    expect(tooNear(project, { ...sheet(150), placements: [at(-2, 0)] })).toBeGreaterThan(1.9)
  })
})
