import { polygonArea, polygonLength } from 'd3-polygon'
import fc from 'fast-check'
import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import { apply, determinant, greatestScale, multiply, rotation, scaling, translation } from './affine'
import { arcByCentre, arcByEnds } from './arc'
import { flatten } from './flatten'
import { areaOf, boundsOf, lengthOf } from './measure'
import { type Contour, readPath, reverseContour, transformContour, writePath } from './path'
import { distance } from './point'
import { crossings, distanceTo, isInside, spread } from './polyline'
import { SpatialIndex } from './spatial-index'

const circle = (r: number, tolerance = 0.001): Contour => ({
  start: { x: r, y: 0 },
  segments: arcByCentre({ x: 0, y: 0 }, r, r, 0, 0, 2 * Math.PI, tolerance),
  closed: true,
})

const ring = (points: [number, number][]) =>
  flatten(readPath(`M${points.map((p) => p.join(' ')).join('L')}Z`))
const square = (x: number, y: number, side: number) =>
  ring([
    [x, y],
    [x + side, y],
    [x + side, y + side],
    [x, y + side],
  ])

describe('path', () => {
  it('writes what it reads', () => {
    const d = 'M0 0L10.5 0C12 0 14 2 14 4L-0.0001 8Z'
    expect(writePath(readPath(d))).toBe(d)
  })

  it.each(['', 'L1 1', 'M0 0A1 1 0 0 0 2 2', 'M0 0L1', 'M0 0Lx 1', 'M0 0M1 1'])('refuses "%s"', (d) =>
    expect(() => readPath(d)).toThrow(RangeError),
  )

  it('reverses: same length, opposite area, and twice is the same shape', () => {
    const contour = readPath('M0 0C0 10 10 10 10 0L5 -5L0 -5Z')
    const back = reverseContour(contour)
    expect(areaOf(back)).toBeCloseTo(-areaOf(contour), 9)
    expect(lengthOf(back)).toBeCloseTo(lengthOf(contour), 9)
    const open = readPath('M0 0L3 0C4 0 5 1 5 2')
    expect(writePath(reverseContour(reverseContour(open)))).toBe(writePath(open))
  })
})

describe('arcs', () => {
  it.each([1, 20, 150, 600])('stray at most 0.001 mm from a circle of radius %d mm', (r) => {
    const fine = flatten(circle(r), 0.0002)
    for (let i = 0; i < fine.length; i += 2)
      expect(Math.abs(Math.hypot(fine[i]!, fine[i + 1]!) - r)).toBeLessThan(0.0013)
  })

  it('follow the flags of SVG 2, "Elliptical arc implementation notes"', () => {
    const lengths = [
      [false, false],
      [false, true],
      [true, false],
      [true, true],
    ].map(([large, clockwise]) => {
      const segments = arcByEnds({ x: 0, y: 0 }, 10, 10, 0, large!, clockwise!, { x: 10, y: 10 }, 0.001)
      return { length: lengthOf({ start: { x: 0, y: 0 }, segments, closed: false }), first: segments[0]!.c1! }
    })
    // A chord of 10 x 10 in a circle of radius 10 is a quarter turn: 5 pi, and 15 pi the long way round.
    expect(lengths.map((l) => l.length / Math.PI)).toEqual([5, 5, 15, 15].map((n) => expect.closeTo(n, 3)))
    expect(lengths[0]!.first.y).toBeGreaterThan(lengths[1]!.first.y)
  })

  it('agree with a general path library on length', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 80, noNaN: true }),
        fc.double({ min: 1, max: 80, noNaN: true }),
        fc.integer({ min: -180, max: 180 }),
        fc.boolean(),
        fc.boolean(),
        (rx, ry, turn, large, sweep) => {
          const to = { x: 30, y: 17 }
          const segments = arcByEnds({ x: 0, y: 0 }, rx, ry, turn, large, sweep, to, 0.0001)
          const ours = lengthOf({ start: { x: 0, y: 0 }, segments, closed: false })
          const theirs = new svgPathProperties(
            `M0 0A${rx} ${ry} ${turn} ${+large} ${+sweep} 30 17`,
          ).getTotalLength()
          expect(Math.abs(ours - theirs) / ours).toBeLessThan(0.005)
        },
      ),
      { numRuns: 60, seed: 7 },
    )
  })

  it('turn into a straight stretch without a radius, and grow radii that are too small', () => {
    expect(arcByEnds({ x: 0, y: 0 }, 0, 5, 0, true, true, { x: 3, y: 4 }, 0.001)).toEqual([
      { to: { x: 3, y: 4 } },
    ])
    const half = arcByEnds({ x: 0, y: 0 }, 1, 1, 0, false, true, { x: 20, y: 0 }, 0.001)
    expect(lengthOf({ start: { x: 0, y: 0 }, segments: half, closed: false })).toBeCloseTo(10 * Math.PI, 3)
  })
})

