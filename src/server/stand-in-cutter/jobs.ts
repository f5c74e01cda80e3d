import { EventEmitter } from 'node:events'
import { nanoid } from 'nanoid'
import type { CreationAttributes } from 'sequelize'
import {
  type AtCutter,
  isActive,
  isBusy,
  JOB_TRANSITIONS,
  type JobCommand,
  type JobState,
  type JobStatus,
  type JobView,
} from '../../contract/jobs'
import { UNLOAD_WORDS } from '../../core/cutting/hand-words'
import { movePlan } from '../../core/cutting/move-plan'
import type { SheetPlan } from '../../core/cutting/pass'
import { EMPTY_MACHINE, type InMachine, withPauses } from '../../core/cutting/pauses'
import type { CutterFields } from '../../core/document/cutter'
import type { Affine } from '../../core/geometry/affine'
import type { Register } from '../../core/printing/register'
import { Machine } from '../../core/stand-in/machine'
import { PackedSteps } from '../../core/stand-in/packed-steps'
import { formatSize, lengthWords, rulerUp, type Unit } from '../../core/units/length'
import { say } from '../../core/words'
import { measureCut } from '../../tasks/measure-cut'
import { prepareJob } from '../../tasks/prepare-job'
import { runInThread } from '../../tasks/run-in-thread'
import { database } from '../database'
import { JobRow } from '../database/models'
import { log } from '../log'
import { notFound, Problem } from '../problem'

/** Simulated seconds for one real second. `VELVET_CUTTER_PACE` changes it. */
const pace = () => Number(process.env.VELVET_CUTTER_PACE ?? 40)
const TICK = 50

type Live = {
  row: JobRow
  machine: Machine
  state: JobState
  timer: NodeJS.Timeout | null
  /** what is run, and on what */
  plan: SheetPlan
  /** the strokes that it should draw, as JSON */
  planned: string
  /** what the machine holds during each pass */
  states: readonly InMachine[]
  title: string
  bench: Bench
  /** of a printed sheet, once its marks were found */
  scanned: Scanned | null
}

const holder = globalThis as {
  velvetCutter?: {
    live: Live | null
    isStarting: boolean
    events: EventEmitter
    /** what the machine holds, for whom it was fitted out */
    holds: { project: string; machine: string; state: InMachine }
  }
}
const cutter = () => {
  holder.velvetCutter ??= {
    live: null,
    isStarting: false,
    holds: { project: '', machine: '', state: EMPTY_MACHINE },
    events: new EventEmitter().setMaxListeners(0),
  }
  return holder.velvetCutter
}

/** How a printed sheet really lies, and how it was found to lie by its marks. */
export type Scanned = { lie: Affine; register: Register }

/** What a job is run on: the cutter's language and what it reaches, and where on its mat the sheet lies. */
export type Bench = {
  cutter: Pick<CutterFields, 'name' | 'language' | 'mat' | 'holders' | 'bladeOffset'>
  sheetAt: { x: number; y: number }
  /** in which lengths are told */
  unit: Unit
  /** what a hand does before the sheet is run, in words */
  load: string
  /** looks for the marks of a printed sheet that was just loaded */
  scan?: () => Promise<Scanned>
}

/**
 * Sends a sheet to the stand-in cutter: it waits for the sheet to be loaded, parses the very file that would be saved,
 * in the cutter's language, and runs it in accelerated time. A sheet that is still in the machine is run at once.
 * @param queue sheets that are to be run after it
 * @param whole whether the plan is that of the whole sheet
 * @throws Problem if the machine is busy, cannot reach all of it, or does not understand it
 */
export async function startJob(
  projectId: string,
  asked: SheetPlan,
  title: string,
  bench: Bench,
  queue: readonly string[] = [],
  whole = true,
): Promise<JobView> {
  const { live, isStarting } = cutter()
  if (isStarting) throw new Problem(409, say`The stand-in cutter is being sent a sheet. Wait a moment.`)
  if (live && isBusy(live.state))
    throw new Problem(
      409,
      say`The stand-in cutter is busy with “${live.title}”. Let it finish, or cancel that job there first.`,
      { job: live.row.id },
    )
  const stillIn = live?.state.status === 'unload' && isOf(live, projectId, asked.sheet)
  const { passes, states } = withPauses(
    asked.passes,
    bench.cutter.holders,
    heldFor(projectId, bench.cutter.name),
  )
  const plan = { ...asked, passes }
  const scanned = stillIn ? live.scanned : null
  cutter().isStarting = true
  const { steps, planned } = await prepare(plan, title, bench, scanned).catch((error) => {
    cutter().isStarting = false
    throw error
  })
  const state: JobState = {
    status: stillIn ? 'running' : 'load',
    message: stillIn ? '' : loadingWords(bench, plan),
    share: 0,
    seconds: 0,
    x: 0,
    y: 0,
    deviation: null,
    register: wordsOf(scanned),
    // A pass that is run again in between leaves what comes after as it was.
    queue: stillIn && queue.length === 0 ? live.state.queue : [...queue],
    whole,
  }
  const row = await keep({
    id: nanoid(12),
    projectId,
    sheetId: plan.sheet,
    state: JSON.stringify({ ...state, drawn: [] }),
  }).finally(() => {
    cutter().isStarting = false
  })
  // Whoever lays another sheet in has taken this one out.
  if (live?.state.status === 'unload') update(live, 'done')
  const machine = new Machine(steps, plan.height)
  const started: Live = { row, machine, state, timer: null, plan, planned, states, title, bench, scanned }
  cutter().live = started
  if (stillIn) run(started)
  return view(started)
}

