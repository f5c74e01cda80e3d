import { describe, expect, it } from 'vitest'
import { areaOf, boundsOf, heightOf, lengthOf, widthOf } from '../../geometry/measure'
import { readPath } from '../../geometry/path'
import { CannotMake } from '../recipe'
import { OUTLINES, type OutlineKind, type Sizes } from './outlines'

const SIZES: Sizes = { width: 120, height: 80, corner: 10, count: 12, depth: 4 }
const drawn = (kind: OutlineKind, sizes: Partial<Sizes> = {}) =>
  readPath(OUTLINES[kind]({ ...SIZES, ...sizes }))
const area = (kind: OutlineKind, sizes: Partial<Sizes> = {}) => Math.abs(areaOf(drawn(kind, sizes)))

describe('every outline', () => {
  it.each(Object.keys(OUTLINES) as OutlineKind[])('%s is closed, and as large as is asked for', (kind) => {
    const contour = drawn(kind)
    const box = boundsOf(contour)
    const isRound = kind === 'circle' || kind === 'scalloped-circle'
    expect(contour.closed).toBe(true)
    expect(widthOf(box)).toBeCloseTo(120, 1)
    expect(heightOf(box)).toBeCloseTo(isRound ? 120 : 80, 1)
    expect(box.minX).toBeCloseTo(0, 1)
    expect(box.minY).toBeCloseTo(0, 1)
  })
})

// Closed forms of plane geometry.
describe('areas and lengths are those of the textbook', () => {
  it.each([
    ['rounded', {}, 120 * 80 - (4 - Math.PI) * 100],
    ['ellipse', {}, Math.PI * 60 * 40],
    ['tag', {}, 120 * 80 - 100],
    ['arch', {}, 120 * 20 + (Math.PI * 3600) / 2],
    ['banner', {}, 120 * 80 - 4 * 80],
    ['bracket', {}, 120 * 80 - Math.PI * 100],
    ['polygon', { width: 100, height: 100, count: 4 }, 5000],
  ] as const)('%s %j', (kind, sizes, expected) => {
    const { height = 80 } = sizes as Partial<Sizes>
    const arch = kind === 'arch' ? { height: 80 } : {}
    expect(area(kind, { ...sizes, height, ...arch })).toBeCloseTo(expected, 0)
  })

  it('a regular hexagon has 3/2 sqrt(3) a²', () => {
    // Its corners lie above and below: as high as two radii, as wide as sqrt(3) of them.
    const a = 40
    expect(area('polygon', { width: Math.sqrt(3) * a, height: 2 * a, count: 6 })).toBeCloseTo(
      1.5 * Math.sqrt(3) * a * a,
      1,
    )
  })

  it('scallops are so many arcs, and the outline is longer than the plain one', () => {
    const circle = drawn('scalloped-circle', { width: 100, count: 16, depth: 3 })
    expect(lengthOf(circle)).toBeGreaterThan(lengthOf(drawn('circle', { width: 94 })))
    const arcs = drawn('scalloped-rectangle', { width: 108, height: 58, count: 10, depth: 4 })
    // Ten scallops on the long side of 100 mm and five on the short one of 50.
    const corners = [arcs.start, ...arcs.segments.map((s) => s.to)].filter(
      ({ x, y }) =>
        Math.min(x - 4, 104 - x, y - 4, 54 - y) > -1e-3 && Math.min(x - 4, 104 - x, y - 4, 54 - y) < 1e-3,
    )
    expect(new Set(corners.map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`)).size).toBe(30)
  })

  it('what cannot be is said', () => {
    expect(() => drawn('star', { depth: 60 })).toThrow(CannotMake)
    expect(() => drawn('scalloped-circle', { depth: 40 })).toThrow(/deeper than the circle/)
    expect(() => drawn('scalloped-rectangle', { count: 60, depth: 6 })).toThrow(/narrower than they are deep/)
  })
})
