import { beforeEach, expect, it, vi } from 'vitest'
import { addSource } from '@/core/binding/add-source'
import { type Paper, type PaperFields, PLAIN_SETTINGS } from '@/core/document/paper'
import { emptyProject, type Project } from '@/core/document/project'
import { PLAIN_READING } from '@/core/document/sources'
import { readDrawing } from '@/core/intake/formats'
import { piecesByFill } from '@/core/pieces/fills'
import { api } from '../../store/api'
import type { Make, Workbench } from '../../store/project-store'
import { papersOfFills } from './papers-of-fills'

const A4: Paper = {
  id: 'paper-1',
  name: 'Oolong card',
  width: 210,
  height: 297,
  weight: 220,
  caliper: 0.3,
  colour: '#f0e6d2',
  backColour: '#f0e6d2',
  settings: PLAIN_SETTINGS,
  leftovers: [{ width: 90, height: 60, count: 1 }],
}

async function figure(): Promise<Project> {
  const rect = (x: number, w: number, fill: string) =>
    `<rect x="${x}" y="10" width="${w}" height="40" fill="${fill}"/>`
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="100mm" viewBox="0 0 300 100">${rect(10, 60, '#2f4858')}${rect(20, 30, '#f0e6d2')}${rect(100, 60, '#2f4858')}${rect(110, 20, '#e8a03a')}${rect(200, 20, '#e8b04a')}<path d="M240 10H280V50H240Z" fill="none" stroke="#000"/></svg>`
  const drawing = await readDrawing(new TextEncoder().encode(text), 'figure.svg', PLAIN_READING)
  return addSource(emptyProject('Figure'), drawing, {
    id: 'f',
    name: 'figure.svg',
    format: 'svg',
    bytes: 1,
  })[0]
}

/** A workbench that is a project and papers, and the library behind it. */
function bench(project: Project) {
  const state = { project, papers: [A4] }
  vi.spyOn(api, 'addPaper').mockImplementation(async (fields: PaperFields) => {
    const paper = { ...fields, id: `paper-${library.length + 1}` }
    library.push(paper)
    return { paper }
  })
  const library = [A4]
  vi.spyOn(api, 'papers').mockImplementation(async () => ({ papers: library }))
  const workbench = {
    store: { getState: () => state },
    setPapers: (papers: Paper[]) => Object.assign(state, { papers }),
    edit: async (make: Make) => {
      ;[state.project] = await make(state.project)
    },
  } as unknown as Workbench
  return { workbench, state }
}

beforeEach(() => vi.restoreAllMocks())

it('gives each colour of a drawing a paper in one: one of the library where it has that colour, else a new one', async () => {
  const { workbench, state } = bench(await figure())
  await papersOfFills(workbench, A4)
  const paperOf = (fill: string) => state.papers.find((p) => p.colour === fill)
  const { pieces, lines, looks } = state.project
  const given = Object.values(pieces).map((p) => [looks[lines[p.outline[0]!]!.look]!.fill, p.paper])
  for (const [fill, paper] of given) expect(paper).toBe(fill ? paperOf(fill)!.id : null)
  expect(paperOf('#f0e6d2')).toBe(A4)
  // Two that are called alike are told apart; sizes are those of the paper that was given, its leftovers are not.
  expect(state.papers.map((p) => p.name)).toEqual([
    'Oolong card',
    'Blue card',
    'Orange card',
    'Orange card 2',
  ])
  expect(state.papers[1]).toMatchObject({ width: 210, height: 297 })
  expect(state.papers[1]!.leftovers).toBeUndefined()
})

it('leaves alone what has its paper', async () => {
  const project = await figure()
  const [first] = Object.values(project.pieces)
  first!.paper = 'paper-1'
  expect([...piecesByFill(project).values()].flat()).not.toContain(first!.id)
  const { workbench, state } = bench(project)
  await papersOfFills(workbench, A4)
  expect(state.project.pieces[first!.id]!.paper).toBe('paper-1')
})
