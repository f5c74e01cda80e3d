import { readFileSync } from 'node:fs'
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js'
import UnaryUnionOp from 'jsts/org/locationtech/jts/operation/union/UnaryUnionOp.js'
import { difference, union } from 'polyclip-ts'
import { chance } from '../../corpus/draw'
import type { Project } from '../../src/core/document/project'
import { flatten } from '../../src/core/geometry/flatten'
import { areaOf } from '../../src/core/geometry/measure'
import type { Contour } from '../../src/core/geometry/path'
import { make, pieces, rect, round } from '../../src/core/making/drawn-pieces'
import { putAtHand } from '../../src/core/making/lettering/fonts'
import { readFont } from '../../src/core/making/lettering/read-font'
import { addMaking, changeMeasures } from '../../src/core/making/make'
import { settled } from '../../src/core/making/settle'
import { combine } from '../../src/core/outlines/combine'
import { offsetOutline } from '../../src/core/outlines/offset'
import { type Figure, medianTime } from './figure'

const PAIRS = 40
/** How far the polylines of the others stray from the curves, mm: as far as ours may. */
const FLATNESS = 0.004

/** A round shape of twelve curves about a point. */
function blob(random: () => number, x: number, y: number): Contour {
  const count = 12
  const reach = Array.from({ length: count }, () => 14 + 10 * random())
  const at = (k: number, by = 1) => {
    const turn = (2 * Math.PI * k) / count
    const r = by * reach[Math.round(k) % count]!
    return { x: x + r * Math.cos(turn), y: y + r * Math.sin(turn) }
  }
  const start = at(0)
  return {
    start,
    segments: Array.from({ length: count }, (_, k) => ({
      c1: at(k + 0.35),
      c2: at(k + 0.65, 1.02),
      to: at(k + 1),
    })),
    closed: true,
  }
}

const ringOf = (contour: Contour): [number, number][] => {
  const line = flatten(contour, FLATNESS)
  return Array.from({ length: line.length / 2 }, (_, i) => [line[2 * i]!, line[2 * i + 1]!])
}

const area = (outline: readonly Contour[]) => Math.abs(outline.reduce((sum, c) => sum + areaOf(c), 0))

/** How many of some works throw. */
function failures(works: readonly (() => unknown)[]): number {
  return works.filter((work) => {
    try {
      work()
      return false
    } catch {
      return true
    }
  }).length
}

/** Booleans and offsets with curves kept beside two general libraries, which get polylines. */
async function measureOutlines(): Promise<Figure[]> {
  const random = chance(5)
  const drawn = Array.from({ length: PAIRS }, (): [Contour, Contour] => [
    blob(random, 0, 0),
    blob(random, 10 * random(), 10 * random()),
  ])
  // Blobs run the other way round now and then: ours take outlines by their winding.
  const pairs = drawn.map(([a, b]) => [combine('union', [a]), combine('union', [b])] as const)
  const rings = drawn.map(
    ([a, b]) => [[ringOf(a)], [ringOf(b)]] as [[number, number][][], [number, number][][]],
  )
  const factory = new GeometryFactory()
  const general = rings.map((pair) =>
    pair.map(([ring]) =>
      factory.createPolygon(factory.createLinearRing(ring!.map(([x, y]) => new Coordinate(x, y)))),
    ),
  )
  const per = (ms: number) => ms / PAIRS
  const ours = per(
    await medianTime(3, () => {
      for (const [a, b] of pairs) {
        combine('union', a, b)
        combine('difference', a, b)
      }
    }),
  )
  const polyclip = per(
    await medianTime(3, () => {
      for (const [a, b] of rings) {
        union(a, b)
        difference(a, b)
      }
    }),
  )
  const jts = per(
    await medianTime(3, () => {
      for (const pair of general) UnaryUnionOp.union(factory.createGeometryCollection(pair))
    }),
  )
  const failed = failures(
    pairs.map(
      ([a, b]) =>
        () =>
          combine('union', a, b),
    ),
  )
  const failedClip = failures(
    rings.map(
      ([a, b]) =>
        () =>
          union(a, b),
    ),
  )
  const grow = per(await medianTime(3, () => pairs.map(([a]) => offsetOutline(a, 3))))
  const growJts = per(await medianTime(3, () => general.map(([g]) => BufferOp.bufferOp(g, 3, 40))))
  const off = Math.max(
    ...pairs.map(([a], i) => {
      const theirs = (BufferOp.bufferOp(general[i]![0], 3, 40) as { getArea(): number }).getArea()
      return Math.abs(area(offsetOutline(a, 3)) - theirs) / theirs
    }),
  )
  return [
    {
      what: `Union and difference of two shapes of 12 curves, curves kept (${PAIRS} pairs)`,
      figure: `${ours.toFixed(1)} ms a pair, ${failed} failed`,
      against: `polyclip-ts on polylines ${polyclip.toFixed(1)} ms, ${failedClip} failed; jsts union alone ${jts.toFixed(1)} ms`,
      target: 'at most twice polyclip-ts, none failed',
      met: ours <= 2 * polyclip && failed === 0,
    },
    {
      what: 'Offset of a shape of 12 curves by 3 mm, curves kept',
      figure: `${grow.toFixed(1)} ms, area off by ${(100 * off).toFixed(3)} % at most`,
      against: `jsts on polylines ${growJts.toFixed(1)} ms (polyclip-ts has no offset)`,
      target: 'at most 10 times jsts, within 0.1 %',
      met: grow <= 10 * growJts && off < 0.001,
    },
  ]
}

