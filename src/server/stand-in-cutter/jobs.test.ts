import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import {
  isActive,
  JOB_COMMANDS,
  JOB_STATUSES,
  JOB_TRANSITIONS,
  type JobState,
  type JobStatus,
  needsHand,
} from '../../contract/jobs'
import { UNLOAD_WORDS } from '../../core/cutting/hand-words'
import type { SheetPlan } from '../../core/cutting/pass'
import { PLAIN_CUTTER } from '../../core/document/cutter'
import { PLAIN_SETTINGS } from '../../core/document/paper'
import { emptyProject } from '../../core/document/project'
import type { Register } from '../../core/printing/register'
import { asProblem } from '../as-problem'
import { closeDatabase } from '../database'
import { createProject } from '../projects/store'
import { type Bench, commandJob, followJob, jobAtCutter, latestJob, startJob, viewJob } from './jobs'

// Threads are tried where tasks are; here a task runs where it is asked for, some time later.
vi.mock('../../tasks/run-in-thread', () => ({
  runInThread: async (task: { run: (input: unknown) => Promise<unknown> }, input: unknown) =>
    structuredClone(await task.run(structuredClone(input))),
}))

const stroke = (points: number[], closed = false) => ({
  placement: 0,
  edge: closed ? ('outline' as const) : null,
  points: Float64Array.from(points),
  closed,
})

const plan: SheetPlan = {
  sheet: 's1',
  width: 100,
  height: 80,
  paperName: 'Plum',
  passes: [
    {
      role: 'score',
      tool: 'scoring tip',
      light: false,
      pause: 'Put in the scoring tip',
      setting: PLAIN_SETTINGS.score,
      dashed: false,
      strokes: [stroke([10, 10, 90, 10])],
    },
    {
      role: 'cut',
      tool: 'knife',
      light: false,
      pause: 'Take out the scoring tip and put in the knife',
      setting: { ...PLAIN_SETTINGS.cut, passes: 2 },
      dashed: false,
      strokes: [stroke([5, 5, 95, 5, 95, 75, 5, 75, 5, 5], true)],
    },
  ],
}

const BENCH: Bench = {
  cutter: { ...PLAIN_CUTTER, mat: { width: 100, height: 80, margin: 2 } },
  sheetAt: { x: 0, y: 0 },
  unit: 'mm',
  load: 'Lay sheet 1 in.',
}

type Running = { velvetCutter?: { live: { row: { id: string }; state: JobState } | null } }

/** Ends what still runs, lets its last state be kept, and forgets everything that is in memory. */
const forget = async () => {
  const live = (globalThis as Running).velvetCutter?.live
  if (live && isActive(live.state)) await commandJob(live.row.id, 'cancel')
  await new Promise((resolve) => setTimeout(resolve, 150))
  await closeDatabase()
  for (const key of ['velvetProjects', 'velvetCutter']) delete (globalThis as Record<string, unknown>)[key]
}

beforeEach(async () => {
  await forget()
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'jobs.db')
  process.env.VELVET_CUTTER_PACE = '400'
})
afterEach(forget)

/** The state of a job for which `fits` holds: the present one, or the next that comes. */
const until = (id: string, fits: (state: JobState) => boolean) =>
  new Promise<JobState>((resolve) => {
    const look = (state: JobState) => {
      if (!fits(state)) return
      stop()
      resolve(state)
    }
    const stop = followJob(id, look)
    // It may have come to it before anybody listened.
    void viewJob(id).then(({ state }) => look(state))
  })

/** A job whose sheet is loaded. */
const started = async (bench: Bench = BENCH, queue: string[] = []) => {
  const project = await createProject(emptyProject('Fair'), [])
  const job = await startJob(project, plan, 'Fair, sheet 1 of 1', bench, queue)
  await commandJob(job.id, 'resume')
  return { project, job }
}

