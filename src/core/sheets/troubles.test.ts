import { describe, expect, it } from 'vitest'
import { rebind } from '../binding/reconcile'
import type { Placement } from '../document/layout'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import { plainLine } from '../document/plain-line'
import { emptyProject, type Project } from '../document/project'
import { piecesWithoutPaper, takePaper } from '../pieces/take-paper'
import { sheetTroubles } from './troubles'

const plum: Paper = {
  id: 'plum',
  name: 'Plum card',
  width: 200,
  height: 200,
  weight: 220,
  caliper: 0.3,
  colour: '#7a4468',
  backColour: '#7a4468',
  leftovers: [{ width: 120, height: 90, count: 1 }],
  settings: PLAIN_SETTINGS,
}
const rice: Paper = { ...plum, id: 'rice', name: 'Rice white', width: 210, height: 297 }
const atHand = { papers: [plum, rice], cutter: null }

/** A tag of 50 by 30 mm, two copies of it laid side by side on a sheet of plum card. */
function laid(change: (draft: Project) => void = () => {}): Project {
  const base = emptyProject('Fair')
  const line = plainLine('l', 'cut', 'M0 0L50 0L50 30L0 30Z')
  const [project] = rebind(
    {
      ...base,
      lines: { l: { ...line, sure: true } },
      looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
    },
    'find',
  )
  const draft = structuredClone(project)
  const [piece] = Object.values(draft.pieces)
  Object.assign(piece!, { name: 'Tag', paper: 'plum', copies: 2 })
  const at = (copy: number, x: number): Placement => ({
    id: `at-${copy}`,
    piece: piece!.id,
    copy,
    x,
    y: 20,
    rotation: 0,
  })
  draft.layout.sheets = [
    { id: 's', paper: 'plum', width: 200, height: 200, placements: [at(0, 20), at(1, 80)] },
  ]
  change(draft)
  return draft
}

const told = (project: Project, hand: Parameters<typeof sheetTroubles>[1] = atHand) =>
  sheetTroubles(project, hand).map(({ kind, severity }) => `${severity}: ${kind}`)
const pieceOf = (project: Project) => Object.values(project.pieces)[0]!
const placements = (project: Project) => project.layout.sheets[0]!.placements