describe('length, area, bounds', () => {
  it('match closed forms of the circle within 0.01 mm', () => {
    const r = 55
    expect(Math.abs(lengthOf(circle(r)) - 2 * Math.PI * r)).toBeLessThan(0.01)
    expect(Math.abs(areaOf(circle(r)) / (Math.PI * r * r) - 1)).toBeLessThan(1e-4)
    const b = boundsOf(circle(r))
    for (const side of [-b.minX, -b.minY, b.maxX, b.maxY]) expect(Math.abs(side - r)).toBeLessThan(0.002)
  })

  it('match a general polygon library', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 })), {
          minLength: 3,
          maxLength: 30,
        }),
        (points) => {
          const contour = readPath(`M${points.map((p) => p.join(' ')).join('L')}Z`)
          expect(Math.abs(areaOf(contour))).toBeCloseTo(Math.abs(polygonArea(points)), 6)
          expect(lengthOf(contour)).toBeCloseTo(polygonLength(points), 6)
        },
      ),
      { numRuns: 100, seed: 11 },
    )
  })

  it('give the area under a cubic that is a parabola: two thirds of its box', () => {
    const arch = readPath('M0 0C10 20 20 20 30 0Z')
    // Height of the arch is 15 at t = 1/2; its area by Archimedes is 2/3 * base * height.
    expect(Math.abs(areaOf(arch))).toBeCloseTo(300, 6)
    expect(boundsOf(arch).maxY).toBeCloseTo(15, 9)
  })

  it('scale with the determinant of a map', () => {
    const m = multiply(rotation(33), multiply(scaling(2, 3), translation(5, -4)))
    const contour = circle(10)
    expect(areaOf(transformContour(contour, m))).toBeCloseTo(areaOf(contour) * determinant(m), 6)
    expect(greatestScale(m)).toBeCloseTo(3, 9)
    expect(apply(rotation(90, { x: 1, y: 1 }), { x: 2, y: 1 })).toEqual({ x: 1, y: 2 })
  })
})

describe('flatten', () => {
  it('stays within its tolerance of the true curve', () => {
    for (const tolerance of [0.5, 0.1, 0.01]) {
      const contour = readPath('M0 0C60 0 -20 50 40 50C70 50 80 10 60 0')
      const coarse = flatten(contour, tolerance)
      const fine = flatten(contour, 0.0001)
      for (let i = 0; i < fine.length; i += 20)
        expect(distanceTo({ x: fine[i]!, y: fine[i + 1]! }, coarse)).toBeLessThan(tolerance * 1.01)
    }
  })
})

describe('polylines', () => {
  it('tell inside from outside by the even-odd rule', () => {
    const star = ring([
      [0, -10],
      [6, 8],
      [-9, -3],
      [9, -3],
      [-6, 8],
    ])
    expect(isInside({ x: 0, y: -7 }, star)).toBe(true)
    expect(isInside({ x: 0, y: 0 }, star)).toBe(false)
    expect(isInside({ x: 9, y: 9 }, star)).toBe(false)
  })

  it('find crossings', () => {
    expect(crossings(square(0, 0, 10), square(5, 5, 10))).toHaveLength(2)
  })

  it('spread points evenly', () => {
    const points = spread(square(0, 0, 10), 8)
    for (let i = 1; i < points.length; i += 2) expect(distance(points[i - 1]!, points[i]!)).toBeCloseTo(5, 9)
  })
})

describe('SpatialIndex', () => {
  it('finds what a plain search finds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 99 })), {
          maxLength: 60,
        }),
        (at) => {
          const boxes = at.map(([x, y]) => ({ minX: x, minY: y, maxX: x + 5, maxY: y + 5 }))
          const place = { minX: 40, minY: 40, maxX: 60, maxY: 60 }
          const plain = boxes.flatMap((b, i) =>
            b.minX <= 60 && b.maxX >= 40 && b.minY <= 60 && b.maxY >= 40 ? [i] : [],
          )
          expect(new SpatialIndex(boxes).meeting(place).sort((a, b) => a - b)).toEqual(plain)
        },
      ),
      { numRuns: 50, seed: 3 },
    )
  })
})
