import { Resvg } from '@resvg/resvg-js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Affine, apply, multiply, rotation, translation } from '../geometry/affine'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { intersect, regionArea } from '../geometry/regions'
import { withBleed } from './bleed'
import { findMarks, type GreyPicture } from './find-marks'
import { fitAffine } from './fit'
import { keepOuts, type Mark, marksOf } from './marks'
import { registerBy } from './register'

const A4 = { width: 210, height: 297 }
const MARKS = { corners: 4, size: 6, weight: 1, inset: 12 } as const
const ring = (d: string) => flatten(readPath(d), 0.01)

describe('marksOf', () => {
  it('puts three or four rings in the corners, and keeps squares round them free', () => {
    expect(marksOf(A4, MARKS)).toEqual([
      { corner: 'left upper', x: 12, y: 12 },
      { corner: 'right upper', x: 198, y: 12 },
      { corner: 'left lower', x: 12, y: 285 },
      { corner: 'right lower', x: 198, y: 285 },
    ])
    const print = { marks: { ...MARKS, corners: 3 as const }, bleed: 2, safe: 2, border: 5, lines: false }
    expect(keepOuts(A4, { print })).toHaveLength(3)
    expect([...keepOuts(A4, { print })[0]!.slice(0, 6)]).toEqual([7, 7, 17, 7, 17, 17])
    expect(keepOuts(A4, { print: null })).toEqual([])
  })
})

describe('fitAffine', () => {
  const coordinate = fc.double({ min: -300, max: 300, noNaN: true })
  it('finds any affine map again from three points or more (closed form)', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 0.5, max: 2, noNaN: true }),
          fc.double({ min: -0.3, max: 0.3, noNaN: true }),
          fc.double({ min: -0.3, max: 0.3, noNaN: true }),
          fc.double({ min: 0.5, max: 2, noNaN: true }),
          coordinate,
          coordinate,
        ),
        fc.constantFrom(3, 4),
        (map, corners) => {
          const marks = marksOf(A4, { ...MARKS, corners: corners as 3 | 4 })
          const fit = fitAffine(
            marks,
            marks.map((m) => apply(map as Affine, m)),
          )
          expect(fit.residual).toBeLessThan(1e-8)
          for (const [i, v] of fit.map.entries()) expect(v).toBeCloseTo(map[i]!, 8)
        },
      ),
    )
  })

  it('shares out what does not fit: a square with one corner off by e leaves e/4 at each', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 0, y: 100 },
      { x: 100, y: 100 },
    ]
    const off = square.map((p, i) => (i === 3 ? { x: p.x + 0.8, y: p.y } : p))
    expect(fitAffine(square, off).residual).toBeCloseTo(0.2, 9)
  })

  it('refuses too few points, and points in one line', () => {
    const line = [0, 1, 2].map((k) => ({ x: k, y: 2 * k }))
    expect(() => fitAffine(line.slice(0, 2), line.slice(0, 2))).toThrow(/three pairs/)
    expect(() => fitAffine(line, line)).toThrow(/in one line/)
  })
})

