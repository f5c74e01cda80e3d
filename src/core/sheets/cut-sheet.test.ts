import { describe, expect, it } from 'vitest'
import { PLAIN_CARD } from '../../../corpus/plain-card'
import { makeEdit } from '../document/edits'
import { wasCut } from '../document/layout'
import type { Paper } from '../document/paper'
import { emptyProject, type Project, projectSchema } from '../document/project'
import { addMaking } from '../making/make'
import { settled } from '../making/settle'
import { leftoverOf, markCut, markUncut, offcutOf, restOf, withLeftover, withoutLeftover } from './cut-sheet'
import { layOut } from './lay-out'
import { sheetTroubles } from './troubles'

const CARD = { ...PLAIN_CARD, leftovers: [{ width: 120, height: 90, count: 2 }] }

/** Three tags of 80 x 60 mm, laid out. */
function tags(papers: readonly Paper[], change: (draft: Project) => void = () => {}): Project {
  const [made] = settled(
    addMaking(emptyProject('Tags'), {
      id: 'tag',
      recipe: 'shape',
      measures: { kind: 'rectangle', width: 80, height: 60 },
    }),
  )
  const [project] = makeEdit(made, 'Copies', (draft) => {
    draft.pieces['piece-1']!.copies = 3
    draft.layout.mat = { width: 330, height: 330, margin: 0 }
    change(draft)
  })
  return laid(project, papers)
}
const laid = (project: Project, papers: readonly Paper[]): Project => ({
  ...project,
  layout: { ...project.layout, ...layOut(project, papers) },
})
const copiesOn = (project: Project) =>
  project.layout.sheets.map(
    (s) =>
      `${s.width}: ${s.placements
        .map((p) => p.copy)
        .sort()
        .join(' ')}`,
  )

describe('a sheet that was cut', () => {
  it('stays as it is when the rest is laid out anew; said not to be cut, it is laid out again', () => {
    const project = tags([CARD])
    expect(copiesOn(project)).toEqual(['120: 0', '120: 1', '210: 2'])
    const [first] = project.layout.sheets
    const [cut] = markCut(project, first!.id, 'job-1', true)
    expect(wasCut(cut.layout.sheets[0]!)).toBe(true)
    // The leftover is used up; the second one stays, and what is left to be cut goes on.
    const less: Paper = { ...withoutLeftover(CARD, first!), id: CARD.id }
    const again = laid(
      makeEdit(cut, 'More', (d) => {
        d.pieces['piece-1']!.copies = 4
      })[0],
      [less],
    )
    expect(again.layout.sheets[0]).toEqual(cut.layout.sheets[0])
    expect(copiesOn(again)).toEqual(['120: 0', '120: 1', '210: 2 3'])
    expect(new Set(again.layout.sheets.map((s) => s.id)).size).toBe(3)
    expect(projectSchema.safeParse(again).error?.issues).toBeUndefined()
    // Though no leftover of its size is left, nothing is wrong with it.
    const nothing: Paper = { ...CARD, leftovers: [] }
    const troubles = sheetTroubles(again, { papers: [nothing], cutter: null }).filter(
      (t) => t.kind === 'size',
    )
    expect(troubles.map((t) => t.sheet)).toEqual([again.layout.sheets[1]!.id])
    const [open] = markUncut(again, [first!.id])
    expect(copiesOn(laid(open, [nothing]))).toEqual(['210: 0 1 2 3'])
  })

  it('leaves a rest, that is offered once, and only when it was cut', () => {
    const project = tags([{ ...CARD, leftovers: [] }])
    const [sheet] = project.layout.sheets
    expect(restOf(project, sheet!)).toBeNull()
    const [cut] = markCut(project, sheet!.id, 'job-1', false)
    const rest = restOf(cut, cut.layout.sheets[0]!)
    const { width, height } = offcutOf(cut, sheet!)
    expect(rest).toEqual({ width: Math.floor(width * 10) / 10, height: Math.floor(height * 10) / 10 })
    const kept = makeEdit(cut, 'Keep', (d) => {
      d.layout.sheets[0]!.cut!.restKept = true
    })[0]
    expect(restOf(kept, kept.layout.sheets[0]!)).toBeNull()
    // Run once more while it lies there, it is no new sheet.
    const [twice] = markCut(kept, sheet!.id, 'job-2', false)
    expect(restOf(twice, twice.layout.sheets[0]!)).toBeNull()
  })

  it('uses up one leftover of its size, and gives one back', () => {
    expect(leftoverOf(CARD, { width: 120, height: 90 })).toMatchObject({ width: 120 })
    expect(leftoverOf(CARD, { width: 210, height: 297 })).toBeNull()
    expect(leftoverOf(CARD, { width: 100, height: 90 })).toBeNull()
    const one = withoutLeftover(CARD, { width: 120, height: 90 })
    expect(one.leftovers).toEqual([{ width: 120, height: 90, count: 1 }])
    expect(withoutLeftover({ ...one, id: 'card' }, { width: 120, height: 90 }).leftovers).toEqual([])
    expect(withLeftover(CARD, { width: 120, height: 90 }).leftovers).toEqual([
      { width: 120, height: 90, count: 3 },
    ])
    expect(withLeftover(CARD, { width: 50, height: 60 }).leftovers).toHaveLength(2)
    expect(withLeftover({ ...CARD, leftovers: undefined }, { width: 50, height: 60 }).leftovers).toHaveLength(
      1,
    )
  })

  it('is a fresh one where leftovers are not to be used', () => {
    const fresh = tags([CARD], (draft) => {
      draft.layout.leftovers = 'never'
    })
    expect(copiesOn(fresh)).toEqual(['210: 0 1 2'])
  })
})
