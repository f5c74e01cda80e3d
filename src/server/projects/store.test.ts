import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { QueryTypes } from 'sequelize'
import sqlite3 from 'sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { rebind } from '../../core/binding/reconcile'
import { makeEdit, setLines } from '../../core/document/edits'
import { emptyProject, type Project } from '../../core/document/project'
import { readFile } from '../../tasks/read-file'
import { asProblem } from '../as-problem'
import { closeDatabase, database } from '../database'
import { papers } from '../library/papers'
import type { Problem } from '../problem'
import {
  createProject,
  duplicateProject,
  editProject,
  listProjects,
  loadHistory,
  loadProject,
  loadSource,
  redoEdit,
  removeForGood,
  renameProject,
  setDeleted,
  tagProject,
  undoEdit,
} from './store'
import { drawThumbnail } from './thumbnail'

const bytes = new Uint8Array(
  readFileSync(fileURLToPath(new URL('../../../demo/drawings/sachet.svg', import.meta.url))),
)
const { project: read } = await readFile.run(
  { bytes, fileName: 'tea-sachet.svg', sourceId: 'src1', project: null },
  () => {},
)
const sachet = (): Project => structuredClone(read!)

/** Forgets everything that is in memory, as a restart does. */
async function restart(): Promise<void> {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
}

const problemOf = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => {
      throw new Error('it was accepted')
    },
    (error) => asProblem(error),
  )

beforeEach(async () => {
  await restart()
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'test.db')
})
afterEach(restart)

const roles = (project: Project) => Object.values(project.lines).map((l) => l.role)
const perforate = (project: Project) => {
  const scores = Object.values(project.lines).filter((l) => l.role === 'score')
  return setLines(
    project,
    'Perforate the folds',
    scores.map((l) => l.id),
    { role: 'perforate' },
  )[1]
}

