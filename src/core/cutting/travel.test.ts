import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chance } from '../../../corpus/draw'
import { polylineArea, polylineLength } from '../geometry/polyline'
import { orderStrokes } from './order'
import type { Stroke } from './pass'
import { travelOf } from './travel'

const stroke = (placement: number, points: number[], edge: Stroke['edge'] = null): Stroke => ({
  placement,
  edge,
  points: Float64Array.from(points),
  closed: edge !== null,
})
const square = (
  placement: number,
  x: number,
  y: number,
  side: number,
  edge: 'outline' | 'opening' = 'outline',
) => stroke(placement, [x, y, x + side, y, x + side, y + side, x, y + side, x, y], edge)

/** Squares with smaller ones and slits in them, all over a sheet, in an order as bad as chance makes it. */
function scattered(seed: number, count: number): Stroke[] {
  const random = chance(seed)
  return Array.from({ length: count }, (_, i) => {
    const [column, row] = [Math.floor(random() * 30), Math.floor(random() * 30)]
    const [x, y, piece] = [20 * column, 20 * row, 30 * row + column]
    const kind = i % 3
    if (kind === 0) return square(piece, x + 1, y + 1, 18)
    if (kind === 1) return square(piece, x + 5 + random() * 4, y + 5 + random() * 4, 4, 'opening')
    return stroke(piece, [x + 3, y + 3 + 12 * random(), x + 17, y + 3 + 12 * random()])
  })
}

describe('orderStrokes', () => {
  it('keeps every stroke, whatever the way it is walked', () => {
    const all = scattered(3, 120)
    const ordered = orderStrokes(all)
    const told = (strokes: readonly Stroke[]) =>
      strokes
        .map(
          (s) =>
            `${s.placement} ${s.edge} ${polylineLength(s.points).toFixed(6)} ${s.closed ? polylineArea(s.points).toFixed(6) : ''}`,
        )
        .sort()
    expect(told(ordered)).toEqual(told(all))
    for (const s of ordered)
      if (s.closed) expect([s.points[0], s.points[1]]).toEqual([s.points.at(-2), s.points.at(-1)])
  })

  it('never lets a stroke come before what lies within it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 80 }), (seed, count) => {
        const all = scattered(seed, count)
        // Judged by the strokes alone: after the outline of a piece nothing of it may come.
        const done = new Map<number, number>()
        const outlines = new Map<number, number>()
        for (const s of all)
          if (s.edge === 'outline') outlines.set(s.placement, (outlines.get(s.placement) ?? 0) + 1)
        for (const s of orderStrokes(all)) {
          const cut = done.get(s.placement) ?? 0
          if (s.edge === 'outline') done.set(s.placement, cut + 1)
          else if (outlines.has(s.placement)) expect(cut).toBeLessThan(outlines.get(s.placement)!)
        }
      }),
      { numRuns: 40 },
    )
  })

  it('goes along a row of strokes without turning back, begun at the nearer end (optimum by hand)', () => {
    // A closed stroke ends where it begins, so that the way leads straight to the last one's nearer side.
    const row = [4, 7, 1, 9, 0, 3, 8, 2, 6, 5].map((k) => square(k, 15 * k, 0, 10))
    expect(travelOf(orderStrokes(row))).toBeCloseTo(135, 6)
    const lines = [3, 0, 2, 1].map((k) => stroke(k, [100, 10 * k, 0, 10 * k]))
    // To and fro: one step of 10 mm after each line.
    expect(travelOf(orderStrokes(lines))).toBeCloseTo(30, 6)
  })

  it('is never longer than the way in the order of the file, and far shorter for many', () => {
    const all = scattered(9, 300)
    expect(travelOf(orderStrokes(all))).toBeLessThan(travelOf(all) / 3)
  })
})