async function keep(fields: CreationAttributes<JobRow>): Promise<JobRow> {
  await database()
  return JobRow.create(fields)
}

/** What a machine holds. Each project begins with an empty one, as its sum does, and so does each machine. */
const heldFor = (project: string, machine: string): InMachine => {
  const { holds } = cutter()
  return holds.project === project && holds.machine === machine ? holds.state : EMPTY_MACHINE
}

/** A hand has put in what the pass after the `stop`-th stop (from 1) needs. */
function takeTool({ row, plan, states, bench }: Live, stop: number): void {
  const at = plan.passes.flatMap((p, k) => (p.pause ? [k] : []))[stop - 1]
  if (at !== undefined)
    cutter().holds = { project: row.projectId, machine: bench.cutter.name, state: states[at]! }
}

/** What a hand does before the machine begins: the sheet goes in, and the tool that is needed first with it. */
const loadingWords = ({ load }: Bench, { passes: [first] }: SheetPlan): string =>
  first?.pause ? `${load} ${first.pause}.` : load

const isOf = ({ row }: Live, projectId: string, sheet: string): boolean =>
  row.projectId === projectId && row.sheetId === sheet

const wordsOf = (scanned: Scanned | null): string | null =>
  scanned?.register.ok ? scanned.register.words : null

/**
 * What the machine makes of the program of a plan, and the strokes that it should draw, as JSON.
 * @throws Problem if a tool would be lowered where the machine does not reach
 */
async function prepare(plan: SheetPlan, title: string, bench: Bench, scanned: Scanned | null) {
  const { cutter: machine, sheetAt, unit } = bench
  const { language, mat, bladeOffset } = machine
  const { steps, planned, beyond } = await runInThread(prepareJob, {
    // The machine is led by what it found; what it draws is measured against where the sheet really lies.
    led: scanned?.register.ok ? movePlan(plan, scanned.register.map) : plan,
    truth: scanned ? movePlan(plan, scanned.lie) : plan,
    title,
    language,
    mat,
    sheetAt,
  })
  // The pivot of a trailing blade goes beyond a corner, its tip does not.
  if (beyond > bladeOffset + 0.05)
    throw new Problem(
      422,
      say`The sheet goes ${lengthWords(rulerUp(beyond, unit), unit)} beyond what the cutter reaches (${formatSize(mat, unit)} with ${lengthWords(mat.margin, unit)} margin). Choose a larger cutter, or lay the pieces out again for its mat.`,
    )
  return { steps: new PackedSteps(steps.numbers, steps.messages), planned }
}

/** The sheet is in: its marks are looked for, and the machine begins. What is wrong leaves it waiting. */
async function begin(live: Live): Promise<void> {
  const { bench, plan, title } = live
  update(live, 'scanning', bench.scan ? say`Looking for the marks` : say`Starting`)
  try {
    live.scanned = (await bench.scan?.()) ?? null
    if (live.scanned && !live.scanned.register.ok) throw new Problem(422, live.scanned.register.message)
    if (live.scanned) {
      const { steps, planned } = await prepare(plan, title, bench, live.scanned)
      live.planned = planned
      live.machine = new Machine(steps, plan.height)
    }
    // It may have been cancelled meanwhile.
    if (live.state.status !== 'scanning') return
    live.state.register = wordsOf(live.scanned)
    if (plan.passes[0]?.pause) {
      live.machine.passStop()
      takeTool(live, 1)
    }
    run(live)
  } catch (error) {
    const { message } = error instanceof Problem ? error : { message: loadingWords(bench, plan) }
    if (live.state.status === 'scanning') update(live, 'load', message)
    if (!(error instanceof Problem)) throw error
  }
}

const view = ({ row, state, machine }: Live): JobView => ({
  id: row.id,
  projectId: row.projectId,
  sheetId: row.sheetId,
  state,
  drawn: machine.drawn,
})

