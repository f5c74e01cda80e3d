import { describe, expect, it } from 'vitest'
import type { Piece } from '@/core/document/pieces'
import { emptyProject } from '@/core/document/project'
import { paperTint } from './board/paper-tint'
import { fitView, MAX_SCALE, toDrawing, toScreen, zoomAt } from './board/view'
import { roleOfKey } from './role-keys'
import { colourWord, lookWords } from './stations/lines/look-words'
import { STATIONS } from './stations/stations'

describe('view', () => {
  const screen = { width: 600, height: 400 }

  it('shows the whole of a box in the middle', () => {
    const view = fitView({ minX: 0, minY: 0, maxX: 300, maxY: 100 }, screen, 50)
    expect(toScreen(view, { x: 150, y: 50 })).toEqual({ x: 300, y: 200 })
    expect(toScreen(view, { x: 300, y: 50 }).x).toBeCloseTo(550, 9)
  })

  it('zooms about a point that stays where it is, within its bounds', () => {
    const view = zoomAt({ scale: 2, x: 10, y: 20 }, 1.5, { x: 200, y: 100 })
    expect(toDrawing(view, { x: 200, y: 100 })).toEqual(
      toDrawing({ scale: 2, x: 10, y: 20 }, { x: 200, y: 100 }),
    )
    expect(zoomAt(view, 1e9, { x: 0, y: 0 }).scale).toBe(MAX_SCALE)
  })
})

describe('words', () => {
  it.each([
    ['#ed1c24', 'red'],
    ['#39b54a', 'green'],
    ['#231f20', 'black'],
    ['#ffffff', 'white'],
    ['#888888', 'grey'],
    ['#0000ff', 'blue'],
    ['#ff00ff', 'magenta'],
    ['#8b4513', 'brown'],
    ['pattern', 'patterned'],
  ])('%s is %s', (colour, word) => expect(colourWord(colour)).toBe(word))

  it('tell a look as a person would', () => {
    const look = { stroke: '#ff0000', fill: null, dash: [3, 1], width: 0.3, layers: ['Lid', 'Folds'] }
    expect(lookWords(look)).toBe('red, dashed, in “Folds”')
    expect(lookWords({ ...look, stroke: null, fill: '#ffffff', layers: [] })).toBe('filled white')
  })

  it('keys 1 to 6 are the roles', () => {
    expect(['1', '2', '6', '7', 'a', '10'].map(roleOfKey)).toEqual(['cut', 'score', 'skip', null, null, null])
  })

  it('a tint stays light enough for ink', () => expect(paperTint('#000000')).toBe('rgb(148 148 148)'))
})

describe('stations', () => {
  const piece: Piece = {
    id: 'p',
    name: 'P',
    outline: ['l'],
    openings: [],
    lines: ['l'],
    paper: 'plum',
    copies: 2,
  }
  it('count what is left to do', () => {
    const project = { ...emptyProject('Test'), pieces: { p: { ...piece, paper: null } } }
    const states = Object.fromEntries(STATIONS.map((s) => [s.name, s.state(project, [], [], [])]))
    expect(states.paper).toEqual({ open: 1, done: false })
    expect(states.lines).toEqual({ open: 0, done: true })
    expect(states.sheets).toEqual({ open: 0, done: false })
  })
})
