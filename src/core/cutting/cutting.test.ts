import { describe, expect, it } from 'vitest'
import { PLAIN_SETTINGS } from '../document/paper'
import { emptyProject, type Line, type Project, type Role, type Sheet } from '../document/schema'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { polylineLength } from '../geometry/polyline'
import { intoDashes } from './dashes'
import { greatestDeviation } from './deviation'
import { orderStrokes } from './order'
import type { Stroke } from './pass'
import { planSheet } from './plan'
import { MACHINE, timelineOf } from './timeline'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

function project(lines: [string, Role, string][], dashedScores = false): { project: Project; sheet: Sheet } {
  const base = emptyProject('Test')
  const all = lines.map(
    ([id, role, d]): Line => ({
      id,
      source: 's',
      look: 'k',
      d,
      label: null,
      role,
      sure: true,
      why: '',
      fold: null,
      held: null,
    }),
  )
  const piece = {
    id: 'p',
    name: 'P',
    outline: [lines[0]![0]],
    openings: [],
    lines: all.map((l) => l.id),
    paper: null,
    copies: 1,
  }
  return {
    project: {
      ...base,
      lines: Object.fromEntries(all.map((l) => [l.id, l])),
      looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
      pieces: { p: piece },
      run: { ...base.run, dashedScores },
    },
    sheet: {
      id: 's1',
      paper: 'x',
      width: 200,
      height: 100,
      placements: [{ piece: 'p', copy: 0, x: 10, y: 10, rotation: 0 }],
    },
  }
}

const stroke = (line: string, d: string): Stroke => {
  const contour = readPath(d)
  return { line, piece: 'p', copy: 0, points: flatten(contour), closed: contour.closed }
}

describe('planSheet', () => {
  const lines: [string, Role, string][] = [
    ['out', 'cut', rect(0, 0, 80, 60)],
    ['hole', 'cut', rect(10, 10, 10, 10)],
    ['slit', 'cut', 'M30 30L40 30'],
    ['fold', 'score', 'M50 0L50 60'],
    ['tear', 'perforate', 'M70 0L70 60'],
    ['name', 'pen', 'M55 10L60 10'],
    ['art', 'print', 'M55 20L60 20'],
    ['gone', 'skip', 'M55 25L60 25'],
  ]

  it('has the passes score, perforate, pen, cut; prints and skips nothing (common practice: score before cutting)', () => {
    const { project: p, sheet } = project(lines)
    const { passes } = planSheet(p, sheet, null)
    expect(passes.map((x) => [x.role, x.tool, x.dashed])).toEqual([
      ['score', 'scoring tip', false],
      ['perforate', 'knife', true],
      ['pen', 'pen', false],
      ['cut', 'knife', false],
    ])
    expect(passes[3]!.strokes.at(-1)!.line).toBe('out')
    expect(passes[0]!.strokes[0]!.points).toEqual(Float64Array.from([60, 10, 60, 70]))
    expect(passes[3]!.setting).toEqual(PLAIN_SETTINGS.cut)
  })

  it('cuts scores as dashes where asked, with the knife and the cut settings', () => {
    const { project: p, sheet } = project(lines, true)
    const [score] = planSheet(p, sheet, null).passes
    expect(score).toMatchObject({ role: 'score', tool: 'knife', dashed: true, setting: PLAIN_SETTINGS.cut })
    expect(score!.strokes.length).toBeGreaterThan(8)
  })
})

describe('a single score', () => {
  it('is cut as dashes by the knife while the others are creased', () => {
    const { project: p, sheet } = project([
      ['out', 'cut', rect(0, 0, 80, 60)],
      ['fold', 'score', 'M50 0L50 60'],
      ['other', 'score', 'M20 0L20 60'],
    ])
    p.lines.other!.dashes = { dash: 5, gap: 1 }
    const { passes } = planSheet(p, sheet, null)
    expect(passes.map((x) => [x.role, x.tool, x.strokes.length])).toEqual([
      ['score', 'scoring tip', 1],
      ['score', 'knife', 10],
      ['cut', 'knife', 1],
    ])
    const ends = passes[1]!.strokes.flatMap(({ points }) => [points[1]!, points.at(-1)!])
    expect(Math.min(...ends)).toBeGreaterThanOrEqual(10.5 - 1e-9)
    expect(Math.max(...ends)).toBeLessThanOrEqual(69.5 + 1e-9)
  })
})

