import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { build } from 'esbuild'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { IntakeRefusal } from '../core/intake/refusal'
import { TaskStopped } from './errors'
import { type ReadFileInput, readFile } from './read-file'
import { runInThread } from './run-in-thread'
import type { Task } from './task'

/** The entry of a thread as the build of the server makes it: threads are real here, and load this. */
const { entry } = vi.hoisted(() => ({ entry: { path: '', threads: 0 } }))
vi.mock('node:worker_threads', async (original) => {
  const real = await original<typeof import('node:worker_threads')>()
  return {
    ...real,
    Worker: class extends real.Worker {
      constructor(_address: URL, options: import('node:worker_threads').WorkerOptions) {
        super(entry.path, options)
        entry.threads += 1
      }
    },
  }
})

beforeAll(async () => {
  // Packages are looked for from where the entry lies.
  const folder = mkdtempSync(resolve('node_modules', '.thread-'))
  entry.path = join(folder, 'thread.mjs')
  await build({
    entryPoints: ['src/tasks/thread.worker.ts'],
    bundle: true,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    outfile: entry.path,
    alias: { '@': './src' },
  })
})
const waiting = () =>
  (globalThis as { velvetThreads?: { worker: { terminate(): unknown } }[] }).velvetThreads ?? []
afterAll(() => {
  rmSync(join(entry.path, '..'), { recursive: true, force: true })
  for (const { worker } of waiting()) void worker.terminate()
})

const input = (name: string, bytes = readFileSync(`demo/drawings/${name}`)): ReadFileInput => ({
  bytes,
  fileName: name,
  sourceId: 's',
  project: null,
})

/** A drawing that takes any machine far longer than its time limit here. */
const endless = () =>
  input(
    'large.svg',
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900">${Array.from(
        { length: 40_000 },
        (_, i) => `<path d="M${i % 900} 0L${(i * 7) % 900} 900" stroke="#${(i % 8) + 1}00"/>`,
      ).join('')}</svg>`,
    ),
  )

describe('runInThread', () => {
  it('does a task elsewhere, and tells how far it is', async () => {
    const told: [number, string][] = []
    const { project } = await runInThread(readFile, input('tea-caddy.svg'), {
      report: (share, doing) => told.push([share, doing]),
    })
    expect(Object.keys(project!.pieces)).toHaveLength(5)
    expect(told.length).toBeGreaterThan(1)
    for (const [share, doing] of told) {
      expect(share).toBeGreaterThanOrEqual(0)
      expect(share).toBeLessThanOrEqual(1)
      expect(doing).not.toBe('')
    }
  })

  it('throws what the task threw, with its type, and keeps the thread for the next one', async () => {
    await runInThread(readFile, input('sachet.svg'))
    const before = entry.threads
    await expect(runInThread(readFile, input('a.txt', Buffer.from('no drawing')))).rejects.toThrow(
      IntakeRefusal,
    )
    await expect(runInThread(readFile, input('a.txt', Buffer.from('no drawing')))).rejects.toThrow(
      'a.txt is not a drawing of a known kind',
    )
    expect((await runInThread(readFile, input('sachet.svg'))).project).not.toBeNull()
    expect(entry.threads).toBe(before)
  })

  it('does several at once, each with its own answer', async () => {
    const names = ['sachet.svg', 'tea-caddy.svg', 'labels.svg', 'sachet.svg']
    const read = await Promise.all(names.map((name) => runInThread(readFile, input(name))))
    const pieces = read.map(({ project }) => Object.keys(project!.pieces).length)
    expect(pieces[0]).toBe(pieces[3])
    expect(read.map(({ project }) => project!.name)).toEqual(['sachet', 'tea caddy', 'labels', 'sachet'])
  })

  it('is stopped before it begins, while it runs, and at its time limit; the next one is well', async () => {
    const gone = AbortSignal.abort()
    await expect(runInThread(readFile, input('sachet.svg'), { signal: gone })).rejects.toThrow(
      new TaskStopped('Stopped before it began.'),
    )
    const hand = new AbortController()
    const running = runInThread(readFile, endless(), { signal: hand.signal, report: () => hand.abort() })
    await expect(running).rejects.toThrow(new TaskStopped('Stopped.'))
    await expect(runInThread(readFile, endless(), { timeLimit: 1 })).rejects.toThrow(TaskStopped)
    expect((await runInThread(readFile, input('sachet.svg'))).project?.name).toBe('sachet')
  })

  it('refuses input that is none, and a task that there is not', async () => {
    const wrong = { ...input('sachet.svg'), fileName: '' }
    await expect(runInThread(readFile, wrong)).rejects.toThrow(/fileName.*Too small/s)
    const unknown: Task<null, null> = {
      name: 'fold',
      input: z.null(),
      timeLimit: 60_000,
      run: async () => null,
    }
    await expect(runInThread(unknown, null)).rejects.toThrow('there is none called "fold"')
  })

  it('ends one that has waited for long, so that its memory is given back', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    await runInThread(readFile, input('sachet.svg'))
    expect(waiting().length).toBeGreaterThan(0)
    vi.advanceTimersByTime(60_000)
    vi.useRealTimers()
    await vi.waitFor(() => expect(waiting()).toHaveLength(0), { timeout: 20_000 })
    // The next task gets a new one.
    await runInThread(readFile, input('sachet.svg'))
    expect(waiting()).toHaveLength(1)
  })
})
