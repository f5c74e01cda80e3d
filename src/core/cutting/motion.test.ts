import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { distanceTo, polylineLength, spread } from '../geometry/polyline'
import { Blade, overrun } from './blade'
import { cornerSpeed, stretchTimes, trapezoidTime } from './motion'

const motion = { speed: 100, acceleration: 500, corner: 10 }
/** A circle about the origin in four cubic curves, from (r, 0) on. */
const CIRCLE = (r: number) => {
  const k = (4 / 3) * (Math.SQRT2 - 1) * r
  return `C${r} ${k} ${k} ${r} 0 ${r}C${-k} ${r} ${-r} ${k} ${-r} 0C${-r} ${-k} ${-k} ${-r} 0 ${-r}C${k} ${-r} ${r} ${-k} ${r} 0`
}
const line = (d: string) => flatten(readPath(d))

describe('trapezoidTime', () => {
  it('follows the textbook: L/v + v/a where the speed is reached, 2 sqrt(L/a) where it is not', () => {
    expect(trapezoidTime(200, 0, 0, motion)).toBeCloseTo(200 / 100 + 100 / 500, 9)
    // v²/a = 20 mm is the least distance in which the speed is reached.
    expect(trapezoidTime(20, 0, 0, motion)).toBeCloseTo(0.4, 9)
    expect(trapezoidTime(5, 0, 0, motion)).toBeCloseTo(2 * Math.sqrt(5 / 500), 9)
    expect(trapezoidTime(100, 100, 100, motion)).toBeCloseTo(1, 9)
  })

  it('agrees with adding up small steps of time', () => {
    const mm = fc.double({ min: 0.5, max: 300, noNaN: true })
    fc.assert(
      fc.property(mm, fc.double({ min: 20, max: 200, noNaN: true }), (distance, speed) => {
        const m = { speed, acceleration: 500 }
        const dt = 1e-4
        let [t, x, v] = [0, 0, 0]
        while (x < distance && t < 60) {
          // It brakes as soon as what is left is what braking takes.
          const braking = (v * v) / (2 * m.acceleration) >= distance - x
          v = Math.max(0.01, Math.min(speed, v + (braking ? -1 : 1) * m.acceleration * dt))
          x += v * dt
          t += dt
        }
        expect(Math.abs(t - trapezoidTime(distance, 0, 0, m))).toBeLessThan(0.02)
      }),
      { numRuns: 25 },
    )
  })
})

describe('stretchTimes', () => {
  const total = (d: string) => stretchTimes(line(d), motion).reduce((a, b) => a + b, 0)

  it('takes a straight line in parts as one, and slows down at corners', () => {
    expect(total('M0 0L50 0L100 0L200 0')).toBeCloseTo(total('M0 0L200 0'), 9)
    expect(total('M0 0L100 0L100 100')).toBeGreaterThan(total('M0 0L200 0') + 0.1)
    // Back on itself: nearly a full stop.
    expect(total('M0 0L100 0L0 0')).toBeGreaterThan(total('M0 0L100 0L100 100'))
  })

  it('passes a corner with the velocity change that is allowed (isosceles triangle of velocities)', () => {
    expect(cornerSpeed(0, motion)).toBe(100)
    expect(cornerSpeed(Math.PI / 2, motion)).toBeCloseTo(10 / Math.SQRT2, 9)
    expect(cornerSpeed(Math.PI, motion)).toBeCloseTo(5, 9)
  })

  it('takes the sides of a rectangle at full speed between its corners', () => {
    const corner = cornerSpeed(Math.PI / 2, motion)
    const textbook =
      trapezoidTime(60, 0, corner, motion) +
      trapezoidTime(40, corner, corner, motion) +
      trapezoidTime(60, corner, corner, motion) +
      trapezoidTime(40, corner, 0, motion)
    expect(total('M0 0L60 0L60 40L0 40Z')).toBeCloseTo(textbook, 9)
  })

  it('takes the same time round a circle whatever it is drawn in, at v = sqrt(a r) (textbook)', () => {
    const quick = { speed: 500, acceleration: 2000, corner: 5 }
    const r = 8
    const around = (n: number) =>
      Float64Array.from({ length: 2 * (5 * n + 1) }, (_, i) => {
        const angle = (2 * Math.PI * (i >> 1)) / n
        return r * (i % 2 === 0 ? Math.cos(angle) : Math.sin(angle))
      })
    // Five times round, so that speeding up and slowing down count little.
    const times = [24, 60, 200, 1000].map((n) => stretchTimes(around(n), quick).reduce((a, b) => a + b, 0))
    const cubics = flatten(readPath(`M${r} 0${CIRCLE(r).repeat(5)}`), 0.01)
    times.push(stretchTimes(cubics, quick).reduce((a, b) => a + b, 0))
    const v = Math.sqrt(quick.acceleration * r)
    const textbook = (5 * 2 * Math.PI * r) / v + v / quick.acceleration
    for (const t of times) expect(Math.abs(t / textbook - 1)).toBeLessThan(0.03)
  })

  it('is never quicker than the speed allows', () => {
    const d = 'M0 0L10 3L25 -4L60 0L61 1L62 0L120 40'
    expect(total(d)).toBeGreaterThan(polylineLength(line(d)) / motion.speed)
  })
})

