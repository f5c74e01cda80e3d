import fc from 'fast-check'
import polygonClipping from 'polygon-clipping'
import { describe, expect, it } from 'vitest'
import { guillotine, interlocking, jigsaw, unmatched } from '../../../corpus/cut-up'
import { flatten, type Polyline } from '../geometry/flatten'
import { uniteBoxes } from '../geometry/measure'
import { readPath } from '../geometry/path'
import { findPoles } from '../geometry/poles'
import { distanceTo, isInside, polylineArea, polylineBox } from '../geometry/polyline'
import { simplify } from '../geometry/simplify'
import { type Kind, type Laid, type Nesting, type NestProblem, nest } from '.'
import { Bin } from './bin'
import { collide } from './collide'
import { clustersOf, ringOf } from './complements'
import { DepthTables } from './depth-tables'
import { laidIn } from './laid'
import { gridCell, partOnGrid } from './part-on-grid'
import { seeded } from './random'
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

/** To a tenth of a micrometre: the library stumbles over what nearly touches. */
const tenth = (v: number) => Math.round(v * 1e4) / 1e4
const pairs = (r: Polyline): [number, number][] =>
  Array.from({ length: r.length / 2 }, (_, i) => [tenth(r[2 * i]!), tenth(r[2 * i + 1]!)])
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

describe('parts that were cut from one another', () => {
  const QUARTERS = [0, 1, 2, 3]

  it('are found edge to edge, and are as large together as what they were cut from', () => {
    for (const [make, width, height] of [
      [() => jigsaw(25, 25).problem, 210, 297],
      [() => interlocking(5, [6, 4], 0.81), 0.9 * 297, 0.9 * 420],
    ] as const) {
      const rings = make().kinds.map((k) => k.rings[0]!)
      const [cluster, ...others] = clustersOf(rings, QUARTERS)
      expect(others).toEqual([])
      const { minX, maxX, minY, maxY } = uniteBoxes(
        cluster!.map((m) => polylineBox(ringOf(rings[m.part]!, m))),
      )
      const sides = [maxX - minX, maxY - minY].sort((a, b) => a - b)
      expect(sides[0]).toBeCloseTo(width, 6)
      expect(sides[1]).toBeCloseTo(height, 6)
      const one = polygonClipping.union(cluster!.map((m) => [pairs(ringOf(rings[m.part]!, m))]))
      expect(one.reduce((sum, polygon) => sum + areaOf([polygon]), 0)).toBeCloseTo(width * height, 0)
    }
  })

  it('are found by coordinates that a file rounds', () => {
    const rings = interlocking(6, [4, 3], 0.7).kinds.map((k) =>
      k.rings[0]!.map((v) => Math.round(v * 1000) / 1000),
    )
    expect(clustersOf(rings, QUARTERS).map((c) => c.length)).toEqual([12])
  })

  it('are not found among others, nor where they may not be turned so', () => {
    const rings = unmatched(1, [6, 4], 0.7).kinds.map((k) => k.rings[0]!)
    expect(clustersOf(rings, QUARTERS)).toHaveLength(24)
    expect(clustersOf([rect(40, 30), rect(40, 30), rect(40, 20)], QUARTERS)).toHaveLength(3)
    const turned = interlocking(5, [6, 4], 0.8).kinds.map((k) => k.rings[0]!)
    expect(clustersOf(turned, [0]).length).toBeGreaterThan(1)
  })

  it('come together on one sheet with room between them', () => {
    for (const spacing of [0, 3]) {
      const p = { ...interlocking(4, [6, 4], 0.78), spacing }
      let nesting = bestWithin(p, 1)
      let steps = 0
      for (const answer of nest(p, 1)) {
        if (answer) nesting = answer.nesting
        steps += 1
        if (nesting.sheets.length === 1 || steps === 20_000) break
      }
      expect(nesting.sheets).toHaveLength(1)
      expectSound(p, nesting)
      const rings = nesting.sheets[0]!.laid.map((l) => ringsOf(p, l)[0]!)
      rings.forEach((a, i) => {
        for (const b of rings.slice(0, i))
          for (let k = 0; k < b.length; k += 2)
            expect(distanceTo({ x: b[k]!, y: b[k + 1]! }, a)).toBeGreaterThan(spacing - 0.01)
      })
    }
  })
})

