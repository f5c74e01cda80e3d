import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js'
import UnaryUnionOp from 'jsts/org/locationtech/jts/operation/union/UnaryUnionOp.js'
import polygonClipping from 'polygon-clipping'
import { chance } from '../../corpus/draw'
import type { Polyline } from '../../src/core/geometry/flatten'
import { offset, unite } from '../../src/core/geometry/regions'
import { type Figure, medianTime } from './figure'

const [COUNT, POINTS] = [60, 400]

/** Round shapes of many points that overlap, as letters and petals do. */
function petals(): Polyline[] {
  const random = chance(11)
  return Array.from({ length: COUNT }, () => {
    const [x, y, r] = [200 * random(), 200 * random(), 15 + 15 * random()]
    const ring = new Float64Array(2 * POINTS + 2)
    for (let k = 0; k <= POINTS; k += 1) {
      const turn = (2 * Math.PI * (k % POINTS)) / POINTS
      const reach = r * (1 + 0.2 * Math.sin(7 * turn))
      ring[2 * k] = x + reach * Math.cos(turn)
      ring[2 * k + 1] = y + reach * Math.sin(turn)
    }
    return ring
  })
}

const pairs = (ring: Polyline): [number, number][] =>
  Array.from({ length: ring.length / 2 }, (_, i) => [ring[2 * i]!, ring[2 * i + 1]!])

/** Union and offset of the core beside two general polygon libraries. */
export async function measureRegions(): Promise<Figure[]> {
  const rings = petals()
  const factory = new GeometryFactory()
  const general = rings.map((r) =>
    factory.createPolygon(factory.createLinearRing(pairs(r).map(([x, y]) => new Coordinate(x, y)))),
  )
  const [first, ...rest] = rings.map((r) => [pairs(r)])
  const ours = await medianTime(5, () => unite(rings))
  const clipping = await medianTime(3, () => polygonClipping.union(first!, ...rest))
  const jts = await medianTime(3, () => UnaryUnionOp.union(factory.createGeometryCollection(general)))
  const grow = await medianTime(5, () => rings.map((r) => offset([r], 3)))
  // Quarter circles in as many steps as a deviation of 0.01 mm at 3 mm takes.
  const steps = Math.ceil(Math.PI / 4 / Math.acos(1 - 0.01 / 3))
  const growJts = await medianTime(3, () => general.map((g) => BufferOp.bufferOp(g, 3, steps)))
  const best = Math.min(clipping, jts)
  return [
    {
      what: `Union of ${COUNT} rings of ${POINTS} points`,
      figure: `${ours.toFixed(0)} ms`,
      against: `polygon-clipping ${clipping.toFixed(0)} ms, jsts ${jts.toFixed(0)} ms`,
      target: 'no slower than the faster of the two',
      met: ours <= best,
    },
    {
      what: `Offset of ${COUNT} rings of ${POINTS} points by 3 mm`,
      figure: `${grow.toFixed(0)} ms`,
      against: `jsts ${growJts.toFixed(0)} ms (polygon-clipping has no offset)`,
      target: 'at most twice',
      met: grow <= 2 * growJts,
    },
  ]
}