/** A sheet as a camera over the bed sees it, drawn by a general renderer. */
function seen(map: Affine, scale: number, more = '', without: string[] = []): GreyPicture {
  const rings = marksOf(A4, MARKS)
    .filter((m) => !without.includes(m.corner))
    .map((m) => `<circle cx="${m.x}" cy="${m.y}" r="2.5" fill="none" stroke="#111" stroke-width="1"/>`)
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${250 * scale}" height="${337 * scale}" viewBox="-20 -20 250 337">
<rect x="-20" y="-20" width="250" height="337" fill="#8d8d8d"/>
<g transform="matrix(${map.join(' ')})"><rect width="210" height="297" fill="#f8f6f0"/>${rings.join('')}${more}</g></svg>`
  const { pixels, width, height } = new Resvg(svg).render()
  const data = new Uint8Array(width * height)
  for (let i = 0; i < data.length; i += 1) data[i] = pixels[4 * i]!
  return { data, width, height }
}

const look = (picture: GreyPicture, scale: number) => ({
  picture,
  scale,
  at: { x: 20, y: 20 },
  size: MARKS.size,
  weight: MARKS.weight,
  reach: 9,
})

describe('findMarks', () => {
  const scale = 6
  const found = (map: Affine, more = '', without: string[] = []) =>
    findMarks(marksOf(A4, MARKS), look(seen(map, scale, more, without), scale))
  const inSheet = (m: { seen: { x: number; y: number } | null }) => ({ x: m.seen!.x - 20, y: m.seen!.y - 20 })

  it('finds rings to a small part of a pixel, wherever the sheet lies', () => {
    const map = multiply(translation(1.7, -2.3), rotation(0.9, { x: 105, y: 148 }))
    for (const mark of found(map)) {
      expect(mark.trouble).toBeNull()
      const truth = apply(map, mark)
      expect(Math.hypot(inSheet(mark).x - truth.x, inSheet(mark).y - truth.y)).toBeLessThan(0.03)
    }
  })

  it('knows a missing mark from a covered one', () => {
    const trouble = (more: string, without: string[] = []) =>
      found([1, 0, 0, 1, 0, 0], more, without).map((m) => m.trouble)
    expect(trouble('', ['right upper'])).toEqual([null, 'missing', null, null])
    expect(trouble('<rect x="12" y="280" width="6" height="10" fill="#f8f6f0"/>')).toEqual([
      null,
      null,
      'covered',
      null,
    ])
    expect(trouble('<rect x="8" y="8" width="8" height="8" fill="#222"/>')[0]).toBe('covered')
  })

  it('is not led astray by print and dust near by', () => {
    const dust =
      '<circle cx="17" cy="17" r="0.4" fill="#333"/><rect x="190" y="18" width="3" height="1" fill="#a33"/>'
    expect(found([1, 0, 0, 1, 1, 1], dust).map((m) => m.trouble)).toEqual([null, null, null, null])
  })
})

describe('registerBy', () => {
  const mark = (
    m: Mark,
    seenAt: { x: number; y: number } | null,
    trouble: 'missing' | 'covered' | null = null,
  ) => ({
    ...m,
    seen: seenAt,
    trouble,
  })

  it('tells turn, scale and what is left over', () => {
    const map = multiply(rotation(2), [1.01, 0, 0, 1.01, 0, 0])
    const answer = registerBy(marksOf(A4, MARKS).map((m) => mark(m, apply(map, m))))
    expect(answer).toMatchObject({
      ok: true,
      words: expect.stringMatching(/Turned by 2\.00°, printed at 101\.00 %/),
    })
  })

  it('refuses with advice where a mark is missing or covered, or they do not fit together', () => {
    const [first, ...rest] = marksOf(A4, MARKS)
    const others = rest.map((m) => mark(m, m))
    expect(registerBy([mark(first!, null, 'missing'), ...others])).toMatchObject({
      ok: false,
      message: expect.stringMatching(/left upper corner was not found.*100 %/),
    })
    expect(registerBy([mark(first!, null, 'covered'), ...others])).toMatchObject({
      ok: false,
      message: expect.stringContaining('covered or smeared'),
    })
    expect(registerBy([mark(first!, { x: first!.x + 2, y: first!.y }), ...others])).toMatchObject({
      ok: false,
      message: expect.stringMatching(/0\.50 mm are left/),
    })
  })
})

describe('withBleed', () => {
  const card = ring('M0 0L80 0L80 50L0 50Z')

  it('goes on beyond the edge where the fill reaches it, by just so much (area in closed form)', () => {
    const band = ring('M0 0L80 0L80 20L0 20Z')
    const region = withBleed([band], card, 3)
    // 3 mm above, to both sides as far down as the band and its offset go, with round corners.
    const outside = regionArea(region) - 80 * 20
    const expected = 80 * 3 + 2 * (20 * 3) + 2 * ((Math.PI / 4) * 9) + 2 * ((Math.PI / 4) * 9)
    expect(outside).toBeCloseTo(expected, 0)
    // Within the piece it is as it was drawn.
    expect(regionArea(intersect(region, [card]))).toBeCloseTo(1600, 0)
  })

  it('leaves alone what stays within, and cuts off what was drawn beyond', () => {
    const spot = ring('M30 20L40 20L40 30L30 30Z')
    expect(regionArea(withBleed([spot], card, 3))).toBeCloseTo(100, 2)
    const over = ring('M-40 -40L120 -40L120 90L-40 90Z')
    expect(regionArea(withBleed([over], card, 0))).toBeCloseTo(4000, 2)
    expect(regionArea(withBleed([over], card, 3))).toBeCloseTo(4000 + 260 * 3 + Math.PI * 9, 0)
  })
})