function run(live: Live): void {
  halt(live)
  update(live, 'running')
  live.timer = setInterval(() => {
    live.machine.advance((TICK / 1000) * pace())
    if (live.machine.status === 'done') void finish(live)
    else update(live)
  }, TICK)
}

/** All is drawn: it is measured against the plan, and the sheet can be taken out. */
async function finish(live: Live): Promise<void> {
  halt(live)
  const { planned, machine } = live
  const deviation = await runInThread(measureCut, { planned, drawn: machine.drawn }).catch((error: Error) => {
    log.error({ err: error }, 'what was drawn could not be measured')
    return null
  })
  // It may have been paused or cancelled meanwhile.
  if (live.state.status !== 'running') return
  live.state.deviation = deviation
  update(live)
}

function halt(live: Live): void {
  if (live.timer) clearInterval(live.timer)
  live.timer = null
}

/** Takes over how the machine stands. What the machine has no word for (loading, a pause by hand) is said here. */
function update(live: Live, status?: JobStatus, message = ''): void {
  const { machine } = live
  const before = live.state
  const now = status ?? (machine.status === 'done' ? 'unload' : machine.status)
  live.state = {
    ...before,
    status: now,
    message: now === 'unload' ? UNLOAD_WORDS : now === machine.status ? machine.message : message,
    share: machine.share,
    seconds: machine.seconds,
    ...machine.position,
  }
  if (now !== 'running') halt(live)
  cutter().events.emit(live.row.id, live.state)
  if (now !== before.status) void save(live)
}

async function save(live: Live): Promise<void> {
  const state = JSON.stringify({ ...live.state, drawn: live.machine.drawn })
  try {
    await JobRow.update({ state }, { where: { id: live.row.id } })
  } catch (error) {
    log.error({ err: error }, 'the state of a job could not be kept')
  }
}

function liveJob(id: string): Live {
  const { live } = cutter()
  if (live?.row.id !== id)
    throw new Problem(409, say`This job is not on the cutter any more. Send the sheet again.`)
  return live
}

/**
 * Pauses, goes on (also after loading, a tool change, a jam, or taking the sheet out), jams or cancels a job, as
 * {@link JOB_TRANSITIONS} says.
 * @param when how the job stood when the command was given; one that comes too late does nothing
 * @throws Problem if the job has ended
 */
export async function commandJob(id: string, command: JobCommand, when?: JobStatus): Promise<JobView> {
  const live = liveJob(id)
  const { status } = live.state
  if (!isActive(live.state)) throw new Problem(409, say`This job has ended already.`)
  const next = JOB_TRANSITIONS[status][command]
  if (!next || (when && when !== status)) return view(live)
  if (command === 'jam') {
    // What is drawn already cannot jam any more.
    if (live.machine.status === 'done') return view(live)
    live.machine.jam()
    update(live)
  } else if (next === 'scanning') await begin(live)
  else if (next === 'running') {
    if (status === 'tool-change') takeTool(live, live.machine.stops)
    live.machine.resume()
    run(live)
  } else update(live, next)
  return view(live)
}

/** The job that the cutter is at, in short; null where it is free. */
export function jobAtCutter(): AtCutter['job'] {
  const { live } = cutter()
  if (!live || !isActive(live.state)) return null
  const { row, title, state } = live
  const { status, share } = state
  return { id: row.id, projectId: row.projectId, sheetId: row.sheetId, title, status, share }
}

/** A job as it stands; one that a restart of the server broke off says so. */
export async function viewJob(id: string): Promise<JobView> {
  const { live } = cutter()
  if (live?.row.id === id) return view(live)
  await database()
  const row = await JobRow.findByPk(id)
  if (!row) throw notFound(say`job`)
  return fromRow(row)
}

function fromRow(row: JobRow): JobView {
  const kept = JSON.parse(row.state) as JobState & { drawn: number[][] }
  const { drawn, ...state } = { ...kept, queue: kept.queue ?? [], whole: kept.whole ?? false }
  if (state.status === 'unload') state.status = 'done'
  if (isActive(state)) {
    state.status = 'interrupted'
    state.message = say`The server was restarted while this job ran. Check the sheet, then send it again.`
  }
  return { id: row.id, projectId: row.projectId, sheetId: row.sheetId, state, drawn }
}

/** The latest job of a sheet, or null. */
export async function latestJob(projectId: string, sheetId: string): Promise<JobView | null> {
  const { live } = cutter()
  if (live?.row.projectId === projectId && live.row.sheetId === sheetId) return view(live)
  await database()
  const row = await JobRow.findOne({ where: { projectId, sheetId }, order: [['createdAt', 'DESC']] })
  return row ? fromRow(row) : null
}

/** Calls `listener` with each state of a job from now on; the answer ends it. */
export function followJob(id: string, listener: (state: JobState) => void): () => void {
  const { events } = cutter()
  events.on(id, listener)
  return () => events.off(id, listener)
}
