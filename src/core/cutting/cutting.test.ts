import { describe, expect, it } from 'vitest'
import { rebind } from '../binding/reconcile'
import { PLAIN_CUTTER } from '../document/cutter'
import type { Finding } from '../document/findings'
import type { Sheet } from '../document/layout'
import type { Line, Role } from '../document/lines'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import { plainLine } from '../document/plain-line'
import { USUAL_PRINT } from '../document/print'
import { emptyProject, type Project } from '../document/project'
import { flatten } from '../geometry/flatten'
import { readPath } from '../geometry/path'
import { polylineLength } from '../geometry/polyline'
import { settingsAdvice } from './advice'
import { intoDashes } from './dashes'
import { greatestDeviation } from './deviation'
import { orderStrokes } from './order'
import type { Pass, Stroke, Tool } from './pass'
import { carriedOn, passAlone, withPauses } from './pauses'
import { planSheet } from './plan'
import { begunWith, plannedSheet } from './planned-sheet'
import { runOrder, stopsOver } from './run-order'
import { summarise } from './summary'
import { planTestCut } from './test-cut'
import { timelineOf } from './timeline'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

function project(lines: [string, Role, string][], dashedScores = false): { project: Project; sheet: Sheet } {
  const base = emptyProject('Test')
  const all = lines.map(([id, role, d]): Line => plainLine(id, role, d))
  const [bound] = rebind(
    {
      ...base,
      lines: Object.fromEntries(all.map((l) => [l.id, l])),
      looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
      run: { ...base.run, dashedScores },
    },
    'find',
  )
  return {
    project: bound,
    sheet: {
      id: 's1',
      paper: 'x',
      width: 200,
      height: 100,
      placements: [{ id: 'at-8', piece: 'piece-1', copy: 0, x: 10, y: 10, rotation: 0 }],
    },
  }
}

const stroke = (d: string, placement = 0, edge: Stroke['edge'] = null): Stroke => {
  const contour = readPath(d)
  return { placement, edge, points: flatten(contour), closed: contour.closed }
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

  it('has the passes score, pen, perforate, cut; prints and skips nothing (common practice: score before cutting)', () => {
    const { project: p, sheet } = project(lines)
    const { passes } = planSheet(p, sheet, null)
    expect(passes.map((x) => [x.role, x.tool, x.dashed])).toEqual([
      ['score', 'scoring tip', false],
      ['pen', 'pen', false],
      ['perforate', 'knife', true],
      ['cut', 'knife', false],
    ])
    expect(passes[3]!.strokes.map((s) => s.edge)).toEqual([null, 'opening', 'outline'])
    expect(passes[0]!.strokes[0]!.points).toEqual(Float64Array.from([60, 10, 60, 70]))
    expect(passes[3]!.setting).toEqual(PLAIN_SETTINGS.cut)
  })

  it('cuts scores as dashes where asked, with the knife and the cut settings', () => {
    const { project: p, sheet } = project(lines, true)
    const score = planSheet(p, sheet, null).passes.find((x) => x.role === 'score')
    expect(score).toMatchObject({ role: 'score', tool: 'knife', dashed: true, setting: PLAIN_SETTINGS.cut })
    expect(score!.strokes.length).toBeGreaterThan(8)
  })
})

