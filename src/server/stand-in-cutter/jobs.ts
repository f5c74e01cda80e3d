import { EventEmitter } from 'node:events'
import { nanoid } from 'nanoid'
import { greatestDeviation } from '../../core/cutting/deviation'
import {
  isActive,
  type JobCommand,
  type JobState,
  type JobStatus,
  type JobView,
} from '../../core/cutting/job'
import { movePlan } from '../../core/cutting/move-plan'
import type { SheetPlan } from '../../core/cutting/pass'
import type { CutterFields } from '../../core/document/cutter'
import { planToGcode } from '../../core/export/gcode'
import { planToHpgl } from '../../core/export/hpgl'
import type { Affine } from '../../core/geometry/affine'
import type { Register } from '../../core/printing/register'
import { database } from '../database'
import { JobRow } from '../database/models'
import { log } from '../log'
import { notFound, Problem } from '../problem'
import { readGcode } from './gcode-reader'
import { readHpgl } from './hpgl-reader'
import { Machine } from './machine'
import type { Step } from './step'

/** Simulated seconds for one real second. `VELVET_CUTTER_PACE` changes it. */
const pace = () => Number(process.env.VELVET_CUTTER_PACE ?? 40)
const TICK = 50

type Live = { row: JobRow; machine: Machine; paused: boolean; state: JobState; timer: NodeJS.Timeout | null }

const holder = globalThis as { velvetCutter?: { live: Live | null; events: EventEmitter } }
const cutter = () => {
  holder.velvetCutter ??= { live: null, events: new EventEmitter().setMaxListeners(0) }
  return holder.velvetCutter
}

/** What a job is run on: the cutter's language and what it reaches, and where on its mat the sheet lies. */
export type Bench = {
  cutter: Pick<CutterFields, 'language' | 'mat'>
  sheetAt: { x: number; y: number }
  /** of a printed sheet: how it really lies, and how it was found to lie by its marks */
  scanned?: { lie: Affine; register: Extract<Register, { ok: true }> }
}

/**
 * Sends a sheet to the stand-in cutter: it parses the very file that would be saved, in the cutter's language, and runs
 * it in accelerated time.
 * @throws Problem if the machine is busy, cannot reach all of it, or does not understand it
 */
export async function startJob(
  projectId: string,
  plan: SheetPlan,
  title: string,
  { cutter: fields, sheetAt, scanned }: Bench,
): Promise<JobView> {
  const { live } = cutter()
  if (live && isActive(live.state))
    throw new Problem(
      409,
      'The stand-in cutter is busy with another sheet. Let it finish, or cancel that job first.',
      {
        job: live.row.id,
      },
    )
  const isHpgl = fields.language === 'hpgl'
  // The machine is led by what it found; what it draws is measured against where the sheet really lies.
  const led = scanned ? movePlan(plan, scanned.register.map) : plan
  const truth = scanned ? movePlan(plan, scanned.lie) : plan
  const program = isHpgl ? planToHpgl(led, title) : planToGcode(led, title)
  const planned = truth.passes.flatMap((pass) =>
    pass.strokes.map((s) => Array.from(s.points, (v) => Math.round(v * 1e4) / 1e4)),
  )
  const steps = isHpgl ? readHpgl(program) : readGcode(program)
  refuseOutOfReach(steps, plan, fields.mat, sheetAt)
  const machine = new Machine(steps, plan.height)
  const state: JobState = {
    status: 'running',
    message: '',
    share: 0,
    seconds: 0,
    x: 0,
    y: 0,
    deviation: null,
    register: scanned?.register.words ?? null,
  }
  await database()
  const row = await JobRow.create({
    id: nanoid(12),
    projectId,
    sheetId: plan.sheet,
    gcode: program,
    planned: JSON.stringify(planned),
    state: JSON.stringify({ ...state, drawn: [] }),
  })
  const started: Live = { row, machine, paused: false, state, timer: null }
  cutter().live = started
  run(started)
  return view(started)
}

/** @throws Problem if a tool would be lowered where the machine does not reach */
function refuseOutOfReach(
  steps: readonly Step[],
  { height }: SheetPlan,
  { width, height: depth, margin }: CutterFields['mat'],
  at: Bench['sheetAt'],
): void {
  const over = (v: number, low: number, high: number) => Math.max(low - v, v - high, 0)
  let most = 0
  for (const step of steps) {
    if (step.kind !== 'move' || step.z > 0) continue
    const across = over(step.x + at.x, margin, width - margin)
    const down = over(height - step.y + at.y, margin, depth - margin)
    most = Math.max(most, across, down)
  }
  if (most > 0.05)
    throw new Problem(
      422,
      `The sheet goes ${most.toFixed(1)} mm beyond what the cutter reaches (${width} × ${depth} mm with ${margin} mm margin). Choose a larger cutter, or lay the pieces out again for its mat.`,
    )
}

const view = ({ row, state, machine }: Live): JobView => ({
  id: row.id,
  projectId: row.projectId,
  sheetId: row.sheetId,
  state,
  drawn: machine.drawn,
})

function run(live: Live): void {
  live.timer = setInterval(() => {
    live.machine.advance((TICK / 1000) * pace())
    update(live)
  }, TICK)
}

function halt(live: Live): void {
  if (live.timer) clearInterval(live.timer)
  live.timer = null
}

function update(live: Live, status?: JobStatus): void {
  const { machine } = live
  const before = live.state.status
  live.state = {
    status: status ?? machine.status,
    message: machine.status === 'tool-change' || machine.status === 'jammed' ? machine.message : '',
    share: machine.share,
    seconds: machine.seconds,
    ...machine.position,
    register: live.state.register,
    deviation: live.state.deviation,
  }
  if (live.state.status !== 'running') halt(live)
  if (live.state.status === 'done') live.state.deviation = measure(live)
  cutter().events.emit(live.row.id, live.state)
  if (live.state.status !== before) void save(live)
}

function measure({ row, machine }: Live): number {
  const planned = (JSON.parse(row.planned) as number[][]).map((s) => Float64Array.from(s))
  return greatestDeviation(
    planned,
    machine.drawn.map((s) => Float64Array.from(s)),
  )
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
    throw new Problem(409, 'This job is not on the cutter any more. Send the sheet again.')
  return live
}

/** Pauses, resumes (also after a tool change or a jam), jams or cancels a job. */
export function commandJob(id: string, command: JobCommand): JobView {
  const live = liveJob(id)
  if (!isActive(live.state)) throw new Problem(409, 'This job has ended already.')
  if (command === 'pause') {
    if (live.state.status === 'running') update(live, 'paused')
  } else if (command === 'cancel') update(live, 'cancelled')
  else if (command === 'jam') {
    live.machine.jam()
    update(live)
  } else if (live.state.status !== 'running') {
    live.machine.resume()
    update(live, 'running')
    run(live)
  }
  return view(live)
}

/** A job as it stands; one that a restart of the server broke off says so. */
export async function viewJob(id: string): Promise<JobView> {
  const { live } = cutter()
  if (live?.row.id === id) return view(live)
  await database()
  const row = await JobRow.findByPk(id)
  if (!row) throw notFound('job')
  return fromRow(row)
}

function fromRow(row: JobRow): JobView {
  const { drawn, ...state } = JSON.parse(row.state) as JobState & { drawn: number[][] }
  if (isActive(state)) {
    state.status = 'interrupted'
    state.message = 'The server was restarted while this job ran. Check the sheet, then send it again.'
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
