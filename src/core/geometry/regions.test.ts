import fc from 'fast-check'
import polygonClipping from 'polygon-clipping'
import { describe, expect, it } from 'vitest'
import { flatten, type Polyline } from './flatten'
import { readPath } from './path'
import { intersect, offset, regionArea, subtract, unite } from './regions'

const ring = (d: string): Polyline => flatten(readPath(d), 0.001)
const square = (x: number, y: number, side: number) =>
  ring(`M${x} ${y}L${x + side} ${y}L${x + side} ${y + side}L${x} ${y + side}Z`)

/** A star of `points` corners round a centre, radii between 5 and 15 mm. */
const star = fc
  .tuple(
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.array(fc.double({ min: 5, max: 15, noNaN: true }), { minLength: 5, maxLength: 24 }),
  )
  .map(([x, y, radii]) => {
    const points = radii.flatMap((r, k) => {
      const turn = (2 * Math.PI * k) / radii.length
      return [x + r * Math.cos(turn), y + r * Math.sin(turn)]
    })
    return Float64Array.from([...points, points[0]!, points[1]!])
  })

type Rings = [number, number][][][]
const asRings = (p: Polyline): [number, number][][] => [
  Array.from({ length: p.length / 2 }, (_, i): [number, number] => [p[2 * i]!, p[2 * i + 1]!]),
]
const shoelace = (points: [number, number][]) =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!
    return sum + (x * v - u * y) / 2
  }, 0)
const areaOfRings = (rings: Rings) =>
  rings.reduce(
    (sum, [outer, ...holes]) =>
      sum + Math.abs(shoelace(outer!)) - holes.reduce((h, hole) => h + Math.abs(shoelace(hole)), 0),
    0,
  )

describe('regions', () => {
  it('unite, intersect and subtract squares', () => {
    const [a, b] = [[square(0, 0, 10)], [square(5, 5, 10)]]
    expect(regionArea(unite([...a, ...b]))).toBeCloseTo(175, 6)
    expect(regionArea(intersect(a, b))).toBeCloseTo(25, 6)
    expect(regionArea(subtract(a, b))).toBeCloseTo(75, 6)
    expect(regionArea(subtract([square(0, 0, 10)], [square(2, 2, 3)]))).toBeCloseTo(91, 6)
  })

  it('agree in area with polygon-clipping, a library of another method (Martinez et al. 2013)', () => {
    fc.assert(
      fc.property(star, star, (a, b) => {
        const theirs = {
          union: areaOfRings(polygonClipping.union(asRings(a), asRings(b))),
          both: areaOfRings(polygonClipping.intersection(asRings(a), asRings(b))),
          less: areaOfRings(polygonClipping.difference(asRings(a), asRings(b))),
        }
        expect(Math.abs(regionArea(unite([a, b])) - theirs.union)).toBeLessThan(0.05)
        expect(Math.abs(regionArea(intersect([a], [b])) - theirs.both)).toBeLessThan(0.05)
        expect(Math.abs(regionArea(subtract([a], [b])) - theirs.less)).toBeLessThan(0.05)
      }),
      { numRuns: 60 },
    )
  })

  it('grow and shrink as closed forms say (Steiner 1840: area + perimeter r + pi r²)', () => {
    const grown = regionArea(offset([square(0, 0, 20)], 3, 'round', 0.001))
    expect(grown).toBeCloseTo(400 + 80 * 3 + Math.PI * 9, 1)
    expect(regionArea(offset([square(0, 0, 20)], -3))).toBeCloseTo(14 * 14, 4)
    expect(regionArea(offset([square(0, 0, 20)], 3, 'sharp'))).toBeCloseTo(26 * 26, 4)
    expect(offset([square(0, 0, 5)], -3)).toEqual([])
  })

  it('an opening shrinks as its outline grows', () => {
    const frame = subtract([square(0, 0, 40)], [square(10, 10, 20)])
    expect(regionArea(offset(frame, 2, 'sharp'))).toBeCloseTo(44 * 44 - 16 * 16, 3)
  })
})
