import fc from 'fast-check'
import ArrayList from 'jsts/java/util/ArrayList.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import PrecisionModel from 'jsts/org/locationtech/jts/geom/PrecisionModel.js'
import WKTReader from 'jsts/org/locationtech/jts/io/WKTReader.js'
import 'jsts/org/locationtech/jts/monkey.js'
import GeometryNoder from 'jsts/org/locationtech/jts/noding/snapround/GeometryNoder.js'
import Polygonizer from 'jsts/org/locationtech/jts/operation/polygonize/Polygonizer.js'
import UnaryUnionOp from 'jsts/org/locationtech/jts/operation/union/UnaryUnionOp.js'
import { describe, expect, it } from 'vitest'
import { shapeOf } from '../geometry/shape'
import { arrange } from '.'

/** Where lines run along one another the library's rounding leaves slivers; smaller faces are not compared, mm². */
const LEAST = 4.437

type Line = readonly [x: number, y: number][]

/** The areas of the polygons that the general geometry library JTS makes of lines, holes taken off; the largest first. */
function judged(lines: readonly Line[]): number[] {
  const reader = new WKTReader(new GeometryFactory(new PrecisionModel()))
  const all = new ArrayList(lines.length)
  for (const l of lines) all.add(reader.read(`LINESTRING (${l.map(([x, y]) => `${x} ${y}`).join(', ')})`))
  // Rounded to 1/1000 mm, so that lines which run along one another are parted in the same places.
  const noded = new GeometryNoder(new PrecisionModel(1000)).node(all)
  const polygonizer = new Polygonizer()
  polygonizer.add(UnaryUnionOp.union(noded))
  return polygonizer
    .getPolygons()
    .toArray()
    .map((p: { getArea(): number }) => p.getArea())
    .filter((area: number) => area > LEAST)
    .sort((a: number, b: number) => b - a)
}

/** The areas of the faces, what lies in holes of them taken off. */
function found(lines: readonly Line[]): number[] {
  const { faces, within, component } = arrange(
    lines.map((l) => shapeOf(`M${l.map(([x, y]) => `${x} ${y}`).join('L')}`)),
  )
  // What a part of the drawing encloses as a whole: its faces together.
  const whole = within.map(() => 0)
  faces.forEach((face) => {
    whole[component[face.walk[0]! >> 1]!]! += face.area
  })
  return faces
    .map((face, f) => face.area - within.reduce((sum, holder, c) => sum + (holder === f ? whole[c]! : 0), 0))
    .filter((area) => area > LEAST)
    .sort((a, b) => b - a)
}

/** Lines on a coarse grid: they cross, meet, touch in ends and run along one another. */
const point = fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 0, max: 8 }))
const drawing = fc.array(
  fc
    .array(point, { minLength: 2, maxLength: 5 })
    .map((p) => p.filter(([x, y], i) => i === 0 || x !== p[i - 1]![0] || y !== p[i - 1]![1]))
    .filter((p) => p.length >= 2)
    .map((p) => p.map(([x, y]): [number, number] => [20 * x, 20 * y])),
  { minLength: 1, maxLength: 10 },
)

describe('faces of lines', () => {
  it('are those that a general geometry library finds, however lines cross, meet and run along one another', () => {
    fc.assert(
      fc.property(drawing, (lines) => {
        const [ours, theirs] = [found(lines), judged(lines)]
        expect(ours.length).toBe(theirs.length)
        for (const [i, area] of ours.entries()) expect(Math.abs(area - theirs[i]!)).toBeLessThan(2)
      }),
      { numRuns: 150, seed: 9 },
    )
  })

  it('that are wrong are told: a line that is missing is seen', () => {
    const square: Line = [
      [0, 0],
      [40, 0],
      [40, 40],
      [0, 40],
      [0, 0],
    ]
    const across: Line = [
      [0, 20],
      [40, 20],
    ]
    expect(found([square, across])).toEqual([800, 800].map((a) => expect.closeTo(a, 6)))
    expect(found([square])).not.toEqual(judged([square, across]))
  })
})