describe('intoDashes', () => {
  it('comes out even and leaves a bridge at both ends', () => {
    const line = flatten(readPath('M0 0L100 0'))
    const dashes = intoDashes(line, 4, 1.5)
    expect(dashes).toHaveLength(18)
    expect(dashes[0]![0]!).toBeGreaterThan(0.7)
    expect(100 - dashes.at(-1)!.at(-2)!).toBeCloseTo(dashes[0]![0]!, 9)
    for (let i = 1; i < dashes.length; i += 1) {
      expect(dashes[i]![0]! - dashes[i - 1]!.at(-2)!).toBeGreaterThan(1.4)
      expect(polylineLength(dashes[i]!)).toBeCloseTo(polylineLength(dashes[0]!), 9)
    }
  })

  it('follows corners and curves, and leaves a line shorter than a gap whole', () => {
    const bent = flatten(readPath('M0 0L10 0L10 10'))
    const length = intoDashes(bent, 3, 1).reduce((sum, d) => sum + polylineLength(d), 0)
    expect(length).toBeCloseTo(15, 6)
    expect(intoDashes(flatten(readPath('M0 0L1 0')), 4, 1.5)).toEqual([])
    expect(() => intoDashes(bent, 0, 1)).toThrow(RangeError)
  })
})

describe('orderStrokes', () => {
  it('cuts what lies within before what holds it, however deep', () => {
    const nested = Array.from({ length: 6 }, (_, i) =>
      stroke(`r${i}`, rect(i * 5, i * 5, 100 - i * 10, 100 - i * 10)),
    )
    expect(orderStrokes(nested).map((s) => s.line)).toEqual(['r5', 'r4', 'r3', 'r2', 'r1', 'r0'])
  })

  it('holds for every pair on a sheet of many pieces', () => {
    const strokes = Array.from({ length: 40 }, (_, i) => {
      const x = (i % 8) * 50
      const y = Math.floor(i / 8) * 50
      return [
        stroke(`out${i}`, rect(x, y, 45, 45)),
        stroke(`hole${i}`, rect(x + 5, y + 5, 10, 10)),
        stroke(`slit${i}`, `M${x + 20} ${y + 20}L${x + 30} ${y + 20}`),
      ]
    }).flat()
    const order = new Map(orderStrokes(strokes).map((s, at) => [s.line, at]))
    for (let i = 0; i < 40; i += 1) {
      expect(order.get(`hole${i}`)!).toBeLessThan(order.get(`out${i}`)!)
      expect(order.get(`slit${i}`)!).toBeLessThan(order.get(`out${i}`)!)
    }
  })

  it('begins an open stroke at its nearer end', () => {
    const [first, second] = orderStrokes([stroke('a', 'M0 0L10 0'), stroke('b', 'M50 5L12 0')])
    expect(first!.line).toBe('a')
    expect([...second!.points]).toEqual([12, 0, 50, 5])
  })

  it('keeps both of two equal contours', () => {
    expect(
      orderStrokes([
        stroke('a', rect(0, 0, 9, 9)),
        stroke('b', rect(0, 0, 9, 9)),
        stroke('in', rect(3, 3, 3, 3)),
      ]).map((s) => s.line)[0],
    ).toBe('in')
  })
})

describe('timelineOf', () => {
  it('adds lengths over speeds, lifts and changes', () => {
    const { project: p, sheet } = project([
      ['out', 'cut', rect(0, 0, 80, 60)],
      ['fold', 'score', 'M40 0L40 60'],
    ])
    const { total, passes, changes } = timelineOf(planSheet(p, sheet, null))
    expect(changes.map((c) => c.tool)).toEqual(['scoring tip', 'knife'])
    expect(passes.map((x) => x.worked)).toEqual([expect.closeTo(60, 6), expect.closeTo(280, 6)])
    const travel = passes[0]!.travelled + passes[1]!.travelled
    // Textbook kinematics at constant speed: t = s / v.
    const expected =
      60 / 100 + 280 / 80 + travel / MACHINE.travelSpeed + 4 * MACHINE.liftTime + 2 * MACHINE.changeTime
    expect(total).toBeCloseTo(expected, 6)
  })
})

describe('greatestDeviation', () => {
  it('is the Hausdorff distance at the points', () => {
    const a = [Float64Array.from([0, 0, 100, 0])]
    expect(greatestDeviation(a, [Float64Array.from([0, 0.02, 100, -0.03])])).toBeCloseTo(0.03, 9)
    expect(greatestDeviation(a, [Float64Array.from([0, 0, 50, 0])])).toBeCloseTo(50, 9)
    expect(greatestDeviation(a, [])).toBe(Infinity)
    expect(greatestDeviation([], [])).toBe(0)
  })
})
