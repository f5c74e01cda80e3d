import { describe, expect, it } from 'vitest'
import { chance } from '../corpus/draw'
import { PATTERNS } from '../src/core/patterns'
import { judgeLids, judgePatterns, judgeRoom, LIDS, ROOMS, randomMeasures } from './patterns'
import { freeBlock, type Place } from './thick-panels'

describe('patterns folded in thick paper', () => {
  // Many more by night: `npm run measure`.
  it('have the room that they are asked for, and lids that go on with their play', () => {
    const { cases, wrong } = judgePatterns(2)
    expect(cases).toBe(2 * (Object.keys(ROOMS).length + Object.keys(LIDS).length))
    expect(wrong).toEqual([])
  })

  it('are judged all: those that tell a room within, and those that have play', () => {
    expect(Object.keys(ROOMS).sort()).toEqual(PATTERNS.flatMap((p) => (p.inside ? p.name : [])).sort())
    const withPlay = PATTERNS.filter((p) => p.measures.some((m) => m.name === 'play'))
    expect(Object.keys(LIDS).sort()).toEqual(withPlay.map((p) => p.name).sort())
  })

  it('would be found too tight: folded for thinner paper than they are judged in', () => {
    const tuck = PATTERNS.find((p) => p.name === 'reverse-tuck-box')!
    const measures = { ...randomMeasures(tuck, chance(1)), caliper: 0.3 }
    // Four layers between front and back, three between the lids, one between the walls.
    const lacks = judgeRoom('reverse-tuck-box', measures, 1.2).map(({ asked, free }) => asked - free)
    expect(lacks).toEqual([0.9, 2.7, 3.6].map((v) => expect.closeTo(v, 2)))
    const tray = PATTERNS.find((p) => p.name === 'tray-and-lid')!
    const tight = judgeLids('tray-and-lid', { ...randomMeasures(tray, chance(1)), caliper: 0.3 }, 1.2)
    for (const { left, play } of tight) expect(left).toBeLessThan(play - 1)
  })

  it('are measured between slabs of known places', () => {
    const wall = (x: number) => ({
      ring: [
        [x, 0, 0],
        [x, 50, 0],
        [x, 50, 50],
        [x, 0, 50],
      ] as Place[],
    })
    const directions: Place[] = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ]
    const start = [
      [1, 39],
      [1, 49],
      [1, 49],
    ] as const
    const [free] = freeBlock([wall(0), wall(0), wall(40), wall(39)], directions, start, 1)
    expect(free).toEqual([1.5, 38.5])
  })
})