describe('a single perforation', () => {
  it('is cut in a beat of its own, as scores are, else in the usual one', () => {
    const cuts = (dashes?: { dash: number; gap: number }) => {
      const { project: p, sheet } = project([
        ['out', 'cut', rect(0, 0, 80, 60)],
        ['tear', 'perforate', 'M50 0L50 60'],
      ])
      if (dashes) p.lines.tear!.dashes = dashes
      return planSheet(p, sheet, null).passes.find((x) => x.role === 'perforate')!.strokes
    }
    expect(cuts()).toHaveLength(30)
    const own = cuts({ dash: 4, gap: 2 })
    expect(own).toHaveLength(10)
    expect(Math.abs(own[3]!.points.at(-1)! - own[3]!.points[1]!)).toBeCloseTo(4, 6)
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
  it('keeps the dash that is asked for and lets the gap vary, whatever the length of the line', () => {
    for (let total = 40; total <= 300; total += 0.7) {
      const dashes = intoDashes(Float64Array.of(0, 0, total, 0), 8, 1.5)
      const ends = dashes.map((d) => [d[0]!, d.at(-2)!] as const)
      for (const [from, to] of ends) expect(to - from).toBeCloseTo(8, 9)
      const gaps = ends.slice(1).map(([from], i) => from - ends[i]![1])
      expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0.75 - 1e-9)
      expect(Math.max(...gaps)).toBeLessThanOrEqual(4.5 + 1e-9)
      // Half a gap at each end, so that nothing runs into an edge.
      expect(ends[0]![0]).toBeCloseTo(gaps[0]! / 2, 9)
    }
  })

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
    // A piece with an opening, in it a piece with an opening, and so on.
    const nested = Array.from({ length: 6 }, (_, i) =>
      stroke(
        rect(i * 5, i * 5, 100 - i * 10, 100 - i * 10),
        Math.floor(i / 2),
        i % 2 === 0 ? 'outline' : 'opening',
      ),
    )
    const place = (s: Stroke) => `${s.edge} ${s.placement}`
    expect(orderStrokes(nested).map(place)).toEqual(nested.map(place).reverse())
  })

  it('holds for every pair on a sheet of many pieces, and for slits that end on the edge', () => {
    const strokes = Array.from({ length: 40 }, (_, i) => {
      const x = (i % 8) * 50
      const y = Math.floor(i / 8) * 50
      return [
        stroke(rect(x, y, 45, 45), i, 'outline'),
        stroke(rect(x + 5, y + 5, 10, 10), i, 'opening'),
        stroke(`M${x + 20} ${y + 20}L${x + 45} ${y + 20}`, i),
      ]
    }).flat()
    const ordered = orderStrokes(strokes)
    for (let i = 0; i < 40; i += 1)
      expect(ordered.filter((s) => s.placement === i).at(-1)!.edge).toBe('outline')
  })

  it('begins an open stroke at its nearer end', () => {
    const [first, second] = orderStrokes([stroke('M0 0L10 0'), stroke('M50 5L12 0')])
    expect([...first!.points]).toEqual([0, 0, 10, 0])
    expect([...second!.points]).toEqual([12, 0, 50, 5])
  })
})

describe('timelineOf', () => {
  const lines: [string, Role, string][] = [
    ['out', 'cut', rect(0, 0, 80, 60)],
    ['fold', 'score', 'M40 0L40 60'],
  ]

  it('adds the time of each stretch, travel, lifts and pauses', () => {
    const { project: p, sheet } = project(lines)
    const { total, passes, changes } = timelineOf(planSheet(p, sheet, null))
    expect(changes.map((c) => [c.tool, c.words])).toEqual([
      ['scoring tip', 'Put in the scoring tip'],
      ['knife', 'Take out the scoring tip and put in the knife'],
    ])
    // The outline goes on over its start by 1 mm.
    expect(passes.map((x) => x.worked)).toEqual([expect.closeTo(60, 6), expect.closeTo(281, 6)])
    // Textbook kinematics: L/v + v/a for the score of 60 mm from rest to rest.
    const { acceleration, liftTime, changeTime, travelSpeed } = PLAIN_CUTTER
    const score = 60 / 100 + 100 / acceleration
    const travel = (mm: number) => mm / travelSpeed + travelSpeed / acceleration
    expect(passes[0]!.end).toBeCloseTo(changeTime + travel(passes[0]!.travelled) + 2 * liftTime + score, 6)
    expect(total).toBeGreaterThan(2 * changeTime + 60 / 100 + 281 / 80)
  })

  it('takes longer for scores cut as dashes than for solid ones (common practice: each dash is a cut of its own)', () => {
    const solid = project(lines)
    const dashed = project(lines, true)
    const time = (x: ReturnType<typeof project>) =>
      timelineOf(planSheet(x.project, x.sheet, null), { ...PLAIN_CUTTER, changeTime: 0 }).total
    expect(time(dashed)).toBeGreaterThan(time(solid) + 2)
  })
})

describe('pauses', () => {
  const kinds = (tip: boolean, holders: number) => {
    const { project: p, sheet } = project([
      ['out', 'cut', rect(0, 0, 80, 60)],
      ['fold', 'score', 'M40 0L40 60'],
      ['name', 'pen', 'M55 10L60 10'],
    ])
    return planSheet(p, sheet, null, { ...PLAIN_CUTTER, tip, holders }).passes.map((x) => [x.role, x.pause])
  }

  it('tell a hand what to do wherever tool or depth change', () => {
    expect(kinds(true, 1)).toEqual([
      ['score', 'Put in the scoring tip'],
      ['pen', 'Take out the scoring tip and put in the pen'],
      ['cut', 'Take out the pen and put in the knife'],
    ])
  })

  it('score with the blade at its lowest depth where there is no tip, and ask for the other depth then', () => {
    expect(kinds(false, 1)).toEqual([
      ['pen', 'Put in the pen'],
      ['score', 'Take out the pen and put in the knife, and set the blade to its lowest depth, for scoring'],
      ['cut', 'Set the blade to the depth that cuts this card'],
    ])
  })

  it('are fewer with two holders: what is not needed for longest makes room', () => {
    expect(kinds(true, 2)).toEqual([
      ['score', 'Put in the scoring tip'],
      ['pen', 'Put in the pen'],
      ['cut', 'Take out the scoring tip and put in the knife'],
    ])
  })

  it('are told anew where one pass is run alone', () => {
    const { project: p, sheet } = project([
      ['out', 'cut', rect(0, 0, 80, 60)],
      ['fold', 'score', 'M40 0L40 60'],
    ])
    const alone = passAlone(planSheet(p, sheet, null), 1, 1)!
    expect(alone.passes.map((x) => [x.role, x.pause])).toEqual([['cut', 'Put in the knife']])
    expect(passAlone(alone, 1, 1)).toBeNull()
  })
})

