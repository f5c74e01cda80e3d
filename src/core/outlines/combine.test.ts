import { difference, intersection, union } from 'polyclip-ts'
import { describe, expect, it } from 'vitest'
import { multiply, rotation, scaling, translation } from '../geometry/affine'
import { flatten } from '../geometry/flatten'
import { areaOf } from '../geometry/measure'
import { type Contour, readPath, reverseContour, transformContour } from '../geometry/path'
import type { Point } from '../geometry/point'
import { distanceTo, isInside, samplesOf } from '../geometry/polyline'
import { circle as circlePath } from '../making/shape/circle'
import { seeded } from '../nesting/random'
import { combine, type Outline, uniteOutlines } from './combine'

const rect = (x: number, y: number, w: number, h: number) =>
  readPath(`M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`)
const circle = (x: number, y: number, r: number) =>
  transformContour(readPath(circlePath(2 * r)), translation(x - r, y - r))
const area = (outline: Outline) => outline.reduce((sum, c) => sum + areaOf(c), 0)
const nodes = (outline: Outline) => outline.reduce((sum, c) => sum + c.segments.length, 0)

describe('outlines are combined', () => {
  it('where they cross, share edges, hold one another, touch, or are the same', () => {
    const box = rect(0, 0, 10, 10)
    expect(area(uniteOutlines([box], [rect(5, 5, 10, 10)]))).toBeCloseTo(175, 6)
    const beside = uniteOutlines([box], [rect(10, 0, 10, 10)])
    // A shared edge goes, and what is one straight line is one stretch.
    expect([beside.length, nodes(beside), area(beside)]).toEqual([1, 3, 200])
    expect(uniteOutlines([box], [box]).map(areaOf)).toEqual([100])
    expect(combine('difference', [box], [box])).toEqual([])
    expect(combine('intersection', [box], [rect(20, 0, 5, 5)])).toEqual([])
    const ring = combine('difference', [rect(-20, -20, 40, 40)], [circle(0, 0, 10)])
    expect(ring).toHaveLength(2)
    expect(area(ring)).toBeCloseTo(1600 - areaOf(circle(0, 0, 10)), 3)
    expect(ring.map(areaOf).sort((a, b) => a - b)[0]).toBeLessThan(0)
    expect(uniteOutlines([circle(0, 0, 10)], [circle(20, 0, 10)])).toHaveLength(2)
  })

  it('circles by the area of the lens that they share', () => {
    // Two circles of radius r whose middles lie d apart share 2 r² acos(d / 2r) - d/2 sqrt(4r² - d²) (plane geometry).
    for (const d of [1, 12, 19.5]) {
      const lens = 2 * 100 * Math.acos(d / 20) - (d / 2) * Math.sqrt(400 - d * d)
      const [a, b] = [[circle(0, 0, 10)], [circle(d, 0, 10)]]
      expect(area(combine('intersection', a, b))).toBeCloseTo(lens, 1)
      expect(area(uniteOutlines(a, b))).toBeCloseTo(200 * Math.PI - lens, 1)
    }
  })

  it('of two halves of a circle into the circle, with its own curves and none besides', () => {
    const whole = [circle(0, 0, 10)]
    const half = [rect(0.5, -20, 40, 40)]
    const [left, right] = [combine('difference', whole, half), combine('intersection', whole, half)]
    const again = uniteOutlines(left, right)
    expect(area(again)).toBeCloseTo(area(whole), 4)
    // Eight curves, two of them parted where the halves met.
    expect(nodes(again)).toBeLessThanOrEqual(10)
    expect(again[0]!.segments.every((s) => s.c1)).toBe(true)
  })

  it('leaves what nothing meets as it was', () => {
    const far = circle(100, 0, 10)
    const made = uniteOutlines([circle(0, 0, 10)], [rect(5, 0, 20, 5)], [far])
    expect(made).toContainEqual(far)
  })

  it('that cross themselves are one outline by what they wind round', () => {
    const bow = readPath('M0 0L10 10L10 0L0 10Z')
    expect(area(uniteOutlines([bow]).map((c) => (areaOf(c) < 0 ? reverseContour(c) : c)))).toBeCloseTo(50, 6)
  })
})

/** How many pairs are tried; more by night. */
const SEEDS = Number(process.env.OUTLINE_SEEDS ?? 40)