describe('projects', () => {
  it('are kept with their source bytes, listed with counts, and drawn small', async () => {
    const id = await createProject(sachet(), [{ id: 'src1', name: 'tea-sachet.svg', bytes }])
    await restart()
    const [listed] = (await listProjects()).projects
    expect(listed).toMatchObject({
      id,
      name: 'tea sachet',
      pieces: 2,
      lines: 7,
      toDecide: 0,
      sources: ['tea-sachet.svg'],
    })
    expect((await loadSource(id, 'src1')).bytes).toEqual(bytes)
    const { project } = await loadProject(id)
    expect(project).toEqual(sachet())
    expect(drawThumbnail(project)).toMatch(/^<svg [^>]*viewBox/)
  })

  it('keep an edit, its undo and its redo through restarts', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const accepted = await editProject(id, 0, perforate(before))
    expect(accepted).toMatchObject({
      revision: 1,
      history: { undo: 'Perforate the folds', redo: null },
    })
    await restart()
    expect(roles((await loadProject(id)).project)).toContain('perforate')
    await undoEdit(id, 1)
    await restart()
    const undone = await loadProject(id)
    expect(undone.project).toEqual(before)
    expect(undone.history).toEqual({ undo: null, redo: 'Perforate the folds' })
    await redoEdit(id, 2)
    expect((await loadProject(id)).history).toEqual({ undo: 'Perforate the folds', redo: null })
    expect((await problemOf(redoEdit(id, 3))).status).toBe(409)
  })

  it('replay edits on snapshots: many edits give the same as all at once', async () => {
    const id = await createProject(emptyProject('Many'), [])
    let project = emptyProject('Many')
    for (let i = 0; i < 60; i += 1) {
      const [next, edit] = makeEdit(project, `Edit ${i}`, (draft) => {
        draft.layout.spacing = i / 10
        draft.name = `Many ${i}`
      })
      await editProject(id, i, edit)
      project = next
      if (i % 17 === 0) await restart()
    }
    await restart()
    expect((await loadProject(id)).project).toEqual(project)
    expect((await listProjects()).projects[0]!.name).toBe('Many 59')
    expect((await loadProject(id)).history).toEqual({ undo: 'Edit 59', redo: null })
    const first = await loadHistory(id, null)
    expect([first.undo.length, first.undo[0]!.label, first.more]).toEqual([50, 'Edit 59', true])
    const rest = await loadHistory(id, first.undo.at(-1)!.revision)
    expect([rest.undo.length, rest.undo.at(-1)!.label, rest.more]).toEqual([10, 'Edit 0', false])
  })

  it('take an edit back by what it changed, whatever it says of itself', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const foreign = { op: 'remove' as const, path: ['lines', Object.keys(before.lines)[0]!] }
    const rename = { op: 'replace' as const, path: ['name'], value: 'Spring' }
    await editProject(id, 0, { label: 'Rename', changes: [rename], inverse: [foreign] } as never)
    await undoEdit(id, 1)
    await restart()
    expect((await loadProject(id)).project).toEqual(before)
  })

  it('give readers a document that later edits leave as it is, and never one that was not kept', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const read = await loadProject(id)
    const [line] = Object.keys(before.lines)
    const pen = { op: 'lines' as const, groups: [{ ids: [line!], set: { role: 'pen' as const } }] }
    const [, during] = await Promise.all([
      editProject(id, 0, { label: 'Pen', changes: [pen] }),
      loadProject(id),
      loadProject(id),
    ])
    expect(during.project.lines[line!]!.role).toBe(during.revision === 0 ? before.lines[line!]!.role : 'pen')
    expect(read.project).toEqual(before)
    await problemOf(editProject(id, 1, { label: 'Bad', changes: [pen, { op: 'remove', path: ['name'] }] }))
    await problemOf(
      editProject(id, 1, { label: 'Bad', changes: [{ op: 'remove', path: ['lines', 'none'] }] }),
    )
    const after = await loadProject(id)
    await restart()
    expect(await loadProject(id)).toEqual(after)
    expect(after.revision).toBe(1)
  })

  it('walk undo and redo up and down the pile, and forget what was taken back at a new edit', async () => {
    const id = await createProject(emptyProject('A'), [])
    const name = (name: string, base: number) =>
      editProject(id, base, { label: name, changes: [{ op: 'replace', path: ['name'], value: name }] })
    await name('B', 0)
    await name('C', 1)
    await name('D', 2)
    const stands = async () => {
      await restart()
      const { project, history } = await loadProject(id)
      return [project.name, history.undo, history.redo]
    }
    await undoEdit(id, 3)
    await undoEdit(id, 4)
    expect(await stands()).toEqual(['B', 'B', 'C'])
    await redoEdit(id, 5)
    expect(await stands()).toEqual(['C', 'C', 'D'])
    await redoEdit(id, 6)
    expect(await stands()).toEqual(['D', 'D', null])
    await undoEdit(id, 7)
    await name('E', 8)
    expect(await stands()).toEqual(['E', 'E', null])
    for (const base of [9, 10, 11]) await undoEdit(id, base)
    expect(await stands()).toEqual(['A', null, 'B'])
    expect((await loadHistory(id, null)).redo.map((e) => e.label)).toEqual(['B', 'C', 'E'])
  })

  it('let one of two edits at once win, and tell the other', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const results = await Promise.allSettled([1, 2, 3, 4].map(() => editProject(id, 0, perforate(before))))
    expect(results.filter((r) => r.status === 'fulfilled')).toHaveLength(1)
    const lost = results.find((r) => r.status === 'rejected') as PromiseRejectedResult
    expect(asProblem(lost.reason)).toMatchObject({ status: 409, more: { revision: 1 } })
    expect((await loadProject(id)).revision).toBe(1)
  })

  it.each([
    ['a line that is not there', [{ op: 'lines', groups: [{ ids: ['none'], set: { role: 'cut' } }] }]],
    ['a role that is none', [{ op: 'lines', groups: [{ ids: ['src1-1'], set: { role: 'burn' } }] }]],
    ['a path that is none', [{ op: 'lines', groups: [{ ids: ['src1-1'], set: { d: '<script>' } }] }]],
    ['a missing parent', [{ op: 'replace', path: ['nowhere', 'deep'], value: 1 }]],
  ])('refuse %s and keep what was there', async (_what, changes) => {
    const id = await createProject(sachet(), [])
    const problem = await problemOf(editProject(id, 0, { label: 'Bad', changes: changes as never }))
    expect(problem.status).toBe(422)
    await restart()
    expect(await loadProject(id)).toMatchObject({ revision: 0, project: sachet() })
  })

  it('are renamed as an edit, duplicated with their sources, deleted and brought back', async () => {
    const id = await createProject(sachet(), [{ id: 'src1', name: 'a.svg', bytes }])
    await renameProject(id, 'Spring')
    const copy = await duplicateProject(id)
    expect((await listProjects()).projects.map((p) => p.name).sort()).toEqual(['Spring', 'Spring (copy)'])
    expect((await loadSource(copy, 'src1')).bytes).toEqual(bytes)
    await setDeleted(id, true)
    expect((await problemOf(loadProject(id))).status).toBe(404)
    await setDeleted(id, false)
    expect((await loadProject(id)).history.undo).toBe('Rename to “Spring”')
    expect((await problemOf(setDeleted('none', true))).status).toBe(404)
  })
})