describe('what is wrong with sheets', () => {
  it('tells of pieces that a hand laid nearer than the spacing, and how near', () => {
    const near = (x: number) =>
      laid((p) => {
        p.layout.spacing = 3
        placements(p)[1]!.x = x
      })
    expect(told(near(73))).toEqual([])
    expect(told(near(71.2))).toEqual(['warning: near'])
    const [trouble] = sheetTroubles(near(71.2), atHand)
    expect(trouble!.message).toMatch(/lie 1\.2 mm apart on sheet 1, and the spacing is 3 mm\.$/)
    expect(trouble!.placements).toEqual(['at-0', 'at-1'])
    expect(told(near(65))).toEqual(['error: overlap'])
  })

  it('is nothing where all is as it was asked for', () => {
    expect(told(laid())).toEqual([])
    expect(told(emptyProject('Empty'))).toEqual([])
  })

  it.each([
    [
      'pieces on one another',
      (p: Project) => {
        placements(p)[1]!.x = 40
      },
      'error: overlap',
    ],
    [
      'a piece over the edge',
      (p: Project) => {
        placements(p)[1]!.x = 170
      },
      'error: outside',
    ],
    [
      'a line that is not decided',
      (p: Project) => {
        p.lines.l!.sure = false
      },
      'error: undecided',
    ],
    [
      'one more copy asked for',
      (p: Project) => {
        pieceOf(p).copies = 3
      },
      'warning: behind',
    ],
    [
      'one copy fewer asked for',
      (p: Project) => {
        pieceOf(p).copies = 1
      },
      'warning: behind',
    ],
    [
      'a piece that is gone',
      (p: Project) => {
        delete p.pieces[pieceOf(p).id]
      },
      'warning: behind',
    ],
    [
      'another paper chosen',
      (p: Project) => {
        pieceOf(p).paper = 'rice'
      },
      'warning: other-paper',
    ],
    [
      'a paper that has another size now',
      (p: Project) => {
        p.layout.sheets[0]!.width = 210
      },
      'warning: size',
    ],
    [
      'a paper that is gone',
      (p: Project) => {
        p.layout.sheets[0]!.paper = 'gone'
      },
      'warning: size',
    ],
  ])('%s', (_, change, expected) => expect(told(laid(change))).toContain(expected))

  it('leaves a copy alone that was brought to another paper by hand', () => {
    const moved = laid((p) => {
      p.layout.sheets.push({ ...p.layout.sheets[0]!, id: 't', paper: 'rice', width: 210, height: 297 })
      p.layout.sheets[1]!.placements = [{ ...placements(p)[1]!, otherPaper: true }]
      placements(p).pop()
    })
    expect(told(moved)).toEqual([])
  })

  it('takes a sheet for a leftover of its paper', () => {
    const small = laid((p) => Object.assign(p.layout.sheets[0]!, { width: 120, height: 90 }))
    placements(small)[1]!.x = 25
    placements(small)[1]!.y = 55
    expect(told(small)).toEqual([])
  })

  it('tells what is on no sheet, and a cutter with another mat', () => {
    const project = laid((p) => {
      p.layout.unplaced = [{ piece: pieceOf(p).id, copies: 1, why: 'It is too wide.' }]
      pieceOf(p).copies = 3
    })
    const cutter = { name: 'Wide cutter', mat: { width: 610, height: 914, margin: 10 } }
    const found = sheetTroubles(project, { ...atHand, cutter })
    expect(found.map((t) => t.kind)).toEqual(['unplaced', 'mat'])
    expect(found[0]!.message).toBe('“Tag” is on no sheet. It is too wide.')
    expect(found[1]!.message).toContain('“Wide cutter” has one of 610 × 914 mm')
  })

  it('tells of pieces that nobody chose a paper for, and what was taken', () => {
    const project = laid((p) => {
      pieceOf(p).paper = null
    })
    const [open] = sheetTroubles(project, atHand)
    expect(open).toMatchObject({
      kind: 'no-paper',
      severity: 'warning',
      message: '1 piece has no paper of its own, so “Plum card” was taken.',
    })
    expect(open!.placements).toHaveLength(placements(project).length)
    const [taken] = takePaper(project, piecesWithoutPaper(project), atHand.papers[0]!)
    expect(told(taken)).toEqual([])
    pieceOf(project).copies = 0
    expect(told(project)).not.toContain('warning: no-paper')
  })

  it('names the pieces and the sheet, and where to go', () => {
    const [overlap] = sheetTroubles(
      laid((p) => {
        placements(p)[1]!.x = 40
      }),
      atHand,
    )
    expect(overlap).toMatchObject({
      message: '“Tag” and “Tag” lie on one another on sheet 1.',
      station: 'sheets',
      sheet: 's',
      placements: ['at-0', 'at-1'],
    })
    const [open] = sheetTroubles(
      laid((p) => {
        p.lines.l!.sure = false
      }),
      atHand,
    )
    expect(open).toMatchObject({
      message: '1 line is not decided yet of the pieces on sheet 1.',
      station: 'lines',
    })
  })

  it('is an error where a piece could not be made anew', () => {
    const project = laid((draft) => {
      draft.sources.m = {
        kind: 'making',
        id: 'm',
        name: 'Tag',
        recipe: 'shape',
        measures: {},
        takes: [],
        plane: 'm',
        at: [1, 0, 0, 1, 0, 0],
        trouble: 'A piece that it takes is gone.',
      }
    })
    const made = structuredClone(project)
    expect(told(project)).not.toContain('error: not-made')
    made.lines.l!.source = 'm'
    expect(told(made)).toContain('error: not-made')
  })

  it('is an error where a pen would write past the edge of a piece', () => {
    const draw = (d: string) =>
      laid((draft) => {
        draft.lines.w = plainLine('w', 'pen', d)
        pieceOf(draft).lines.push('w')
      })
    expect(told(draw('M10 10L40 10'))).not.toContain('error: ink-outside')
    expect(told(draw('M10 10L62 10'))).toContain('error: ink-outside')
  })
})