describe('every command in every state', () => {
  /** A sheet whose marks are looked for until they are told to be found. */
  const scanned = () => {
    let found = () => {}
    const seen = new Promise<void>((resolve) => {
      found = resolve
    })
    const register: Register = { ok: true, map: [1, 0, 0, 1, 0, 0], residual: 0, words: 'Straight.' }
    const scan = async () => {
      await seen
      return { lie: [1, 0, 0, 1, 0, 0] as const, register }
    }
    return { bench: { ...BENCH, scan }, found }
  }

  /** Brings a new job to a state, and answers what lets its marks be found. */
  async function bringTo(status: JobStatus) {
    process.env.VELVET_CUTTER_PACE = status === 'running' || status === 'paused' ? '0.5' : '400'
    const project = await createProject(emptyProject('Fair'), [])
    const { bench, found } = scanned()
    const { id } = await startJob(project, plan, 'Fair', bench)
    const resume = () => commandJob(id, 'resume')
    if (status === 'load') return { id, found }
    if (status === 'cancelled') {
      await commandJob(id, 'cancel')
      return { id, found }
    }
    const begun = resume()
    if (status === 'scanning') return { id, found, begun }
    found()
    await begun
    if (status === 'running') return { id, found }
    if (status === 'paused') {
      await commandJob(id, 'pause')
      return { id, found }
    }
    await until(id, (s) => s.status === 'tool-change')
    if (status === 'tool-change') return { id, found }
    if (status === 'jammed') await commandJob(id, 'jam')
    await resume()
    if (status === 'jammed') await until(id, (s) => s.status === 'jammed')
    if (status === 'unload' || status === 'done') {
      await until(id, (s) => s.status === 'unload')
      if (status === 'done') await resume()
    }
    return { id, found }
  }
  const states = JOB_STATUSES.filter((s) => s !== 'interrupted')

  it.each(states.flatMap((status) => JOB_COMMANDS.map((command) => [status, command] as const)))(
    '%s: %s',
    async (status, command) => {
      const { id, found, begun } = await bringTo(status)
      expect((await viewJob(id)).state.status).toBe(status)
      const next = JOB_TRANSITIONS[status][command]
      const answer = commandJob(id, command)
      if (!isActive({ status })) await expect(answer).rejects.toThrow(/ended already/)
      else if (next === 'scanning') {
        expect((await viewJob(id)).state.status).toBe('scanning')
        found()
        expect((await answer).state.status).toBe('running')
      } else expect((await answer).state.status).toBe(next ?? status)
      found()
      await begun
      if (command === 'cancel' && isActive({ status })) {
        // What was under way when it was cancelled does not bring it back.
        await new Promise((resolve) => setTimeout(resolve, 60))
        expect(isActive((await viewJob(id)).state)).toBe(false)
      }
    },
  )

  it.each(['5', '400', '20000'])('happens once, however often it is given, at a pace of %s', async (pace) => {
    process.env.VELVET_CUTTER_PACE = '20000'
    const { job: alone } = await started()
    for (const _ of plan.passes.slice(1)) {
      await until(alone.id, (s) => s.status === 'tool-change')
      await commandJob(alone.id, 'resume')
    }
    await until(alone.id, (s) => s.status === 'unload')
    const { drawn, state } = await commandJob(alone.id, 'resume')
    process.env.VELVET_CUTTER_PACE = pace
    const project = await createProject(emptyProject('Fair'), [])
    const { bench, found } = scanned()
    const sent = await Promise.allSettled(
      Array.from({ length: 12 }, () => startJob(project, plan, 'Fair', bench)),
    )
    expect(sent.filter((s) => s.status === 'fulfilled')).toHaveLength(1)
    const { id } = sent.flatMap((s) => (s.status === 'fulfilled' ? [s.value] : []))[0]!
    const press = (when: JobStatus) =>
      Promise.all(Array.from({ length: 12 }, () => commandJob(id, 'resume', when)))
    const presses = press('load')
    await press('load')
    found()
    await presses
    for (const _ of plan.passes.slice(1)) {
      await until(id, (s) => s.status === 'tool-change')
      process.env.VELVET_CUTTER_PACE = '20000'
      await press('tool-change')
    }
    await until(id, (s) => s.status === 'unload')
    const twice = await viewJob(id)
    expect(twice.drawn).toEqual(drawn)
    expect(twice.state.seconds).toBeCloseTo(state.seconds, 6)
    expect(twice.state.deviation).toBe(state.deviation)
  })

  it('does nothing where it was given for a state that is over', async () => {
    const { id } = await bringTo('tool-change')
    expect((await commandJob(id, 'resume', 'load')).state.status).toBe('tool-change')
    expect((await commandJob(id, 'cancel', 'running')).state.status).toBe('tool-change')
    expect((await commandJob(id, 'cancel', 'tool-change')).state.status).toBe('cancelled')
  })
})

