import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ownFontName } from '../../core/document/fonts'
import { emptyProject, type Project } from '../../core/document/project'
import { fontAtHand, isAtHand } from '../../core/making/lettering/fonts'
import { addMaking } from '../../core/making/make'
import { settled } from '../../core/making/settle'
import { fontsFor, lacksFonts, takeOwnFontsFrom } from '../../tasks/fonts'
import { asProblem } from '../as-problem'
import { closeDatabase } from '../database'
import { addFont, fontFile, fontsInUse } from './fonts'
import { createProject, duplicateProject, loadProject, undoEdit } from './store'

// Threads are real in the tests of tasks; here the task runs where it is asked for.
vi.mock('../../tasks/run-in-thread', () => ({
  runInThread: async (task: { run: (input: unknown) => Promise<unknown> }, input: unknown) => task.run(input),
}))

const bytes = new Uint8Array(readFileSync(join(process.cwd(), 'public/fonts/zilla-slab.woff')))

async function restart(): Promise<void> {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
}
beforeEach(async () => {
  await restart()
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'test.db')
})
afterEach(async () => {
  takeOwnFontsFrom(null)
  await restart()
})

/** A project with a font of its own, and its id. */
async function brought(): Promise<{ id: string; font: string }> {
  const id = await createProject(emptyProject('Tea fair'), [])
  await addFont(id, bytes, { base: 0, fileName: 'fair.woff' })
  const { project } = await loadProject(id)
  return { id, font: Object.keys(project.fonts ?? {})[0]! }
}

/** The project with a word in its own font. */
const lettered = (project: Project, font: string) =>
  addMaking(project, {
    id: 'm',
    recipe: 'lettering',
    measures: { text: 'Tea', font: ownFontName({ id: font }) },
  })

describe('a font of one’s own', () => {
  it('is kept with its project as it came, survives a restart, and goes along with a copy', async () => {
    const { id, font } = await brought()
    await restart()
    expect((await loadProject(id)).project.fonts?.[font]).toEqual({
      id: font,
      name: 'fair.woff',
      bytes: bytes.length,
    })
    expect(Buffer.from(await fontFile(id, font)).equals(Buffer.from(bytes))).toBe(true)
    const copy = await duplicateProject(id)
    expect((await fontFile(copy, font)).length).toBe(bytes.length)
    expect((await loadProject(id)).history.undo).toContain('fair.woff')
  })

  it('letters what is made in it, and says so where it is not here', async () => {
    const { id, font } = await brought()
    const { project } = await loadProject(id)
    const making = lettered(project, font)
    const [without] = settled(making)
    expect(without.sources.m).toMatchObject({
      trouble: expect.stringContaining('font of your own is not here'),
    })
    const kept = await fontsInUse(id, making[0])
    expect(Object.keys(kept)).toEqual([font])
    expect(await fontsInUse(id, project)).toEqual({})
    takeOwnFontsFrom(async (wanted) => kept[wanted]!)
    expect(lacksFonts(making[0])).toBe(true)
    await fontsFor(making[0])
    expect(isAtHand(ownFontName({ id: font }))).toBe(true)
    expect(fontAtHand(ownFontName({ id: font })).has('T')).toBe(true)
    const [made] = settled(making)
    expect(made.sources.m).toMatchObject({ trouble: null })
    expect(Object.keys(made.lines).length).toBeGreaterThan(2)
  })

  it('is refused where it is broken or no font, in a sentence, and nothing is kept', async () => {
    const id = await createProject(emptyProject('Tea fair'), [])
    for (const broken of [
      bytes.slice(0, 400),
      new TextEncoder().encode('no font'),
      new Uint8Array(9_000_000),
    ]) {
      const problem = await addFont(id, broken, { base: 0, fileName: 'fair.woff' }).then(
        () => null,
        (error) => asProblem(error),
      )
      expect(problem?.status).toBe(422)
      expect(problem?.message).toMatch(/^fair.woff is not taken. The font /)
    }
    expect((await loadProject(id)).project.fonts).toBeUndefined()
  })

  it('goes with undo', async () => {
    const { id } = await brought()
    await undoEdit(id, 1)
    expect(Object.keys((await loadProject(id)).project.fonts ?? {})).toEqual([])
  })
})