describe('the list', () => {
  it('finds projects by their tags, which are taken back like all else and go along with a copy', async () => {
    const [fair, other] = [await createProject(emptyProject('Caddy'), []), await createProject(sachet(), [])]
    await tagProject(fair, ['Tea fair', 'say “hi”, "a"'])
    await tagProject(other, ['tea'])
    const listed = await listProjects()
    expect(listed.tags).toEqual(['say “hi”, "a"', 'tea', 'Tea fair'])
    expect((await listProjects({ tag: 'Tea fair' })).projects.map((p) => p.id)).toEqual([fair])
    expect((await listProjects({ tag: 'say “hi”, "a"' })).total).toBe(1)
    expect((await listProjects({ tag: 'ea' })).total).toBe(0)
    expect((await listProjects({ find: 'TEA' })).total).toBe(2)
    const copy = await duplicateProject(fair)
    expect((await listProjects({ tag: 'Tea fair' })).projects.map((p) => p.id)).toContain(copy)
    const { revision } = await loadProject(fair)
    await undoEdit(fair, revision)
    expect((await listProjects({ tag: 'Tea fair' })).projects.map((p) => p.id)).toEqual([copy])
  })

  it('shows pieces in the colours of their papers', async () => {
    const [first, second] = Object.keys(sachet().pieces)
    const project = sachet()
    project.pieces[first!]!.paper = 'plum'
    const drawn = drawThumbnail(project, new Map([['plum', '#7a3b5e']]))
    expect(drawn.match(/fill="#7a3b5e"/g)?.length).toBe(1)
    expect(second).toBeDefined()
    expect(drawThumbnail(project)).not.toContain('#7a3b5e')
  })

  it('comes in pages, the one changed last first, and finds projects by words in their names', async () => {
    for (let i = 0; i < 30; i += 1)
      await createProject(emptyProject(i % 3 ? `Fair ${i}` : `100% Caddy_${i}`), [])
    const first = await listProjects()
    const second = await listProjects({ from: 24 })
    expect([first.projects.length, first.total, second.projects.length]).toEqual([24, 30, 6])
    expect(new Set([...first.projects, ...second.projects].map((p) => p.id)).size).toBe(30)
    expect((await listProjects({ find: 'caddy' })).total).toBe(10)
    expect((await listProjects({ find: '0% c' })).total).toBe(10)
    const names = (await listProjects({ sort: 'name' })).projects.map((p) => p.name)
    expect(names).toEqual([...names].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)))
    expect((await listProjects({ sort: 'begun' })).projects[0]!.name).toBe('Fair 29')
    expect((await listProjects({ find: 'y_2' })).projects.map((p) => p.name).sort()).toEqual([
      '100% Caddy_21',
      '100% Caddy_24',
      '100% Caddy_27',
    ])
    expect((await listProjects({ find: "' OR 1 --" })).total).toBe(0)
  })

  it('keeps deleted ones in a bin, from where they come back or go for good', async () => {
    const id = await createProject(sachet(), [{ id: 'src1', name: 'a.svg', bytes }])
    const other = await createProject(emptyProject('Other'), [])
    await editProject(id, 0, perforate(sachet()))
    expect((await problemOf(removeForGood(id))).status).toBe(404)
    await setDeleted(id, true)
    await restart()
    expect((await listProjects({ bin: true })).projects).toMatchObject([
      { id, name: 'tea sachet', pieces: 2 },
    ])
    await removeForGood(id)
    expect((await listProjects({ bin: true })).total).toBe(0)
    expect((await problemOf(loadSource(id, 'src1'))).status).toBe(404)
    expect((await problemOf(loadProject(id))).status).toBe(404)
    expect((await loadProject(other)).project.name).toBe('Other')
  })
})

