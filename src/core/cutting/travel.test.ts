import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chance } from '../../../corpus/draw'
import { polylineArea, polylineLength } from '../geometry/polyline'
import { holders } from './holders'
import { orderStrokes } from './order'
import type { Stroke } from './pass'
import { travelOf } from './travel'

const stroke = (line: string, points: number[], closed = false): Stroke => ({
  line,
  piece: 'p',
  copy: 0,
  points: Float64Array.from(points),
  closed,
})
const square = (line: string, x: number, y: number, side: number) =>
  stroke(line, [x, y, x + side, y, x + side, y + side, x, y + side, x, y], true)

/** Squares with smaller ones and slits in them, all over a sheet, in an order as bad as chance makes it. */
function scattered(seed: number, count: number): Stroke[] {
  const random = chance(seed)
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [20 * Math.floor(random() * 30), 20 * Math.floor(random() * 30)]
    const kind = i % 3
    if (kind === 0) return square(`s${i}`, x + 1, y + 1, 18)
    if (kind === 1) return square(`i${i}`, x + 5 + random() * 4, y + 5 + random() * 4, 4)
    return stroke(`o${i}`, [x + 3, y + 3 + 12 * random(), x + 17, y + 3 + 12 * random()])
  })
}

describe('orderStrokes', () => {
  it('keeps every stroke, whatever the way it is walked', () => {
    const all = scattered(3, 120)
    const ordered = orderStrokes(all)
    expect(ordered.map((s) => s.line).sort()).toEqual(all.map((s) => s.line).sort())
    const before = new Map(all.map((s) => [s.line, s]))
    for (const s of ordered) {
      const was = before.get(s.line)!
      expect(polylineLength(s.points)).toBeCloseTo(polylineLength(was.points), 9)
      if (!s.closed) continue
      expect(polylineArea(s.points)).toBeCloseTo(polylineArea(was.points), 9)
      expect([s.points[0], s.points[1]]).toEqual([s.points.at(-2), s.points.at(-1)])
    }
  })

  it('never lets a stroke come before what lies within it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 80 }), (seed, count) => {
        const all = scattered(seed, count)
        const ordered = orderStrokes(all)
        const at = new Map(ordered.map((s, i) => [s.line, i]))
        holders(all).forEach((h, i) => {
          if (h >= 0) expect(at.get(all[i]!.line)!).toBeLessThan(at.get(all[h]!.line)!)
        })
      }),
      { numRuns: 40 },
    )
  })

  it('goes along a row of strokes without turning back, begun at the nearer end (optimum by hand)', () => {
    // A closed stroke ends where it begins, so that the way leads straight to the last one's nearer side.
    const row = [4, 7, 1, 9, 0, 3, 8, 2, 6, 5].map((k) => square(`r${k}`, 15 * k, 0, 10))
    expect(travelOf(orderStrokes(row))).toBeCloseTo(135, 6)
    const lines = [3, 0, 2, 1].map((k) => stroke(`l${k}`, [100, 10 * k, 0, 10 * k]))
    // To and fro: one step of 10 mm after each line.
    expect(travelOf(orderStrokes(lines))).toBeCloseTo(30, 6)
  })

  it('is never longer than the way in the order of the file, and far shorter for many', () => {
    const all = scattered(9, 300)
    expect(travelOf(orderStrokes(all))).toBeLessThan(travelOf(all) / 3)
  })
})
