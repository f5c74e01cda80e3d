import fc from 'fast-check'
import polygonClipping from 'polygon-clipping'
import { describe, expect, it } from 'vitest'
import { guillotine, interlocking, jigsaw } from '../../../corpus/cut-up'
import { flatten, type Polyline } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { findPoles } from '../geometry/poles'
import { distanceTo, isInside, polylineArea, polylineBox } from '../geometry/polyline'
import { simplify } from '../geometry/simplify'
import { type Kind, type Laid, type Nesting, type NestProblem, nest } from '.'
import { collide } from './collide'
import { SolidKind } from './solid'

const ring = (d: string): Polyline => flatten(readPath(d), 0.02)
const rect = (w: number, h: number, x = 0, y = 0) =>
  ring(`M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`)
const TRIANGLE = ring('M0 0L60 0L0 90Z')
const ELL = ring('M0 0L80 0L80 25L25 25L25 80L0 80Z')
const LEAF = ring('M0 40C10 0 60 0 90 30C60 70 20 70 0 40Z')

const kind = (rings: Polyline[], turning: Kind['turning'] = 'quarter'): Kind => ({ rings, turning })

function problem(kinds: Kind[], copies: number, options: Partial<NestProblem> = {}): NestProblem {
  return {
    kinds,
    items: kinds.flatMap((_, k) => Array.from({ length: copies }, () => k)),
    stocks: [{ area: { minX: 10, minY: 10, maxX: 200, maxY: 287 }, count: null, taken: [] }],
    spacing: 0,
    ...options,
  }
}

/** The best answer within a number of steps: independent of how fast the machine is. */
function bestWithin(p: NestProblem, steps: number, seed = 1, shape: 'true' | 'box' = 'true'): Nesting {
  let best: Nesting | null = null
  let n = 0
  for (const answer of nest(p, seed, { shape })) {
    if (answer) best = answer.nesting
    n += 1
    if (n >= steps) break
  }
  return best!
}

/** The rings of a laid item, turned by plain trigonometry about nothing the nester knows of. */
function ringsOf(p: NestProblem, { item, x, y, rotation }: Laid): Polyline[] {
  const angle = (rotation * Math.PI) / 180
  const turned = p.kinds[p.items[item]!]!.rings.map((r) =>
    Float64Array.from(r, (_, i) => {
      const [u, v] = i % 2 === 0 ? [r[i]!, r[i + 1]!] : [r[i - 1]!, r[i]!]
      return i % 2 === 0
        ? u * Math.cos(angle) - v * Math.sin(angle)
        : u * Math.sin(angle) + v * Math.cos(angle)
    }),
  )
  const box = polylineBox(turned[0]!)
  return turned.map((r) => r.map((v, i) => v + (i % 2 === 0 ? x - box.minX : y - box.minY)))
}

const pairs = (r: Polyline): [number, number][] =>
  Array.from({ length: r.length / 2 }, (_, i) => [r[2 * i]!, r[2 * i + 1]!])
const areaOf = (polygons: [number, number][][][]) =>
  polygons
    .flat()
    .reduce(
      (sum, points, i) => sum + (i === 0 ? 1 : -1) * Math.abs(polylineArea(Float64Array.from(points.flat()))),
      0,
    )

/** Checks with a library that the nester does not use that nothing overlaps, and that all lies where it may. */
function expectSound(p: NestProblem, nesting: Nesting): void {
  const all = [...nesting.sheets.flatMap((s) => s.laid.map((l) => l.item)), ...nesting.left]
  expect([...all].sort((a, b) => a - b)).toEqual(p.items.map((_, i) => i))
  for (const { stock, laid } of nesting.sheets) {
    const { area } = p.stocks[stock]!
    const rings = laid.map((l) => ringsOf(p, l))
    rings.forEach(([outer], i) => {
      const box = polylineBox(outer!)
      expect(Math.min(box.minX - area.minX, box.minY - area.minY)).toBeGreaterThan(-0.01)
      expect(Math.min(area.maxX - box.maxX, area.maxY - box.maxY)).toBeGreaterThan(-0.01)
      for (let j = 0; j < i; j += 1) {
        const shared = polygonClipping.intersection(rings[i]!.map(pairs), rings[j]!.map(pairs))
        expect(areaOf(shared)).toBeLessThan(0.05)
        if (p.spacing === 0) continue
        for (const a of rings[i]!)
          for (const b of rings[j]!)
            for (const [x, y] of pairs(a)) expect(distanceTo({ x, y }, b)).toBeGreaterThan(p.spacing - 0.02)
      }
    })
  }
}