describe('an edit that is sent twice', () => {
  const named = (name: string) =>
    makeEdit(emptyProject('Caddy'), `Rename to ${name}`, (draft) => {
      draft.name = name
    })[1]

  it('with its key, as its answer was lost, is kept once and answered as kept', async () => {
    const id = await createProject(emptyProject('Caddy'), [])
    const first = await editProject(id, 0, named('Box'), [], 'key-1')
    expect(await editProject(id, 0, named('Box'), [], 'key-1')).toEqual(first)
    expect(await undoEdit(id, 1, 'key-2')).toMatchObject({ revision: 2 })
    expect(await undoEdit(id, 1, 'key-2')).toMatchObject({ revision: 2 })
    expect((await loadProject(id)).project.name).toBe('Caddy')
  })

  it('is told to be kept where others came after it, and refused where it is another one', async () => {
    const id = await createProject(emptyProject('Caddy'), [])
    await editProject(id, 0, named('Box'), [], 'key-1')
    await editProject(id, 1, named('Tin'), [], 'key-2')
    const kept = await editProject(id, 0, named('Box'), [], 'key-1').catch(asProblem)
    expect(kept).toMatchObject({ status: 409, more: { revision: 2, kept: true } })
    const other = await editProject(id, 0, named('Jar'), [], 'key-3').catch(asProblem)
    expect(other).toMatchObject({ status: 409, more: { revision: 2 } })
    expect((other as Problem).more.kept).toBeUndefined()
    expect((await loadProject(id)).project.name).toBe('Tin')
  })
})

describe('a database in trouble', () => {
  it('locked by another program: a sentence, nothing changed, and it goes on afterwards', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const other = new sqlite3.Database(process.env.VELVET_DB!)
    const run = (sql: string) =>
      new Promise<void>((done, fail) => other.run(sql, (e: Error | null) => (e ? fail(e) : done())))
    await run('BEGIN EXCLUSIVE')
    const problem = await problemOf(editProject(id, 0, perforate(before)))
    expect(problem).toMatchObject({
      status: 503,
      message: expect.stringContaining('locked by another program'),
    })
    await run('ROLLBACK')
    await new Promise((done) => other.close(done))
    expect((await editProject(id, 0, perforate(before))).revision).toBe(1)
  })

  it('full disk: a sentence, and nothing stored by halves', async () => {
    const before = sachet()
    const id = await createProject(before, [])
    const sequelize = await database()
    const [{ page_count: pages }] = (await sequelize.query('PRAGMA page_count', {
      type: QueryTypes.SELECT,
    })) as [{ page_count: number }]
    // Every connection gets a ceiling that the edit must break through.
    const manager = sequelize.connectionManager as unknown as {
      getConnection(o: object): Promise<sqlite3.Database>
    }
    const get = manager.getConnection.bind(manager)
    manager.getConnection = async (options) => {
      const connection = await get(options)
      await new Promise((done) => connection.run(`PRAGMA max_page_count = ${pages + 2}`, done))
      return connection
    }
    const noise = Array.from({ length: 1500 }, (_, i) => `finding ${i} ${Math.sin(i)}`)
    const large = {
      label: 'Large',
      changes: [{ op: 'replace' as const, path: ['accepted'], value: noise }],
    }
    expect(await problemOf(editProject(id, 0, large))).toMatchObject({
      status: 507,
      message: expect.stringContaining('disk is full'),
    })
    await restart()
    expect(await loadProject(id)).toMatchObject({ revision: 0, project: { accepted: [] } })
    expect(rebind(before, 'x')[1].changes).toEqual([])
  })
})

describe('papers', () => {
  it('begin with a small library, and are added, changed, taken out and put back', async () => {
    const first = await papers.list()
    expect(first.length).toBeGreaterThanOrEqual(5)
    const { id: _, ...fields } = first[0]!
    const added = await papers.add({ ...fields, name: 'Moss' })
    await papers.change(added.id, { ...fields, name: 'Deep moss', weight: 300 })
    await restart()
    expect((await papers.list()).at(-1)).toMatchObject({ name: 'Deep moss', weight: 300 })
    await papers.setDeleted(added.id, true)
    expect(await papers.list()).toEqual(first)
    await papers.setDeleted(added.id, false)
    expect(await papers.list()).toHaveLength(first.length + 1)
    expect((await problemOf(papers.change('none', fields))).status).toBe(404)
  })
})
