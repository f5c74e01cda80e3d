import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { ImportProgress } from '../../contract/imports'
import { PLAIN_READING } from '../../core/document/sources'
import { LIMITS } from '../../core/intake/refusal'
import type { Report, Task } from '../../tasks/task'
import { asProblem } from '../as-problem'
import { closeDatabase } from '../database'
import type { Problem } from '../problem'
import { listProjects, loadProject, loadSource, undoEdit } from '../projects/store'
import { followImport, importAsProject, importIntoProject, rereadSource } from './imports'

/** What reading waits for before it begins; the threads themselves are driven through the pages. */
const gate = vi.hoisted(() => ({ open: Promise.resolve() }))
vi.mock('../../tasks/run-in-thread', () => ({
  runInThread: async <I, O>(task: Task<I, O>, input: I, { report }: { report?: Report }): Promise<O> => {
    await gate.open
    return task.run(input, report ?? (() => undefined))
  },
}))

const drawing = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(fileURLToPath(new URL(`../../../demo/drawings/${name}`, import.meta.url))))
const text = (body: string) => new TextEncoder().encode(body)
const card = (width: number) =>
  text(
    `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 200 100"><rect x="5" y="5" width="${width}" height="60" fill="none" stroke="#000"/></svg>`,
  )
const alone = { id: null }

const problemOf = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => {
      throw new Error('it was accepted')
    },
    (error) => asProblem(error),
  )

beforeEach(() => {
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-imports-')), 'test.db')
})
afterEach(async () => {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
  gate.open = Promise.resolve()
})

it('keeps a project with the very bytes that were sent, and tells how far it is', async () => {
  const told: ImportProgress[] = []
  const stop = followImport('i1', (progress) => told.push(progress))
  const bytes = drawing('sachet.svg')
  const id = await importAsProject(bytes, 'sachet.svg', { id: 'i1' })
  stop()
  const { project, revision } = await loadProject(id)
  expect(revision).toBe(0)
  expect(Object.keys(project.pieces)).not.toHaveLength(0)
  const [source] = Object.keys(project.sources)
  const kept = await loadSource(id, source!)
  expect(kept.name).toBe('sachet.svg')
  expect(Buffer.compare(Buffer.from(kept.bytes), Buffer.from(bytes))).toBe(0)
  expect(told.length).toBeGreaterThan(0)
  const shares = told.map((t) => t.share)
  expect(shares).toEqual([...shares].sort((a, b) => a - b))
  expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true)
})

it('adds a further file as one edit that one undo takes back', async () => {
  const id = await importAsProject(card(80), 'one.svg', alone)
  const before = (await loadProject(id)).project
  const changed = await importIntoProject(id, 0, card(30), 'two.svg', {}, alone)
  expect(changed.revision).toBe(1)
  const { project } = await loadProject(id)
  expect(Object.values(project.sources).map((s) => s.name)).toEqual(['one.svg', 'two.svg'])
  expect(Object.keys(project.pieces)).toHaveLength(2)
  await undoEdit(id, 1)
  expect((await loadProject(id)).project).toEqual(before)
})

it('reads a file again at another scale from the bytes that it kept', async () => {
  const pixels = text(
    '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><rect x="5" y="5" width="72" height="60" fill="none" stroke="#000"/></svg>',
  )
  const id = await importAsProject(pixels, 'one.svg', alone)
  const [source] = Object.keys((await loadProject(id)).project.sources)
  const widthAt = async (revision: number, unitsPerInch: number) => {
    await rereadSource(id, source!, revision, { ...PLAIN_READING, mmPerUnit: 25.4 / unitsPerInch }, alone)
    const { lines } = (await loadProject(id)).project
    const xs = Object.values(lines).flatMap(({ d }) => [...d.matchAll(/[ML](-?[\d.]+)/g)].map((m) => +m[1]!))
    return Math.max(...xs) - Math.min(...xs)
  }
  // 72 units are an inch of 25.4 mm at 72 an inch, and twice that at 36.
  expect(await widthAt(0, 72)).toBeCloseTo(25.4, 3)
  expect(await widthAt(1, 36)).toBeCloseTo(50.8, 3)
})

it('refuses what is too large, what is no drawing, and what another window outran, and keeps nothing', async () => {
  const large = await problemOf(importAsProject(new Uint8Array(LIMITS.bytes + 1), 'huge.svg', alone))
  expect(large.status).toBe(413)
  expect(large.message).toContain('huge.svg is larger than 32 MB')
  const bad = await problemOf(importAsProject(text('not a drawing'), 'notes.svg', alone))
  expect(bad.status).toBeGreaterThanOrEqual(400)
  expect(bad.status).toBeLessThan(500)
  expect(bad.message).toContain('not an SVG drawing')
  expect((await listProjects()).projects).toEqual([])
  const id = await importAsProject(card(80), 'one.svg', alone)
  const stale = await problemOf(importIntoProject(id, 7, card(30), 'two.svg', {}, alone))
  expect(stale.status).toBe(409)
  expect(Object.keys((await loadProject(id)).project.sources)).toHaveLength(1)
})

it('reads four at once, asks a fifth to wait, and lets it in afterwards', async () => {
  let open: () => void = () => undefined
  gate.open = new Promise((resolve) => {
    open = resolve
  })
  const running = [1, 2, 3, 4].map((n) => importAsProject(card(20 * n), `${n}.svg`, alone))
  const fifth = await problemOf(importAsProject(card(50), '5.svg', alone))
  expect(fifth.status).toBe(503)
  expect(fifth.message).toContain('Wait for one of them')
  open()
  await Promise.all(running)
  await importAsProject(card(50), '5.svg', alone)
  expect((await listProjects()).projects).toHaveLength(5)
})