describe('nest', () => {
  it('lays pieces of many shapes apart from each other, within the area', () => {
    const p = problem([kind([TRIANGLE]), kind([ELL]), kind([LEAF], 'any')], 6, { spacing: 3 })
    const nesting = bestWithin(p, 1500)
    expect(nesting.left).toEqual([])
    expectSound(p, nesting)
  })

  it('needs fewer sheets than the boxes of the pieces do', () => {
    const p = problem([kind([TRIANGLE])], 24)
    const boxes = bestWithin(p, 200, 1, 'box')
    const shapes = bestWithin(p, 3000)
    expectSound(p, boxes)
    expectSound(p, shapes)
    // 24 triangles of 2700 mm² are 1.23 sheets; their boxes are 2.46.
    expect(boxes.sheets.length).toBe(3)
    expect(shapes.sheets.length).toBe(2)
  })

  it('brings parts that interlock together on one sheet, where their boxes take two', () => {
    const parts = interlocking(3, [4, 3], 0.7)
    const boxed = bestWithin(parts, 60, 1, 'box')
    const nested = bestWithin(parts, 4000)
    expect(boxed.sheets.length).toBe(2)
    expect(nested.sheets.length).toBe(1)
    expectSound(parts, nested)
  })

  it('lays pieces on several sheets at once, beside what is locked there', () => {
    const two = interlocking(5, [4, 2], 1.25)
    const taken = [rect(60, 60, 0, 0)]
    const stocks = [{ ...two.stocks[0]!, taken }]
    const nested = bestWithin({ ...two, stocks }, 6000)
    expectSound({ ...two, stocks }, nested)
    expect(nested.left).toEqual([])
    expect(nested.sheets.length).toBe(2)
  })

  it('lays small pieces in the openings of large ones', () => {
    const frame = kind([rect(180, 270), rect(120, 200, 30, 35)])
    const card = kind([rect(100, 150)])
    const p: NestProblem = { ...problem([frame, card], 1), spacing: 2 }
    const nesting = bestWithin(p, 2000)
    expect(nesting.sheets).toHaveLength(1)
    expectSound(p, nesting)
  })

  it('turns each piece only as it may be turned', () => {
    for (const [turning, turns] of [
      ['none', [0]],
      ['half', [0, 180]],
      ['quarter', [0, 90, 180, 270]],
    ] as const) {
      const nesting = bestWithin(problem([kind([ELL], turning)], 9), 600)
      for (const { rotation } of nesting.sheets.flatMap((s) => s.laid)) expect(turns).toContain(rotation)
    }
  })

  it('gives the same answers for the same seed', () => {
    const p = problem([kind([TRIANGLE]), kind([ELL])], 5, { spacing: 2 })
    expect(bestWithin(p, 800, 7)).toEqual(bestWithin(p, 800, 7))
    expect(bestWithin(p, 800, 7)).not.toEqual(bestWithin(p, 800, 8))
  })

  it('uses leftovers before fresh sheets, and only as many as there are', () => {
    const area = (w: number, h: number) => ({ minX: 0, minY: 0, maxX: w, maxY: h })
    const p = problem([kind([rect(50, 50)])], 5, {
      stocks: [
        { area: area(110, 60), count: 1, taken: [] },
        { area: area(200, 200), count: null, taken: [] },
      ],
    })
    const nesting = bestWithin(p, 300)
    expect(nesting.sheets.map((s) => [s.stock, s.laid.length])).toEqual([
      [0, 2],
      [1, 3],
    ])
    expectSound(p, nesting)
  })

  it('keeps clear of what is taken', () => {
    const taken = [rect(100, 100, 10, 10), rect(40, 40, 160, 247)]
    const p = problem([kind([ELL])], 4, { spacing: 2 })
    p.stocks[0]!.taken = taken
    const nesting = bestWithin(p, 1500)
    expectSound(p, nesting)
    for (const laid of nesting.sheets[0]!.laid)
      for (const t of taken)
        expect(areaOf(polygonClipping.intersection([pairs(ringsOf(p, laid)[0]!)], [pairs(t)]))).toBeLessThan(
          0.05,
        )
  })

  it('leaves what is too large for any sheet', () => {
    const p = problem([kind([rect(400, 50)]), kind([rect(50, 50)])], 1)
    const nesting = bestWithin(p, 300)
    expect(nesting.left).toEqual([0])
    expectSound(p, nesting)
  })

  it('puts a sheet that was cut up into rectangles together again (optimum 100 % by construction)', () => {
    const { height, problem: p } = guillotine(16, 16)
    const nesting = bestWithin(p, 4000)
    expectSound(p, nesting)
    const used = Math.max(...nesting.sheets[0]!.laid.map((l) => polylineBox(ringsOf(p, l)[0]!).maxY))
    expect(height / used).toBeGreaterThan(0.95)
  })

  it('packs the squares of the squared square of side 112 closely (order 21, Duijvestijn 1978; sides from memory)', () => {
    const sides = [2, 4, 6, 7, 8, 9, 11, 15, 16, 17, 18, 19, 24, 25, 27, 29, 33, 35, 37, 42, 50]
    expect(sides.reduce((sum, s) => sum + s * s, 0)).toBe(112 * 112)
    const p: NestProblem = {
      kinds: sides.map((s) => kind([rect(s, s)])),
      items: sides.map((_, i) => i),
      stocks: [{ area: { minX: 0, minY: 0, maxX: 112, maxY: 224 }, count: 1, taken: [] }],
      spacing: 0,
    }
    const nesting = bestWithin(p, 4000)
    expectSound(p, nesting)
    const used = Math.max(...nesting.sheets[0]!.laid.map((l) => polylineBox(ringsOf(p, l)[0]!).maxY))
    expect(112 / used).toBeGreaterThan(0.93)
  })

  it('draws a sheet that was cut up at any angle together (optimum 100 % by construction)', () => {
    const { height, problem: p } = jigsaw(3, 12)
    const nesting = bestWithin(p, 6000)
    expectSound(p, nesting)
    const used = Math.max(...nesting.sheets[0]!.laid.map((l) => polylineBox(ringsOf(p, l)[0]!).maxY))
    expect(height / used).toBeGreaterThan(0.78)
  })
})