describe('planTestCut', () => {
  it('lies in a free corner of what may be worked on, and in none where all are taken', () => {
    const { project: p, sheet } = project([['out', 'cut', rect(0, 0, 80, 60)]])
    const plan = planTestCut(p, sheet, null, PLAIN_CUTTER)!
    const all = plan.passes.flatMap((x) => x.strokes.flatMap((s) => [...s.points]))
    expect(plan.passes.map((x) => x.role)).toEqual(['score', 'cut'])
    // Right lower corner: the margin of the sheet is 3 mm there, that of the mat is further out.
    expect(Math.max(...all.filter((_, i) => i % 2 === 0))).toBeCloseTo(197, 9)
    expect(Math.max(...all.filter((_, i) => i % 2 === 1))).toBeCloseTo(97, 9)
    // With marks in the corners it goes to the middle of a side.
    const marked = { ...p, print: USUAL_PRINT }
    const beside = planTestCut(marked, sheet, null, PLAIN_CUTTER)!.passes.flatMap((x) =>
      x.strokes.flatMap((s) => [...s.points]),
    )
    expect(Math.max(...beside.filter((_, i) => i % 2 === 1))).toBeCloseTo(93, 9)
    expect(Math.max(...beside.filter((_, i) => i % 2 === 0))).toBeLessThan(120)
    const full = project([['out', 'cut', rect(0, 0, 194, 94)]])
    full.sheet.placements[0] = { id: 'at-9', piece: 'piece-1', copy: 0, x: 3, y: 3, rotation: 0 }
    expect(planTestCut(full.project, full.sheet, null, PLAIN_CUTTER)).toBeNull()
  })
})

describe('runOrder', () => {
  const sheet = (paper: string, ...tools: Tool[]) => ({
    paper,
    plan: { passes: tools.map((tool) => ({ tool, light: false }) as Pass) },
  })

  it('keeps papers together and changes tools as seldom as it can', () => {
    const sheets = [
      sheet('plum', 'scoring tip', 'knife'),
      sheet('rice', 'knife'),
      sheet('plum', 'knife'),
      sheet('rice', 'scoring tip', 'knife'),
      sheet('plum', 'knife'),
    ]
    const order = runOrder(sheets, 1)
    expect(order.map((i) => sheets[i]!.paper).join(' ')).toMatch(
      /^(plum plum plum rice rice|rice rice plum plum plum)$/,
    )
    // Two sheets need the tip: it goes in and the knife goes back twice, by any order.
    expect(stopsOver(sheets, order, 1)).toBe(4)
    // What one holder makes a hand change, two hold.
    expect(stopsOver(sheets, runOrder(sheets, 2), 2)).toBe(2)
  })

  it('puts the knife in once for nine sheets that are only cut', () => {
    const nine = Array.from({ length: 9 }, () => sheet('plum', 'knife'))
    expect(stopsOver(nine, runOrder(nine, 1), 1)).toBe(1)
    const carried = carriedOn(
      nine.map((s) => s.plan),
      1,
    )
    expect(carried.map(({ plan }) => plan.passes[0]!.pause)).toEqual([
      'Put in the knife',
      ...Array(8).fill(null),
    ])
  })

  it('says what is to be taken out of the machine that the sheet before has left in it', () => {
    const [, second] = carriedOn([sheet('a', 'knife').plan, sheet('a', 'scoring tip', 'knife').plan], 1)
    expect(second!.plan.passes.map((p) => p.pause)).toEqual([
      'Take out the knife and put in the scoring tip',
      'Take out the scoring tip and put in the knife',
    ])
    expect(second!.before).toEqual({ held: ['knife'], light: false })
  })
})

