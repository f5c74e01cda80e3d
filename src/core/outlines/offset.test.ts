import { describe, expect, it } from 'vitest'
import { translation } from '../geometry/affine'
import { flatten } from '../geometry/flatten'
import { areaOf } from '../geometry/measure'
import { type Contour, readPath, transformContour } from '../geometry/path'
import { distanceTo, isInside, polylineArea, samplesOf } from '../geometry/polyline'
import { offset, regionArea } from '../geometry/regions'
import { circle as circlePath } from '../making/shape/circle'
import { OUTLINES } from '../making/shape/outlines'
import { seeded } from '../nesting/random'
import { combine, type Outline } from './combine'
import { offsetOutline } from './offset'

const rect = (x: number, y: number, w: number, h: number) =>
  readPath(`M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`)
const circle = (x: number, y: number, r: number) =>
  transformContour(readPath(circlePath(2 * r)), translation(x - r, y - r))
const area = (outline: Outline) => outline.reduce((sum, c) => sum + areaOf(c), 0)
const nodes = (outline: Outline) => outline.reduce((sum, c) => sum + c.segments.length, 0)

describe('an outline is grown and shrunk', () => {
  it('with the areas of the textbook: sides, and a quarter circle at each corner (Steiner)', () => {
    const box = [rect(0, 0, 40, 30)]
    expect(area(offsetOutline(box, 5))).toBeCloseTo(1200 + 2 * 5 * 70 + Math.PI * 25, 1)
    expect(area(offsetOutline(box, 5, 'sharp'))).toBeCloseTo(50 * 40, 6)
    expect(area(offsetOutline(box, -5))).toBeCloseTo(30 * 20, 6)
    expect(nodes(offsetOutline(box, -5))).toBe(3)
    expect(offsetOutline(box, -15)).toEqual([])
    // Any convex outline: area + length times distance + a whole circle.
    expect(area(offsetOutline([circle(0, 0, 20)], 3))).toBeCloseTo(Math.PI * 23 ** 2, 0)
    expect(area(offsetOutline([circle(0, 0, 20)], -3))).toBeCloseTo(Math.PI * 17 ** 2, 0)
  })

  it('openings against their outline, until they close', () => {
    const frame = combine('difference', [rect(0, 0, 40, 30)], [rect(10, 10, 20, 10)])
    expect(area(offsetOutline(frame, 2, 'sharp'))).toBeCloseTo(44 * 34 - 16 * 6, 6)
    expect(area(offsetOutline(frame, -2, 'sharp'))).toBeCloseTo(36 * 26 - 24 * 14, 6)
    expect(offsetOutline(frame, 6, 'sharp')).toHaveLength(1)
    // Shrunk by half of its bars nothing is left.
    expect(offsetOutline(frame, -5.01, 'sharp')).toEqual([])
  })

  it('falls apart where it is narrow, and grows together where it is near', () => {
    const dumbbell = readPath('M0 0L20 0L20 8L40 8L40 0L60 0L60 20L40 20L40 12L20 12L20 20L0 20Z')
    expect(offsetOutline([dumbbell], -3)).toHaveLength(2)
    expect(offsetOutline([rect(0, 0, 10, 10), rect(13, 0, 10, 10)], 2)).toHaveLength(1)
  })
})

/** A blob of curves with bends of all kinds, some tighter than the distance. */
function blob(random: () => number): Contour {
  const n = 5 + Math.floor(random() * 5)
  const radii = Array.from({ length: n }, () => 10 + 14 * random())
  const at = (k: number) => {
    const angle = (2 * Math.PI * k) / n
    const r = radii[((k % n) + n) % n]!
    return { x: r * Math.cos(angle), y: r * Math.sin(angle) }
  }
  const handle = (k: number, side: number) => {
    const [before, after, here] = [at(k - 1), at(k + 1), at(k)]
    return { x: here.x + (side * (after.x - before.x)) / 6, y: here.y + (side * (after.y - before.y)) / 6 }
  }
  const segments = radii.map((_, k) => ({ c1: handle(k, 1), c2: handle(k + 1, -1), to: at((k + 1) % n) }))
  return { start: at(0), segments, closed: true }
}

describe('any outline', () => {
  it('ends at the distance, all along and nowhere nearer (Hausdorff distance), with few nodes', () => {
    for (let seed = 1; seed <= 4; seed += 1) {
      const random = seeded(seed)
      const first = [blob(random)]
      const fine = first.map((c) => flatten(c, 0.0005))
      for (const by of [0.8, 4, -0.8, -3]) {
        const made = offsetOutline(first, by)
        for (const ring of made.map((c) => flatten(c, 0.0005)))
          for (const p of samplesOf(ring)) {
            const away = Math.min(...fine.map((f) => distanceTo(p, f)))
            expect(Math.abs(away - Math.abs(by)), `seed ${seed}, ${by}`).toBeLessThan(0.012)
            expect(fine.some((f) => isInside(p, f))).toBe(by < 0)
          }
        // Points at chance lie within it as their distance says.
        const rings = made.map((c) => flatten(c, 0.0005))
        for (let k = 0; k < 200; k += 1) {
          const p = { x: 60 * random() - 30, y: 60 * random() - 30 }
          const away = distanceTo(p, fine[0]!) * (isInside(p, fine[0]!) ? -1 : 1)
          if (Math.abs(away - by) < 0.02) continue
          expect(rings.filter((r) => isInside(p, r)).length % 2 === 1, `seed ${seed}, ${by}`).toBe(away < by)
        }
        expect(nodes(made)).toBeLessThanOrEqual(8 * nodes(first) + 8)
      }
    }
  })

  it('would be found wrong if it ended a twentieth of a mm off', () => {
    const first = circle(0, 0, 20)
    const p = samplesOf(flatten(circle(0, 0, 23.05), 0.0005))[0]!
    expect(Math.abs(distanceTo(p, flatten(first, 0.0005)) - 3)).toBeGreaterThan(0.012)
  })
})

describe('an outline grown and shrunk by turns', () => {
  it.each(['heart', 'star', 'tag', 'scalloped-circle', 'banner'] as const)(
    'stays what another library makes of it, twelve times over: %s',
    (kind) => {
      let outline: Outline = [
        readPath(OUTLINES[kind]({ width: 120, height: 90, corner: 8, count: 9, depth: 6 })),
      ]
      const steps = [3, -3, 2, -2.5, 5, -4, 1, -1.3, 7, -6, 3, -3]
      steps.forEach((by, k) => {
        const rings = offset(
          outline.map((c) => flatten(c, 0.002)),
          by,
          'round',
          0.002,
        )
        outline = offsetOutline(outline, by)
        const parts = (areas: number[]) => areas.filter((a) => a > 0.5).length
        expect([k, parts(outline.map(areaOf))]).toEqual([k, parts(rings.map(polylineArea))])
        expect(Math.abs(area(outline) - regionArea(rings)) / regionArea(rings)).toBeLessThan(0.0001)
      })
    },
  )
})
