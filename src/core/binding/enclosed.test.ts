import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ringOf } from '../geometry/chain'
import { areaOf } from '../geometry/measure'
import { type Contour, reverseContour, writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { findEnclosed } from './enclosed'

/** The sides of a regular polygon as separate contours. */
function sides(count: number, cx = 0, cy = 0, r = 50): Contour[] {
  const corner = (i: number) => ({
    x: cx + r * Math.cos((2 * Math.PI * i) / count),
    y: cy + r * Math.sin((2 * Math.PI * i) / count),
  })
  return Array.from({ length: count }, (_, i) => ({
    start: corner(i),
    segments: [{ to: corner(i + 1) }],
    closed: false,
  }))
}

/** A generator that shuffles by a seed and turns some contours round. */
const disordered = (contours: Contour[], seed: number): Contour[] => {
  const random = (i: number) => Math.abs(Math.sin(seed * 99.7 + i * 13.3)) % 1
  return contours
    .map((c, i) => ({ c: random(i) < 0.5 ? reverseContour(c) : c, key: random(i + 1000) }))
    .sort((a, b) => a.key - b.key)
    .map(({ c }) => c)
}

const enclosed = (contours: readonly Contour[], tolerance?: number) =>
  findEnclosed(
    contours.map((c) => shapeOf(writePath(c))),
    tolerance,
  ).enclosed

describe('findEnclosed', () => {
  it('closes polygons whose sides come in any order and direction', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 40 }), fc.integer({ min: 1, max: 999 }), (count, seed) => {
        const contours = disordered([...sides(count), ...sides(count, 300)], seed)
        const found = enclosed(contours)
        expect(found.map((c) => c.outline.length)).toEqual([count, count])
        // A regular polygon of n sides has the area n/2 r² sin(2 pi / n).
        const expected = (count / 2) * 2500 * Math.sin((2 * Math.PI) / count)
        for (const piece of found) {
          const contour = ringOf(piece.outline.map((i) => contours[i]!))
          expect(Math.abs(areaOf(contour))).toBeCloseTo(expected, 1)
          expect(piece.area).toBeCloseTo(expected, 1)
        }
      }),
      { numRuns: 60, seed: 17 },
    )
  })

  it('leaves open what lacks a side or gapes by more than the tolerance', () => {
    expect(enclosed(sides(6).slice(1))).toEqual([])
    const gaping = sides(4).map((c, i) =>
      i === 0 ? { ...c, start: { x: c.start.x, y: c.start.y + 0.2 } } : c,
    )
    expect(enclosed(gaping)).toEqual([])
    expect(enclosed(gaping, 0.3)).toHaveLength(1)
  })

  it('keeps a slit that ends in the piece out of the outline, wherever it begins', () => {
    const square = sides(4)
    const slit: Contour = { start: square[0]!.start, segments: [{ to: { x: 0, y: 0 } }], closed: false }
    const [piece, ...others] = enclosed([...square, slit])
    expect(others).toEqual([])
    expect(piece!.outline).toHaveLength(4)
    expect(piece!.lines).toContain(4)
  })

  it('counts an opening once whose edge comes near to itself', () => {
    // A keyhole: its two rooms are joined by a passage of 0.05 mm, which the tolerance closes.
    const keyhole =
      'M20 20L48 20L48 49.975L52 49.975L52 20L80 20L80 80L52 80L52 50.025L48 50.025L48 80L20 80Z'
    const shapes = ['M0 0L100 0L100 100L0 100Z', keyhole].map(shapeOf)
    const { enclosed } = findEnclosed(shapes)
    expect(enclosed.map((e) => [e.outline, e.openings])).toContainEqual([[0], [[1]]])
  })
})