describe('collide', () => {
  const at = (rings: Polyline[]) => new SolidKind(kind(rings), 0).at(0)

  it('knows overlap from touching and from lying within an opening', () => {
    const square = at([rect(20, 20)])
    expect(collide(square, 0, 0, square, 20, 0)).toBe(false)
    expect(collide(square, 0, 0, square, 19.9, 0)).toBe(true)
    expect(collide(square, 0, 0, square, 0, 0)).toBe(true)
    const frame = at([rect(60, 60), rect(30, 30, 15, 15)])
    expect(collide(square, 0, 0, frame, 0, 0)).toBe(false)
    expect(collide(square, 8, 0, frame, 0, 0)).toBe(true)
    expect(collide(at([rect(4, 4)]), 22, 0, frame, 0, 0)).toBe(true)
  })

  it('agrees with a boolean library wherever two shapes are put', () => {
    const [a, b] = [at([ELL]), at([LEAF])]
    const moved = (r: Polyline, x: number, y: number) => r.map((v, i) => v + (i % 2 === 0 ? x : y))
    fc.assert(
      fc.property(
        fc.double({ min: -120, max: 120, noNaN: true }),
        fc.double({ min: -120, max: 120, noNaN: true }),
        (x, y) => {
          const shared = areaOf(
            polygonClipping.intersection([pairs(moved(a.rings[0]!, x, y))], [pairs(b.rings[0]!)]),
          )
          if (shared > 0.01 || shared === 0) expect(collide(a, x, y, b, 0, 0)).toBe(shared > 0.01)
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('solids', () => {
  it('are grown by half the spacing and never lie within the piece', () => {
    for (const shape of [TRIANGLE, ELL, LEAF]) {
      const solid = new SolidKind(kind([shape]), 4).at(0)
      const box = polylineBox(shape)
      const [cx, cy] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
      for (const [x, y] of pairs(shape)) {
        const p = { x: x - cx, y: y - cy }
        expect(isInside(p, solid.rings[0]!)).toBe(true)
        expect(distanceTo(p, solid.rings[0]!)).toBeGreaterThan(1.99)
      }
    }
  })

  it('are filled by circles that lie within them', () => {
    for (const rings of [[ELL], [LEAF], [rect(60, 60), rect(30, 30, 15, 15)]]) {
      const poles = findPoles(rings)
      expect(poles.length).toBeGreaterThanOrEqual(9)
      for (let i = 0; i < poles.length; i += 3) {
        const p = { x: poles[i]!, y: poles[i + 1]! }
        for (const r of rings) expect(distanceTo(p, r)).toBeGreaterThanOrEqual(poles[i + 2]! - 1e-9)
      }
    }
  })
})

describe('simplify', () => {
  it('stays within its tolerance and closed (Douglas and Peucker 1973)', () => {
    const fine = flatten(readPath('M0 40C10 0 60 0 90 30C60 70 20 70 0 40Z'), 0.001)
    const few = simplify(fine, 0.1)
    expect(few.length).toBeLessThan(fine.length / 3)
    expect([few[0], few[1]]).toEqual([few.at(-2), few.at(-1)])
    for (const [x, y] of pairs(fine)) expect(distanceTo({ x, y }, few)).toBeLessThanOrEqual(0.1 + 1e-9)
  })
})
