import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { distanceTo, polylineLength } from '../geometry/polyline'
import { overrun, pivotPath } from './blade'
import { cornerSpeed, stretchTimes, trapezoidTime } from './motion'

const motion = { speed: 100, acceleration: 500, corner: 10 }
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

describe('pivotPath', () => {
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
      const tip = tipOf(pivotPath(wanted, 0.4), { x: wanted[0]!, y: wanted[1]! }, 0.4)
      const off = Math.max(...tip.map((p) => distanceTo(p, wanted)))
      expect(off).toBeLessThan(0.03)
      // Without it, the corners are cut.
      if (d.includes('C')) continue
      const plain = tipOf(wanted, { x: wanted[0]! - 0.4, y: wanted[1]! }, 0.4)
      expect(Math.max(...plain.slice(200).map((p) => distanceTo(p, wanted)))).toBeGreaterThan(0.05)
    }
  })

  it('leaves a line alone where the tip does not trail', () => {
    const wanted = line('M0 0L40 0L40 30')
    expect(pivotPath(wanted, 0)).toBe(wanted)
  })
})
