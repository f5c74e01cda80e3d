import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ringOf } from './chain'
import { flatten } from './flatten'
import { areaOf, boundsOf } from './measure'
import { readPath } from './path'
import { polylineArea, polylineBox, polylineLength } from './polyline'
import { type Ring, ringDepths, sameCourse } from './rings'
import { shapeOf } from './shape'

describe('ringOf', () => {
  it('needs something to close', () => expect(() => ringOf([])).toThrow(RangeError))
})

const square = (x: number, y: number, side: number): Ring =>
  shapeOf(`M${x} ${y}L${x + side} ${y}L${x + side} ${y + side}L${x} ${y + side}Z`)

describe('ringDepths', () => {
  it('agrees with a plain count of holders, for squares that do not cross', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 40 }), (choices) => {
        // Each square halves into a corner of an earlier one, so that rings either nest or lie apart.
        const cells: { x: number; y: number; side: number }[] = [{ x: 0, y: 0, side: 4096 }]
        choices.forEach((choice, i) => {
          const cell = cells[(i * 7) % cells.length]!
          const side = cell.side / 4
          const at = (k: number) => side * 0.5 + k * side * 1.5
          if (side > 1)
            cells.push({
              x: cell.x + at(choice % 2),
              y: cell.y + at(choice > 2 ? 1 : 0),
              side: side * (1 - i / 100),
            })
        })
        const rings = cells.map((c) => square(c.x, c.y, c.side))
        const crossing = cells.some((a, i) =>
          cells.some((b, j) => {
            if (i >= j) return false
            const meets = a.x < b.x + b.side && b.x < a.x + a.side && a.y < b.y + b.side && b.y < a.y + a.side
            const holds = (p: typeof a, q: typeof a) =>
              q.x > p.x && q.y > p.y && q.x + q.side < p.x + p.side && q.y + q.side < p.y + p.side
            return meets && !holds(a, b) && !holds(b, a)
          }),
        )
        fc.pre(!crossing)
        const plain = cells.map(
          (q) =>
            cells.filter(
              (p) => q.x > p.x && q.y > p.y && q.x + q.side < p.x + p.side && q.y + q.side < p.y + p.side,
            ).length,
        )
        expect(ringDepths(rings).map((n) => n.depth)).toEqual(plain)
      }),
      { numRuns: 60, seed: 23 },
    )
  })

  it('sees through twins: what lies in one lies in both', () => {
    const nested = ringDepths([square(0, 0, 100), square(0.02, 0, 100), square(10, 10, 20)])
    expect(nested[1]).toMatchObject({ twin: 0 })
    expect(nested[2]).toEqual({ parent: 0, depth: 1, twin: -1 })
  })

  it('does not nest what only touches or overlaps a little', () => {
    const depths = ringDepths([square(0, 0, 100), square(100, 0, 50), square(90, 60, 30)]).map((n) => n.depth)
    expect(depths).toEqual([0, 0, 0])
  })

  it('knows the same course whatever its start and direction', () => {
    const turned = shapeOf('M100 100L0 100L0 0L100 0Z')
    expect(sameCourse(square(0, 0, 100), turned)).toBe(true)
    expect(sameCourse(square(0, 0, 100), square(0.3, 0, 100))).toBe(false)
  })
})

describe('shapeOf', () => {
  it('answers the same object for the same path, with closed forms of a square', () => {
    const shape = shapeOf('M0 0L10 0L10 10L0 10Z')
    expect(shapeOf('M0 0L10 0L10 10L0 10Z')).toBe(shape)
    expect(shape).toMatchObject({ area: 100, length: 40, box: { minX: 0, minY: 0, maxX: 10, maxY: 10 } })
    expect(shapeOf('M0 0L10 0').area).toBe(0)
  })
})

describe('polyline measures', () => {
  it('agree with those of the contour', () => {
    const contour = readPath('M0 0C20 0 30 10 30 30L0 30Z')
    const line = flatten(contour, 0.0005)
    expect(Math.abs(polylineArea(line))).toBeCloseTo(Math.abs(areaOf(contour)), 1)
    expect(polylineBox(line).maxX).toBeCloseTo(boundsOf(contour).maxX, 3)
    expect(polylineLength(flatten(readPath('M0 0L3 4L3 10')))).toBe(11)
  })
})
