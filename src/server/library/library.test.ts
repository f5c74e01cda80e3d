import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { asProblem } from '../as-problem'
import { closeDatabase } from '../database'
import { cutters } from './cutters'
import { FIRST_CUTTERS } from './first-cutters'
import { FIRST_PAPERS } from './first-papers'
import { papers } from './papers'

const forget = async () => {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
}
beforeEach(async () => {
  await forget()
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'library.db')
})
afterEach(forget)

const [card] = FIRST_PAPERS
const names = async () => (await papers.list()).map((p) => p.name)

describe('the library of papers', () => {
  it('begins filled, once, however many ask at the same time', async () => {
    const lists = await Promise.all([papers.list(), papers.list(), papers.list()])
    for (const list of lists) expect(list.map((p) => p.name)).toEqual(FIRST_PAPERS.map((p) => p.name))
    expect(new Set(lists[0].map((p) => p.id)).size).toBe(FIRST_PAPERS.length)
  })

  it('keeps what is added last, and what was changed in its place, through a restart', async () => {
    const added = await papers.add({ ...card!, name: 'Mint card' })
    await papers.change('paper-2', { ...card!, name: 'Fig card', weight: 300 })
    await forget()
    expect(await names()).toEqual([
      card!.name,
      'Fig card',
      ...FIRST_PAPERS.slice(2).map((p) => p.name),
      'Mint card',
    ])
    expect((await papers.list()).at(-1)).toEqual(added)
  })

  it('takes one out and puts it back where it was; it cannot be changed meanwhile', async () => {
    await papers.list()
    await papers.setDeleted('paper-1', true)
    expect(await names()).toEqual(FIRST_PAPERS.slice(1).map((p) => p.name))
    expect(await papers.change('paper-1', card!).catch(asProblem)).toMatchObject({ status: 404 })
    await papers.setDeleted('paper-1', false)
    expect(await names()).toEqual(FIRST_PAPERS.map((p) => p.name))
  })

  it('stays empty when all are taken out, instead of being filled anew', async () => {
    for (const { id } of await papers.list()) await papers.setDeleted(id, true)
    await forget()
    expect(await papers.list()).toEqual([])
  })

  it('says in a sentence that one is not there', async () => {
    for (const work of [papers.change('paper-99', card!), papers.setDeleted('paper-99', true)])
      expect(await work.catch(asProblem)).toMatchObject({
        status: 404,
        message: expect.stringContaining('paper'),
      })
  })
})

describe('the library of cutters', () => {
  it('is one of its own: what is taken out of the papers stays here', async () => {
    await papers.list()
    await papers.setDeleted('paper-1', true)
    expect((await cutters.list()).map((c) => c.name)).toEqual(FIRST_CUTTERS.map((c) => c.name))
  })

  it('gives every cutter an id by which it is changed', async () => {
    const [first, ...rest] = await cutters.list()
    const { id, ...fields } = first!
    await cutters.change(id, { ...fields, acceleration: 42 })
    expect(await cutters.list()).toEqual([{ ...first, acceleration: 42 }, ...rest])
  })
})