describe('depth tables', () => {
  it('agree with a boolean library on what overlaps, in all turns, and tell the least way out', () => {
    const kinds = [
      new SolidKind(kind([ELL]), 0),
      new SolidKind(kind([TRIANGLE]), 0),
      new SolidKind(kind([rect(70, 70), rect(40, 40, 15, 15)]), 0),
    ]
    const tables = new DepthTables(1, kinds)
    const random = seeded(1)
    let wrong = 0
    for (let n = 0; n < 1500; n += 1) {
      const [a, b] = [kinds[Math.floor(3 * random())]!, kinds[Math.floor(3 * random())]!]
      const [p, q] = [Math.floor(4 * random()), Math.floor(4 * random())]
      const [x, y] = [Math.round(120 * (random() - 0.5)), Math.round(120 * (random() - 0.5))]
      const view = tables.view(a, p, b, q)
      const within = x > view.minX && x < view.maxX && y > view.minY && y < view.maxY
      const depth = within ? view.depth[view.base + x * view.stepX + y * view.stepY]! : 0
      const solid = (k: SolidKind, turn: number, dx: number, dy: number) =>
        k.at(90 * turn).rings.map((r) => pairs(r.map((v, i) => v + (i % 2 === 0 ? dx : dy))))
      const both = polygonClipping.intersection([solid(a, p, 0, 0)], [solid(b, q, x, y)])
      const shared = both.reduce((sum, polygon) => sum + areaOf([polygon]), 0)
      if (depth > 0 !== shared > 1e-6) wrong += 1
    }
    expect(wrong).toBe(0)
    // Two squares of 70 of which one hides the other: the way out is 70, less what they are apart.
    const square = new SolidKind(kind([rect(70, 70)]), 0)
    const view = new DepthTables(1, [square]).view(square, 0, square, 1)
    expect(view.depth[view.base + 20 * view.stepX + 5 * view.stepY]).toBe(5 * 50)
  })

  it('bring parts that fit nowhere edge to edge out of one another', () => {
    const p = unmatched(1, [6, 4], 0.66)
    const random = seeded(1)
    const bin = new Bin([p.stocks[0]!.area], random)
    p.kinds.forEach((k, item) => {
      bin.add({ item, kind: new SolidKind(k, 0), fixed: false }, { x: 150, y: 200, degrees: 0 })
    })
    const run = partOnGrid(bin, gridCell(bin)!, random, 400)
    let state = run.next()
    while (!state.done) state = run.next()
    expect(state.value).toBe(true)
    expectSound(p, { sheets: [{ stock: 0, laid: laidIn(bin) }], left: [] })
  })

  it('are not made for what turns at will, for too many kinds, or for slivers', () => {
    const bin = (kinds: Kind[]) => {
      const all = new Bin([{ minX: 0, minY: 0, maxX: 200, maxY: 300 }], seeded(1))
      kinds.forEach((k, item) => {
        all.add({ item, kind: new SolidKind(k, 0), fixed: false }, { x: 50, y: 50, degrees: 0 })
      })
      return all
    }
    expect(gridCell(bin([kind([ELL])]))).toBeGreaterThan(0)
    expect(gridCell(bin([kind([ELL], 'any')]))).toBeNull()
    expect(gridCell(bin([kind([rect(80, 0.4)])]))).toBeNull()
    expect(gridCell(bin(Array.from({ length: 400 }, (_, i) => kind([rect(60 + i / 10, 90)]))))).toBeNull()
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
