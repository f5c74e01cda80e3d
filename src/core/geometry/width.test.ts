import { describe, expect, it } from 'vitest'
import { shapeOf } from './shape'
import { narrowestPlace } from './width'

const ring = (...p: [number, number][]) => Float64Array.from([...p, p[0]!].flat())
const circle = (x: number, y: number, r: number, n = 400) =>
  ring(
    ...Array.from(
      { length: n },
      (_, k) =>
        [x + r * Math.cos((2 * Math.PI * k) / n), y + r * Math.sin((2 * Math.PI * k) / n)] as [
          number,
          number,
        ],
    ),
  )

describe('narrowestPlace, against closed forms', () => {
  it('an annulus is as wide as its radii differ, an eccentric one by less', () => {
    expect(narrowestPlace(circle(0, 0, 20), [circle(0, 0, 18.8)], [], 1.6)!.width).toBeCloseTo(1.2, 2)
    const found = narrowestPlace(circle(0, 0, 20), [circle(0.4, 0, 18.8)], [], 1.6)!
    // R - r - e, on the side to which the hole is moved.
    expect(found.width).toBeCloseTo(0.8, 2)
    expect(found.at.x).toBeCloseTo(19.6, 1)
    expect(narrowestPlace(circle(0, 0, 20), [circle(0, 0, 18)], [], 1.6)).toBeNull()
  })

  it('an hourglass is as wide as its waist', () => {
    const glass = ring([0, 0], [30, 0], [15.5, 20], [30, 40], [0, 40], [14.5, 20])
    // Two corners face each other over the waist.
    const found = narrowestPlace(glass, [], [], 1.6)!
    expect(found.width).toBeGreaterThan(0.98)
    expect(found.width).toBeLessThan(1.15)
    expect(found.at.y).toBeCloseTo(20, 0)
  })

  it('a wedge between two bodies is as wide as its narrow end', () => {
    const body = ring(
      [-20, -10],
      [0, -10],
      [0, -2],
      [30, -0.5],
      [30, -10],
      [50, -10],
      [50, 10],
      [30, 10],
      [30, 0.5],
      [0, 2],
      [0, 10],
      [-20, 10],
    )
    const found = narrowestPlace(body, [], [], 1.6)!
    expect(found.width).toBeCloseTo(1, 1)
    expect(found.at.x).toBeCloseTo(30, 0)
  })

  it('two round holes leave their distance less both radii', () => {
    const square = ring([0, 0], [60, 0], [60, 40], [0, 40])
    const found = narrowestPlace(square, [circle(19, 20, 10), circle(40.2, 20, 10)], [], 1.6)!
    expect(found.width).toBeCloseTo(1.2, 2)
    expect(found.at.x).toBeCloseTo(29.6, 1)
  })

  it('a tip is no narrow place, however sharp', () => {
    expect(narrowestPlace(ring([0, 0], [30, 3], [0, 6]), [], [], 1.6)).toBeNull()
  })

  it('a strip between an edge and a slit, on either side of the slit', () => {
    const square = ring([0, 0], [50, 0], [50, 50], [0, 50])
    expect(narrowestPlace(square, [], [Float64Array.of(10, 1.25, 40, 1.25)], 1.6)!.width).toBeCloseTo(1.25, 2)
    expect(narrowestPlace(square, [], [Float64Array.of(10, 25, 40, 25)], 1.6)).toBeNull()
  })

  it('corners are no narrow places, sharp or rounded', () => {
    expect(narrowestPlace(ring([0, 0], [50, 0], [50, 50], [0, 50]), [], [], 1.6)).toBeNull()
    expect(narrowestPlace(ring([0, 0], [50, 0], [25, 43]), [], [], 1.6)).toBeNull()
    const rounded = shapeOf('M0.3 0L49.7 0C49.87 0 50 0.13 50 0.3L50 50L0 50L0 0.3C0 0.13 0.13 0 0.3 0Z')
    expect(narrowestPlace(rounded.polyline, [], [], 1.6)).toBeNull()
  })
})