describe('a job on the stand-in cutter', () => {
  it('stops for each tool, runs to its end, and measures what it drew against the plan', async () => {
    const { project, job } = await started()
    expect(job.state.message).toBe('Lay sheet 1 in. Put in the scoring tip.')
    const { message } = await until(job.id, (s) => s.status === 'tool-change')
    expect(message).toContain('Take out the scoring tip and put in the knife')
    await commandJob(job.id, 'resume')
    const cut = await until(job.id, (s) => s.status === 'unload')
    expect(cut).toMatchObject({ share: 1, message: UNLOAD_WORDS })
    expect(cut.deviation).toBeLessThanOrEqual(0.025)
    expect((await commandJob(job.id, 'resume')).state.status).toBe('done')
    const { drawn } = await viewJob(job.id)
    // One score and the outline twice, as its paper asks.
    expect(drawn).toHaveLength(3)
    expect(drawn[1]).toEqual(drawn[2])
    expect((await latestJob(project, 's1'))?.state.status).toBe('done')
    await expect(commandJob(job.id, 'pause')).rejects.toThrow(/ended already/)
  })

  it('runs in the language of the cutter, jams and goes on, and comes to the same', async () => {
    const { job } = await started({ ...BENCH, cutter: { ...BENCH.cutter, language: 'hpgl' } })
    await until(job.id, (s) => s.status === 'tool-change')
    expect((await commandJob(job.id, 'jam')).state).toMatchObject({ status: 'tool-change' })
    await commandJob(job.id, 'resume')
    expect(await until(job.id, (s) => s.status === 'jammed')).toMatchObject({
      message: expect.stringContaining('jammed'),
    })
    await commandJob(job.id, 'resume')
    expect((await until(job.id, (s) => s.status === 'unload')).deviation).toBeLessThanOrEqual(0.03)
  })

  it('waits for the sheet to be loaded, and keeps what comes after it', async () => {
    const project = await createProject(emptyProject('Fair'), [])
    const job = await startJob(project, plan, 'Fair', BENCH, ['s2', 's3'])
    expect(job.state).toMatchObject({
      status: 'load',
      message: 'Lay sheet 1 in. Put in the scoring tip.',
      queue: ['s2', 's3'],
    })
    await new Promise((resolve) => setTimeout(resolve, 120))
    expect((await commandJob(job.id, 'jam')).state).toMatchObject({ status: 'load', seconds: 0 })
    // Two hands at once begin it only once.
    await Promise.all([commandJob(job.id, 'resume'), commandJob(job.id, 'resume')])
    expect((await until(job.id, (s) => s.status === 'tool-change')).queue).toEqual(['s2', 's3'])
  })

  it('stays at loading until the marks are found, and tells what to do', async () => {
    const looks: Register[] = [
      { ok: false, message: 'The mark is covered.' },
      { ok: true, map: [1, 0, 0, 1, 0.5, 0], residual: 0, words: 'Turned by 0.00°.' },
    ]
    const scan = async () => ({ lie: [1, 0, 0, 1, 0.5, 0] as const, register: looks.shift()! })
    const mat = { width: 120, height: 100, margin: 2 }
    const { job } = await started({ ...BENCH, cutter: { ...BENCH.cutter, mat }, scan })
    expect((await viewJob(job.id)).state).toMatchObject({ status: 'load', message: 'The mark is covered.' })
    await commandJob(job.id, 'resume')
    expect((await viewJob(job.id)).state).toMatchObject({ register: 'Turned by 0.00°.' })
    for (const _ of plan.passes.slice(1)) {
      await until(job.id, (s) => s.status === 'tool-change')
      await commandJob(job.id, 'resume')
    }
    expect((await until(job.id, (s) => s.status === 'unload')).deviation).toBeLessThanOrEqual(0.025)
    const { drawn } = await viewJob(job.id)
    expect(drawn[0]![0]).toBeCloseTo(10.5, 6)
  })

  it('runs a sheet once more while it is still in, and loads any other', async () => {
    const { project, job } = await started(BENCH, ['s2'])
    for (const _ of plan.passes.slice(1)) {
      await until(job.id, (s) => s.status === 'tool-change')
      await commandJob(job.id, 'resume')
    }
    await until(job.id, (s) => s.status === 'unload')
    const again = await startJob(project, { ...plan, passes: plan.passes.slice(0, 1) }, 'Scores', BENCH)
    expect(again.state).toMatchObject({ status: 'running', queue: ['s2'] })
    expect((await viewJob(job.id)).state.status).toBe('done')
    await until(again.id, (s) => s.status === 'tool-change')
    await commandJob(again.id, 'resume')
    await until(again.id, (s) => s.status === 'unload')
    // Whoever lays another sheet in has taken this one out.
    const other = await startJob(project, { ...plan, sheet: 's2' }, 'Other', BENCH)
    expect(other.state.status).toBe('load')
    expect((await viewJob(again.id)).state.status).toBe('done')
  })

  it('remembers what is in the machine from sheet to sheet, and says what is to be taken out', async () => {
    const { project, job } = await started()
    /** What a hand is asked for after the sheet is in. */
    const stopsOf = async (id: string) => {
      const stops: string[] = []
      for (;;) {
        const { state } = await viewJob(id)
        if (state.status === 'tool-change') {
          stops.push(state.message.replace(', then go on', ''))
          await commandJob(id, 'resume')
        } else if (state.status === 'unload') {
          await commandJob(id, 'resume')
          return stops
        } else await until(id, (s) => s.status !== 'running')
      }
    }
    expect(await stopsOf(job.id)).toEqual(['Take out the scoring tip and put in the knife'])
    const cutOnly = { ...plan, sheet: 's2', passes: plan.passes.slice(1) }
    const second = await startJob(project, cutOnly, 'Second', BENCH)
    expect(second.state.message).toBe('Lay sheet 1 in.')
    await commandJob(second.id, 'resume')
    expect(await stopsOf(second.id)).toEqual([])
    const third = await startJob(project, { ...plan, sheet: 's3' }, 'Third', BENCH)
    expect(third.state.message).toBe('Lay sheet 1 in. Take out the knife and put in the scoring tip.')
    await commandJob(third.id, 'resume')
    expect(await stopsOf(third.id)).toEqual(['Take out the scoring tip and put in the knife'])
    // Another machine has other things in it.
    const other = { ...BENCH, cutter: { ...BENCH.cutter, name: 'Another' } }
    const fourth = await startJob(project, { ...cutOnly, sheet: 's4' }, 'Fourth', other)
    expect(fourth.state.message).toBe('Lay sheet 1 in. Put in the knife.')
    await commandJob(fourth.id, 'cancel')
  })

  it('is refused where the cutter does not reach, by how much', async () => {
    const project = await createProject(emptyProject('Fair'), [])
    const small = { ...PLAIN_CUTTER, mat: { width: 90, height: 80, margin: 5 } }
    expect(await startJob(project, plan, 'Fair', { ...BENCH, cutter: small }).catch(asProblem)).toMatchObject(
      {
        status: 422,
        message: expect.stringContaining('10 mm beyond'),
      },
    )
  })

  it('is one at a time', async () => {
    const { project, job } = await started()
    const refused = await startJob(project, plan, 'Second', BENCH).catch(asProblem)
    expect(refused).toMatchObject({ status: 409, more: { job: job.id } })
    await commandJob(job.id, 'cancel')
    expect((await startJob(project, plan, 'Second', BENCH)).id).not.toBe(job.id)
  })

  it('pauses where it is and goes on from there', async () => {
    process.env.VELVET_CUTTER_PACE = '2'
    const { job } = await started()
    await until(job.id, (s) => s.status === 'tool-change')
    await commandJob(job.id, 'resume')
    await until(job.id, (s) => s.status === 'running' && s.seconds > 0.2)
    const { seconds } = (await commandJob(job.id, 'pause')).state
    await new Promise((resolve) => setTimeout(resolve, 200))
    expect((await viewJob(job.id)).state).toMatchObject({ status: 'paused', seconds })
    await commandJob(job.id, 'resume')
    expect((await until(job.id, (s) => s.seconds > seconds)).status).toMatch(/running|tool-change/)
  })

  it('says after a restart of the server that it was broken off', async () => {
    const { project, job } = await started()
    await until(job.id, (s) => s.status === 'tool-change')
    await new Promise((resolve) => setTimeout(resolve, 200))
    await closeDatabase()
    delete (globalThis as Record<string, unknown>).velvetCutter
    expect(await latestJob(project, 's1')).toMatchObject({
      state: { status: 'interrupted', message: expect.stringContaining('restarted') },
    })
    await expect(commandJob(job.id, 'resume')).rejects.toThrow(/not on the cutter any more/)
    expect((await viewJob('none').catch(asProblem)) as unknown).toMatchObject({ status: 404 })
  })
})

it('is seen from elsewhere while it is at a job, and not afterwards', async () => {
  expect(jobAtCutter()).toBeNull()
  const project = await createProject(emptyProject('Fair'), [])
  const job = await startJob(project, plan, 'Fair, sheet 1 of 1', BENCH)
  const { state, drawn, ...names } = job
  expect(jobAtCutter()).toEqual({ ...names, title: 'Fair, sheet 1 of 1', status: 'load', share: 0 })
  expect(needsHand(jobAtCutter()!)).toBe(true)
  await commandJob(job.id, 'cancel')
  expect(jobAtCutter()).toBeNull()
})