describe('a sheet that is begun with what the one before has left in the machine', () => {
  it('takes as long as if it had been planned and timed so', () => {
    const { project: made, sheet } = project([
      ['out', 'cut', rect(0, 0, 80, 60)],
      ['fold', 'score', 'M40 0L40 60'],
    ])
    const plan = planSheet(made, sheet, null)
    const planned = { plan, timeline: timelineOf(plan) }
    for (const before of [
      { held: ['knife'], light: false },
      { held: ['scoring tip'], light: null },
      { held: [], light: null },
    ] as const) {
      for (const holders of [1, 2]) {
        const again = { ...plan, passes: withPauses(plan.passes, holders, before).passes }
        const shifted = begunWith(planned, before, { ...PLAIN_CUTTER, holders })
        expect(shifted.plan).toEqual(again)
        const timed = timelineOf(again)
        expect(shifted.timeline.total).toBeCloseTo(timed.total, 9)
        expect(shifted.timeline.changes.map((c) => c.words)).toEqual(timed.changes.map((c) => c.words))
        shifted.timeline.moves.forEach((move, i) => {
          expect(move.start).toBeCloseTo(timed.moves[i]!.start, 9)
          expect(move.end).toBeCloseTo(timed.moves[i]!.end, 9)
        })
      }
    }
  })
})

describe('solid scores against dashed ones', () => {
  it('are summed in the same way: a job that is cut in dashes already takes as long either way', () => {
    const { project: made, sheet } = project(
      [
        ['out', 'cut', rect(0, 0, 80, 60)],
        ['fold', 'score', 'M40 0L40 60'],
      ],
      true,
    )
    const sheets = ['a', 'b', 'c'].map((id) => ({ ...sheet, id }))
    const summary = summarise({ ...made, layout: { ...made.layout, sheets } }, [])
    expect(summary.stops).toBe(1)
    expect(summary.totalDashed).toBeCloseTo(summary.total, 6)
  })
})

describe('settingsAdvice', () => {
  const said = (advice: readonly { sentence: string }[]) => advice.map((a) => a.sentence)
  const { sheet } = project([['out', 'cut', rect(0, 0, 80, 60)]])
  const card = (weight: number, caliper: number, passes = 1): Paper => ({
    id: 'x',
    name: 'Harbour kraft',
    width: 210,
    height: 297,
    weight,
    caliper,
    colour: '#ffffff',
    backColour: '#ffffff',
    settings: { ...PLAIN_SETTINGS, cut: { force: 200, speed: 80, passes } },
  })
  const fine: Finding = {
    rule: 'thin-part',
    severity: 'warning',
    message: '',
    lines: [],
    pieces: ['piece-1'],
  }

  it('asks for less force and one pass where detail is fine (common practice: about a quarter less)', () => {
    expect(said(settingsAdvice(sheet, card(220, 0.3, 2), [fine])).join(' ')).toMatch(
      /once only.*about 150 g in place of 200 g/,
    )
    expect(settingsAdvice(sheet, card(220, 0.3), [{ ...fine, pieces: ['other'] }])).toEqual([])
  })

  it('is silent where it was followed, in the project alone or for the paper, and the plan cuts so', () => {
    const heavy = card(300, 0.45)
    const [advice] = settingsAdvice(sheet, heavy, [])
    expect(advice!.cut).toEqual({ force: 150, speed: 80, passes: 2 })
    const run = { cuts: { [heavy.id]: advice!.cut } }
    expect(settingsAdvice(sheet, heavy, [], run)).toEqual([])
    expect(
      settingsAdvice(sheet, { ...heavy, settings: { ...heavy.settings, cut: advice!.cut } }, []),
    ).toEqual([])
    const { project: own } = project([['out', 'cut', rect(0, 0, 80, 60)]])
    const cutOf = (p: typeof own) =>
      planSheet(p, sheet, heavy).passes.find((pass) => pass.role === 'cut')!.setting
    expect(cutOf(own)).toEqual(heavy.settings.cut)
    expect(cutOf({ ...own, run: { ...own.run, ...run } })).toEqual(advice!.cut)
    // What is shown of a sheet is what its files are made of.
    const shown = (p: typeof own) =>
      plannedSheet(p, sheet, [heavy], PLAIN_CUTTER).plan.passes.find((pass) => pass.role === 'cut')!.setting
    expect(shown(own)).toEqual(heavy.settings.cut)
    expect(shown({ ...own, run: { ...own.run, ...run } })).toEqual(advice!.cut)
    // A test cut tries what the sheet will be cut with.
    const tried = planTestCut({ ...own, run: { ...own.run, ...run } }, sheet, heavy, PLAIN_CUTTER)
    expect(tried!.passes.find((pass) => pass.role === 'cut')!.setting).toEqual(advice!.cut)
    // Gentle is a quarter less than the paper's own force, however often it is asked.
    const two = settingsAdvice(sheet, card(220, 0.3), [fine])
    expect(settingsAdvice(sheet, card(220, 0.3), [fine], { cuts: { x: two[0]!.cut } })).toEqual([])
  })

  it('asks for more passes on heavy card', () => {
    expect(said(settingsAdvice(sheet, card(300, 0.45), []))).toEqual([expect.stringContaining('two passes')])
    expect(settingsAdvice(sheet, card(300, 0.45, 2), [])).toEqual([])
    expect(settingsAdvice(sheet, null, [fine])).toEqual([])
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