/** Forty letters round a circle with two surrounds, made anew for another measure. */
async function measureLettering(): Promise<Figure> {
  putAtHand('titan-one', readFont(new Uint8Array(readFileSync('public/fonts/titan-one.woff'))))
  const text = 'Lantern Quay Tea Fair by the old harbour wall'
  const measures = { text, course: 'outline', join: 'base', height: 8 }
  const { project } = make(pieces([round(60, 60, 60), round(60, 60, 52)]), 'lettering', measures)
  const words = Object.values(project.pieces).find((p) => p.outline[0]!.startsWith('m-'))!
  const [whole] = settled(
    addMaking(project, {
      id: 'behind',
      recipe: 'surround',
      measures: { by: [3, 7] },
      takes: [{ piece: words.id, spent: false }],
    }),
  )
  let sink = 1
  const ms = await medianTime(5, () => {
    sink += 0.1
    settled(changeMeasures(whole, 'm', { sink }))
  })
  return {
    what: `${[...text].filter((c) => c !== ' ').length} letters round a circle with two surrounds, made anew`,
    figure: `${ms.toFixed(0)} ms`,
    against: '-',
    target: 'at most 50 ms',
    met: ms <= 50,
  }
}

/** A change at the head of twelve makings, each of the one before, in a project of 2,000 lines. */
async function measureChain(): Promise<Figure> {
  const many = Array.from({ length: 2000 }, (_, k) =>
    rect((k % 50) * 12, 200 + Math.floor(k / 50) * 12, 10, 10),
  )
  const head = addMaking(pieces(many), {
    id: 'c0',
    recipe: 'shape',
    measures: { kind: 'heart', width: 120, height: 90 },
  })
  let [next]: [Project, unknown] = settled(head)
  for (let k = 1; k < 12; k += 1) {
    const before = Object.values(next.pieces).find((p) => next.lines[p.outline[0]!]?.source === `c${k - 1}`)!
    const recipe = k % 2 === 1 ? 'surround' : 'inset'
    const takes = [{ piece: before.id, spent: true }]
    next = settled(addMaking(next, { id: `c${k}`, recipe, measures: { by: 3 }, takes }))[0]
  }
  let width = 120
  const ms = await medianTime(5, () => {
    width += 1
    settled(changeMeasures(next, 'c0', { width }))
  })
  return {
    what: `A change at the head of 12 makings in a project of ${Object.keys(next.lines).length} lines`,
    figure: `${ms.toFixed(0)} ms`,
    against: '-',
    target: 'at most 150 ms',
    met: ms <= 150,
  }
}

/** Makings: outlines combined and grown, letters, and what hangs on one another. */
export const measureMakings = async (): Promise<Figure[]> => [
  ...(await measureOutlines()),
  await measureLettering(),
  await measureChain(),
]
