import { describe, expect, it } from 'vitest'
import { readPath } from '../src/core/geometry/path'
import { enclosingCircle } from '../src/core/outlines/enclosing-circle'
import { offsetOutline } from '../src/core/outlines/offset'
import { judgeOffset, judgeOutlines, judgePair, judgeResult, nearestTo, PAIRS, SHAPES } from './outlines'

describe('outlines judged by other libraries', () => {
  // Many more by night: `npm run measure`.
  it('are never off by more than a hundredth of a mm along them, nor nearer than their distance', () => {
    const { cases, wrong } = judgeOutlines(1_000, 50_000)
    expect(cases).toBe(1_000)
    expect(wrong).toEqual([])
  })

  it('that touch along parts of edges are united rightly, a thousand of them', () => {
    const kind = 'touching along part of an edge, turned'
    expect(Array.from({ length: 1_000 }, (_, k) => judgePair(kind, k + 1)).flat()).toEqual([])
  })

  it('would be found wrong', () => {
    const [a, b] = [readPath('M0 0L10 0L10 10L0 10Z'), readPath('M5 5L20 5L20 20L5 20Z')]
    expect(judgeResult('union', [a], [b], [a, b])).toBeGreaterThan(20)
    expect(judgeResult('union', [a], [b], [])).toBeGreaterThan(200)
    expect(nearestTo([a], offsetOutline([a], 3))).toBeCloseTo(3, 2)
    expect(nearestTo([a], offsetOutline([a], 2.9))).toBeLessThan(2.95)
    expect(Object.keys(PAIRS).length + Object.keys(SHAPES).length).toBeGreaterThan(10)
  })

  it('of circles smaller than an inset leave nothing, and tips of a surround are as wide as it', () => {
    const circle = [
      readPath(
        'M4 0C4 2.20914 2.20914 4 0 4C-2.20914 4 -4 2.20914 -4 0C-4 -2.20914 -2.20914 -4 0 -4C2.20914 -4 4 -2.20914 4 0Z',
      ),
    ]
    for (const by of [4.01, 5, 6, 9, 40]) expect(offsetOutline(circle, -by)).toEqual([])
    for (let seed = 1; seed < 60; seed += 1) expect(judgeOffset('tip', seed)).toEqual([])
  })

  it('are enclosed by the smallest circle: two points, three, and all within', () => {
    expect(enclosingCircle(Float64Array.of(0, 0, 6, 8, 3, 4))).toMatchObject({ x: 3, y: 4, radius: 5 })
    // The circumcircle of an equilateral triangle of side s: s / sqrt 3 (plane geometry).
    const { radius } = enclosingCircle(Float64Array.of(0, 0, 9, 0, 4.5, (9 * Math.sqrt(3)) / 2, 4.5, 3))
    expect(radius).toBeCloseTo(9 / Math.sqrt(3), 9)
  })
})
