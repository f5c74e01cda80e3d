import { expect, it, vi } from 'vitest'
import { applyChanges, makeEdit } from '../core/document/edits'
import { type Paper, PLAIN_SETTINGS } from '../core/document/paper'
import { emptyProject, type Project, projectSchema } from '../core/document/project'
import { addMaking } from '../core/making/make'
import { settled } from '../core/making/settle'
import type { Laying } from '../core/sheets/nest'
import { computer } from './twin'

const A4: Paper = {
  id: 'rice',
  name: 'Rice white, A4',
  width: 210,
  height: 297,
  weight: 220,
  caliper: 0.28,
  colour: '#f4efe4',
  backColour: '#f4efe4',
  settings: PLAIN_SETTINGS,
}

const box = (width: number, height: number): Project => {
  const [made] = settled(
    addMaking(emptyProject('Fair'), { id: 'm', recipe: 'shape', measures: { width, height } }),
  )
  return makeEdit(made, 'Copies', ({ pieces }) => {
    for (const piece of Object.values(pieces)) Object.assign(piece, { paper: A4.id, copies: 4 })
  })[0]
}

/** A page and its twin, opened on the same project. */
function opened(project: Project) {
  computer.open(JSON.stringify(project))
  return project
}

it('follows an edit: what it answers and the edit make of the page’s project what the twin has', async () => {
  const page = opened(box(100, 60))
  const [edited, edit] = makeEdit(page, 'Widen', ({ sources }) => {
    for (const source of Object.values(sources)) if ('measures' in source) source.measures.width = 140
  })
  const more = await computer.follow(edit, [A4])
  const whole = applyChanges(edited, more.changes)
  expect(projectSchema.safeParse(whole).error?.issues).toBeUndefined()
  expect(more.label).toBe('Widen')
  expect(whole.layout.sheets.flatMap((s) => s.placements)).toHaveLength(4)
  // The twin went the same way: what it plans and sums up is of the sheets that the page shows.
  const [sheet] = whole.layout.sheets
  const planned = (await computer.plan(sheet!.id, [A4], null))!
  expect((await computer.summarise([A4], null)).sheets).toHaveLength(whole.layout.sheets.length)
  expect(planned.timeline.total).toBeGreaterThan(0)
  // Four of 140 x 60 mm have 4 x 2 x (140 + 60) mm of outline, and a knife cuts each of it once at least.
  const cut = planned.plan.passes.find((p) => p.role === 'cut')!
  expect(cut.strokes.length).toBeGreaterThanOrEqual(4)
  expect(await computer.plan('gone', [A4], null)).toBeNull()
})

it('lays out alone under a name of its own', async () => {
  opened(box(100, 60))
  const laid = await computer.follow({ label: '', changes: [] }, [A4])
  expect(laid.label).toBe('Lay the pieces on 1 sheet')
})

it('tells findings only where they changed', async () => {
  const page = opened(box(100, 400))
  const first = await computer.overview([A4], null)
  expect(first.findings?.map((f) => f.message).join(' ')).toContain('mm')
  expect(first.families.map((f) => f.length)).toEqual([2 * (100 + 400)])
  expect(computer.families()).toEqual(first.families)
  expect((await computer.overview([A4], null)).findings).toBeNull()
  computer.apply(
    makeEdit(page, 'Name', (draft) => {
      draft.name = 'Other'
    })[1].changes,
  )
  expect((await computer.overview([A4], null)).findings).toBeNull()
  computer.open(JSON.stringify(page))
  expect((await computer.overview([A4], null)).findings, 'a page that opens anew knows none').not.toBeNull()
})

it('stops nesting when asked to, with the best that it had', async () => {
  opened(box(100, 60))
  const told: (Laying | null)[] = []
  const best = await computer.nest([A4], { seed: 1, shape: 'true', seconds: 3600 }, (answer) => {
    told.push(answer)
    computer.stopNesting()
  })
  expect(told).toHaveLength(1)
  expect(best!.sheets.flatMap((s) => s.placements)).toHaveLength(4)
})

it('computes nothing before a project is open', async () => {
  vi.resetModules()
  const fresh = await import('./twin')
  expect(() => fresh.computer.families()).toThrow('no project is open')
  await expect(fresh.computer.overview([A4], null)).rejects.toThrow('no project is open')
})