/** Judged by where points lie, on both sides of every edge too, and by the areas of another library. */
describe('any two outlines', () => {
  const FINE = 0.0005
  type Ring = [number, number][]
  const ringsOf = (outline: Outline) => outline.map((c) => flatten(c, FINE))
  const windings = (p: Point, rings: readonly Float64Array[]) =>
    rings.filter((ring) => isInside(p, ring)).length % 2 === 1
  const polygons = (outline: Outline): Ring[][] => {
    const rings = ringsOf(outline).map(
      (line): Ring => Array.from({ length: line.length / 2 }, (_, i) => [line[2 * i]!, line[2 * i + 1]!]),
    )
    return rings.length > 0 ? [rings] : []
  }
  const areaOfRing = (ring: Ring) =>
    Math.abs(
      ring.reduce((sum, [x, y], i) => {
        const [u, v] = ring[(i + 1) % ring.length]!
        return sum + (x * v - u * y) / 2
      }, 0),
    )
  const areaOfAll = (all: Ring[][]) =>
    all.reduce(
      (sum, [outer, ...holes]) => sum + areaOfRing(outer!) - holes.reduce((s, h) => s + areaOfRing(h), 0),
      0,
    )

  /** Points all over both outlines, and a hair to either side of their edges. */
  function* asked(outlines: readonly Outline[], random: () => number): Generator<Point> {
    for (let k = 0; k < 60; k += 1) yield { x: 50 * random() - 15, y: 50 * random() - 15 }
    for (const line of outlines.flatMap(ringsOf))
      for (let i = 0; i + 3 < line.length; i += 2 * Math.max(1, Math.floor(line.length / 160))) {
        const [dx, dy] = [line[i + 2]! - line[i]!, line[i + 3]! - line[i + 1]!]
        const n = Math.hypot(dx, dy)
        for (const side of [-HAIR, HAIR])
          yield {
            x: (line[i]! + line[i + 2]!) / 2 - (side * dy) / n,
            y: (line[i + 1]! + line[i + 3]!) / 2 + (side * dx) / n,
          }
      }
  }
  const HAIR = 0.006
  const near = (p: Point, rings: readonly Float64Array[], by: number) =>
    rings.some((r) => distanceTo(p, r) < by)

  /** A star, a blob of curves, a rectangle or a circle, anywhere, of any size and turn. */
  function shape(random: () => number): Contour {
    const n = 5 + Math.floor(random() * 6)
    const around = (k: number, r: number): Point => ({
      x: r * Math.cos((2 * Math.PI * k) / n),
      y: r * Math.sin((2 * Math.PI * k) / n),
    })
    const radii = Array.from({ length: n }, () => 4 + 12 * random())
    const plain = [
      () => circle(0, 0, 3 + 10 * random()),
      () => rect(-8, -5, 16, 10),
      (): Contour => {
        const points = radii.map((r, k) => around(k, r))
        return { start: points[0]!, segments: points.slice(1).map((to) => ({ to })), closed: true }
      },
      (): Contour => {
        const points = radii.map((r, k) => around(k, r))
        const handle = (k: number, turn: number): Point => {
          const at = points[((k % n) + n) % n]!
          const angle = (2 * Math.PI * k) / n + (turn * Math.PI) / 2
          return { x: at.x + 3 * Math.cos(angle), y: at.y + 3 * Math.sin(angle) }
        }
        const segments = radii.map((_, k) => ({
          c1: handle(k, 1),
          c2: handle(k + 1, -1),
          to: points[(k + 1) % n]!,
        }))
        return { start: points[0]!, segments, closed: true }
      },
    ][Math.floor(random() * 4)]!()
    const map = multiply(translation(20 * random(), 20 * random()), rotation(360 * random()))
    return transformContour(plain, multiply(map, scaling(0.5 + random())))
  }

  /** A second one: at chance, or so that edges are shared, or only just touch. */
  function partner(of: Contour, random: () => number): Contour {
    const kind = Math.floor(random() * 4)
    const [x, y] = [of.segments[0]!.to.x - of.start.x, of.segments[0]!.to.y - of.start.y]
    if (kind === 0) return transformContour(of, translation(x, y))
    if (kind === 1) return transformContour(of, translation(1e-4 + 0.03 * random(), 0))
    return shape(random)
  }

  const KINDS = {
    union: (a: boolean, b: boolean) => a || b,
    intersection: (a: boolean, b: boolean) => a && b,
    difference: (a: boolean, b: boolean) => a && !b,
  }
  const LIBRARY = { union, intersection, difference }

  /** How many points lie wrongly, how far the areas differ, and how far new edges stray from the old ones, mm. */
  function check(seed: number) {
    const random = seeded(seed)
    const first = shape(random)
    const [a, b] = [uniteOutlines([first]), uniteOutlines([partner(first, random)])]
    const found = { wrong: 0, area: 0, strayed: 0, refused: 0 }
    const [ra, rb] = [ringsOf(a), ringsOf(b)]
    for (const kind of ['union', 'intersection', 'difference'] as const) {
      const made = combine(kind, a, b)
      const rings = ringsOf(made)
      for (const p of asked([a, b], random)) {
        // Between two edges that lie nearly on one another there is no room for a hair.
        if (near(p, [...ra, ...rb], HAIR / 2)) continue
        if (windings(p, rings) !== KINDS[kind](windings(p, ra), windings(p, rb))) found.wrong += 1
      }
      for (const ring of rings)
        for (const p of samplesOf(ring))
          found.strayed = Math.max(found.strayed, Math.min(...[...ra, ...rb].map((c) => distanceTo(p, c))))
      try {
        const wanted = areaOfAll(LIBRARY[kind](polygons(a), polygons(b)) as Ring[][])
        found.area = Math.max(found.area, Math.abs(area(made) - wanted))
      } catch {
        // The other library gives up where edges lie within a hair of one another.
        found.refused += 1
      }
    }
    return found
  }

  it('hold the points that they should, and stray from their curves by less than two thousandths of a mm', () => {
    let refused = 0
    for (let seed = 1; seed <= SEEDS; seed += 1) {
      const found = check(seed)
      expect(found.wrong, `seed ${seed}`).toBe(0)
      expect(found.strayed, `seed ${seed}`).toBeLessThan(0.002)
      expect(found.area, `seed ${seed}`).toBeLessThan(0.2)
      refused += found.refused
    }
    expect(refused).toBeLessThan(SEEDS / 4)
  })

  it('would be found wrong with a node that is a tenth of a mm off', () => {
    const random = seeded(1)
    const good = [rect(0, 0, 10, 10)]
    const bad = ringsOf([readPath('M0 0L10 0L10 10.1L0 10Z')])
    const points = [...asked([good], random)].filter((p) => !near(p, ringsOf(good), HAIR / 2))
    expect(points.filter((p) => windings(p, bad) !== windings(p, ringsOf(good))).length).toBeGreaterThan(0)
  })
})