describe('overrun', () => {
  it('goes on over the start by just so much', () => {
    const square = line('M0 0L10 0L10 10L0 10Z')
    expect(polylineLength(overrun(square, 3))).toBeCloseTo(43, 9)
    expect(Array.from(overrun(square, 13).slice(-2))).toEqual([10, 3])
    expect(overrun(square, 0)).toBe(square)
  })
})

describe('Blade', () => {
  /** Where the tip of a trailing blade goes: it is drawn straight towards the pivot (pursuit, the tractrix). */
  function tipOf(pivot: Float64Array, start: { x: number; y: number }, offset: number) {
    const tip = { ...start }
    const way: { x: number; y: number }[] = [{ ...tip }]
    for (let i = 2; i < pivot.length; i += 2) {
      const [ax, ay, bx, by] = [pivot[i - 2]!, pivot[i - 1]!, pivot[i]!, pivot[i + 1]!]
      const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / 0.005))
      for (let k = 1; k <= steps; k += 1) {
        const [px, py] = [ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps]
        const d = Math.hypot(px - tip.x, py - tip.y)
        tip.x = px - ((px - tip.x) / d) * offset
        tip.y = py - ((py - tip.y) / d) * offset
        way.push({ ...tip })
      }
    }
    return way
  }

  it('makes the trailing tip follow the line, corners included', () => {
    for (const d of ['M0 0L40 0L40 30L0 30Z', 'M0 0L30 0L5 8L30 20', 'M0 0C20 0 30 20 50 20']) {
      const wanted = line(d)
      const start = { x: wanted[0]!, y: wanted[1]! }
      const blade = new Blade(0.4, 'spot')
      // Once along the first stretch, so that it is known where the blade points.
      blade.follow(wanted.slice(0, 4))
      const tip = tipOf(blade.follow(wanted), start, 0.4)
      const off = Math.max(...tip.slice(400).map((p) => distanceTo(p, wanted)))
      expect(off).toBeLessThan(0.03)
      // Without it, the corners are cut.
      if (d.includes('C')) continue
      const plain = tipOf(wanted, { x: wanted[0]! - 0.4, y: wanted[1]! }, 0.4)
      expect(Math.max(...plain.slice(200).map((p) => distanceTo(p, wanted)))).toBeGreaterThan(0.05)
    }
  })

  /** The tips of a blade over several strokes; lifted, it keeps pointing where it pointed. */
  function tipsOver(paths: readonly Float64Array[], offset: number, heading: number) {
    let [hx, hy] = [Math.cos(heading), Math.sin(heading)]
    return paths.map((path) => {
      const tip = tipOf(path, { x: path[0]! - offset * hx, y: path[1]! - offset * hy }, offset)
      const [last, end] = [tip.at(-1)!, path.slice(-2)]
      ;[hx, hy] = [(end[0]! - last.x) / offset, (end[1]! - last.y) / offset]
      return tip
    })
  }

  it.each(['spot', 'lead-in'] as const)('cuts slits from their very start, turned by %s', (turn) => {
    const slits = [
      'M0 0L20 0',
      'M20 10L0 10',
      'M10 20L10 40',
      'M30 30L40 40',
      'M50 40L50 20',
      'M60 20L61 20',
    ].map(line)
    const blade = new Blade(0.5, turn)
    const tips = tipsOver(
      slits.map((s) => blade.follow(s)),
      0.5,
      2.2,
    )
    slits.forEach((slit, k) => {
      const start = { x: slit[0]!, y: slit[1]! }
      const nearest = Math.min(...tips[k]!.map((p) => Math.hypot(p.x - start.x, p.y - start.y)))
      expect(nearest).toBeLessThan(0.03)
      const far = Math.max(...tips[k]!.map((p) => distanceTo(p, slit)))
      // On the spot nothing else is touched; led in, no more than the way in is.
      expect(far).toBeLessThan(turn === 'spot' && k > 0 ? 0.03 : 3)
    })
    // Put down along each slit wherever it points, the blade leaves up to twice its offset uncut.
    const bare = tipsOver(slits, 0.5, 2.2)
    const missed = slits.map((s, k) => Math.min(...bare[k]!.map((p) => Math.hypot(p.x - s[0]!, p.y - s[1]!))))
    expect(Math.max(...missed)).toBeGreaterThan(0.3)
  })

  it.each([0.3, 1])(
    'leaves no start of a closed outline uncut, wherever a fresh blade points: overlap %s',
    (overlap) => {
      for (const d of [
        'M0 0L20 0L20 20L0 20Z',
        'M10 0C16 0 20 5 20 10C20 16 15 20 10 20C4 20 0 15 0 10C0 4 5 0 10 0Z',
      ])
        for (let heading = 0; heading < 6; heading += 0.5) {
          const wanted = line(d)
          const blade = new Blade(0.5, 'lead-in')
          const way = blade.follow(overrun(wanted, blade.overlapOf(overlap, wanted)), true)
          const tip = tipsOver([way], 0.5, heading)[0]!
          const path = Float64Array.from(tip.flatMap((p) => [p.x, p.y]))
          if (heading === 0) {
            // Led in after a stroke the other way, no more than before, the end does what is left.
            blade.follow(line('M20 -5L0 -5'))
            const again = blade.follow(overrun(wanted, blade.overlapOf(overlap, wanted)), true)
            expect(Math.hypot(again[0]! - wanted[0]!, again[1]! - wanted[1]!)).toBeLessThan(2.1)
          }
          // Every place along the first millimetres is cut, to a little beside it.
          const missed = spread(wanted, 400)
            .slice(0, 40)
            .map((p) => distanceTo(p, path))
          expect(Math.max(...missed)).toBeLessThan(0.05)
        }
    },
  )

  it('follows a slit once more from where the first time left the blade', () => {
    const slit = line('M0 0L20 0L20 15')
    const blade = new Blade(0.5, 'spot')
    blade.follow(line('M0 5L5 5'))
    const paths = [blade.follow(slit), blade.follow(slit), blade.follow(slit)]
    for (const tip of tipsOver(paths, 0.5, 0))
      expect(Math.max(...tip.map((p) => distanceTo(p, slit)))).toBeLessThan(0.03)
  })

  it('leaves a line alone where the tip does not trail', () => {
    const wanted = line('M0 0L40 0L40 30')
    expect(new Blade(0, 'spot').follow(wanted)).toBe(wanted)
  })
})
