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

/** Numbers by chance, the same ones each time (mulberry32, from memory). */
function chance(seed: number): (low: number, high: number) => number {
  let a = seed
  return (low, high) => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return low + (((t ^ (t >>> 14)) >>> 0) / 4294967296) * (high - low)
  }
}

describe('narrow webs along curved edges, 500 by chance against closed forms', () => {
  const LIMIT = 1.6
  const many = (r: number) => Math.max(48, Math.round(40 * Math.sqrt(r)))
  const kinds = {
    /** a ring whose opening lies out of its middle: radius - radius - distance */
    ring(of: ReturnType<typeof chance>, web: number) {
      const [R, off, turn] = [of(4, 40), of(0, 1.5), of(0, 6.28)]
      const r = R - web - off
      return {
        outer: circle(0, 0, R, many(R)),
        holes: [circle(off * Math.cos(turn), off * Math.sin(turn), r, many(r))],
      }
    },
    /** two round openings: distance less both radii */
    discs(of: ReturnType<typeof chance>, web: number) {
      const [a, b, turn] = [of(1, 15), of(1, 15), of(0, 6.28)]
      const d = a + b + web
      const holes = [circle(0, 0, a, many(a)), circle(d * Math.cos(turn), d * Math.sin(turn), b, many(b))]
      return { outer: circle(0, 0, 90, 900), holes }
    },
    /** a round opening beside a straight edge */
    edge(of: ReturnType<typeof chance>, web: number) {
      const r = of(0.8, 15)
      return {
        outer: ring([-60, 0], [60, 0], [60, 80], [-60, 80]),
        holes: [circle(of(-30, 30), r + web, r, many(r))],
      }
    },
    /** a round opening in the round end of a strip */
    end(of: ReturnType<typeof chance>, web: number) {
      const R = of(5, 15)
      const r = of(1, R - web - 2)
      const arc = Array.from({ length: 121 }, (_, k): [number, number] => {
        const a = Math.PI / 2 + (Math.PI * k) / 120
        return [R * Math.cos(a), R * Math.sin(a)]
      })
      return { outer: ring(...arc, [60, -R], [60, R]), holes: [circle(-(R - web - r), 0, r, many(r))] }
    },
  }

  it.each(Object.entries(kinds))('%s', (_, make) => {
    const of = chance(17)
    for (let n = 0; n < 125; n += 1) {
      const web = of(0.15, 1.5)
      const { outer, holes } = make(of, web)
      const found = narrowestPlace(outer, holes, [], LIMIT)
      expect(found, `web ${web}, case ${n}`).not.toBeNull()
      expect(Math.abs(found!.width - web), `web ${web}, case ${n}`).toBeLessThanOrEqual(0.05)
    }
  })

  it.each(Object.entries(kinds))('%s: what is wide enough is none', (_, make) => {
    const of = chance(23)
    for (let n = 0; n < 40; n += 1) {
      const { outer, holes } = make(of, of(1.75, 3))
      expect(narrowestPlace(outer, holes, [], LIMIT)).toBeNull()
    }
  })
})

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
