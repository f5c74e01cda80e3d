import { describe, expect, it } from 'vitest'
import { emptyProject } from '../document/project'
import { slackIn, TARGETS } from '../document/targets'
import { inspect } from '../inspection'
import { closedSize } from '../pieces/panels'
import { shapesOf } from '../pieces/piece-shape'
import { make, pieces, rect, round } from './drawn-pieces'
import { fitPieces } from './fit-target'
import { changeMeasures } from './make'
import { settled } from './settle'

const target = (name: string) => TARGETS.find((t) => t.name === name)!
const ids = (project: { pieces: object }) => Object.keys(project.pieces)

describe('targets', () => {
  it('are those of the standards', () => {
    const size = (name: string) => [target(name).width, target(name).height]
    // ISO 269.
    expect(['C4', 'C5', 'C6', 'DL'].map((n) => size(`Envelope ${n}`))).toEqual([
      [229, 324],
      [162, 229],
      [114, 162],
      [110, 220],
    ])
    // ISO 216; ANSI/ASME Y14.1 letter; 1 in = 25.4 mm.
    expect([size('Card A6'), size('Sheet Letter')]).toEqual([
      [105, 148],
      [expect.closeTo(215.9, 6), expect.closeTo(279.4, 6)],
    ])
    expect(new Set(TARGETS.map((t) => t.name)).size).toBe(TARGETS.length)
  })

  it('of common practice hold: 4.25 x 5.5 in goes in its envelope, a picture is half an inch smaller than its frame', () => {
    const card = { width: 4.25 * 25.4, height: 5.5 * 25.4 }
    const [short, long] = slackIn({ ...target('Envelope 4 3/8 × 5 3/4 in'), clearance: 0 }, card)
    expect(Math.min(short, long)).toBeGreaterThan(3)
    const shaped = { width: 5.27 * 25.4, height: 3.96 * 25.4 }
    expect(Math.min(...slackIn(target('Envelope 4 3/8 × 5 3/4 in'), shaped))).toBeGreaterThan(0)
    expect(slackIn(target('Frame 8 × 8 in'), { width: 190.5, height: 190.5 })).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(0, 9),
    ])
  })
})

describe('fitPieces', () => {
  it('sizes a figure to an envelope in its proportions, and tells whoever outgrows it later', () => {
    const figure = pieces([rect(0, 0, 300, 200), round(100, 100, 40)])
    const [fit] = settled(fitPieces(figure, ids(figure), target('Envelope C6')))
    const [shape] = shapesOf(fit)
    // 162 - 6 = 156 of the longer side; 156 / 300 of the shorter.
    expect(shape!.size).toEqual({ width: expect.closeTo(156, 3), height: expect.closeTo(104, 3) })
    expect(inspect(fit, []).some((f) => f.rule === 'outgrown')).toBe(false)
    const [larger] = settled(fitPieces(fit, ids(fit), { ...target('Envelope C5') }))
    const back = { ...larger, pieces: { ...larger.pieces } }
    const [id] = ids(back)
    back.pieces[id!] = { ...back.pieces[id!]!, target: target('Envelope C6') }
    const told = inspect(back, []).find((f) => f.rule === 'outgrown')
    expect(told?.message).toMatch(/is \d+ mm too large for “Envelope C6”/)
  })

  it('gives a card base both of its sides, closed, whatever it opens to', () => {
    const { project } = make(emptyProject('Fair'), 'card-base')
    const [fit] = settled(fitPieces(project, ids(project), target('Envelope C6')))
    const [shape] = shapesOf(fit)
    expect(shape!.size).toEqual({ width: expect.closeTo(216, 3), height: expect.closeTo(156, 3) })
    expect(closedSize(shape!)).toEqual({ width: expect.closeTo(108, 3), height: expect.closeTo(156, 3) })
    const [wide] = settled(changeMeasures(fit, 'm', { width: 120 }))
    expect(inspect(wide, []).find((f) => f.rule === 'outgrown')?.message).toContain('12 mm too large')
  })

  it('fits several together, and says what is to be fitted instead of what is made of it', () => {
    const pair = pieces([rect(0, 0, 148, 210)], [rect(10, 10, 128, 190)])
    const [fit] = settled(fitPieces(pair, ids(pair), target('Envelope C6')))
    const [card, panel] = shapesOf(fit)
    expect(card!.size.height).toBeCloseTo(108 * (210 / 148), 2)
    expect(panel!.size.width / card!.size.width).toBeCloseTo(128 / 148, 5)
    const { project } = make(pieces([rect(0, 0, 60, 40)]), 'surround', { by: 4 })
    const made = ids(project).find((id) => project.pieces[id]!.name !== 'a')!
    expect(() => fitPieces(project, [made], target('Envelope C6'))).toThrow('Fit those')
  })
})
