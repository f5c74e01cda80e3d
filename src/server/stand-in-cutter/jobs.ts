import { EventEmitter } from 'node:events'
import { nanoid } from 'nanoid'
import { greatestDeviation } from '../../core/cutting/deviation'
import type { JobCommand, JobState, JobStatus, JobView } from '../../core/cutting/job'
import type { SheetPlan } from '../../core/cutting/pass'
import { planToGcode } from '../../core/export/gcode'
import { database } from '../database'
import { JobRow } from '../database/models'
import { log } from '../log'
import { notFound, Problem } from '../problem'
import { readGcode } from './gcode-reader'
import { Machine } from './machine'

/** Simulated seconds for one real second. `VELVET_CUTTER_PACE` changes it. */
const pace = () => Number(process.env.VELVET_CUTTER_PACE ?? 40)
const TICK = 50

type Live = { row: JobRow; machine: Machine; paused: boolean; state: JobState; timer: NodeJS.Timeout | null }

const holder = globalThis as { velvetCutter?: { live: Live | null; events: EventEmitter } }
const cutter = () => {
  holder.velvetCutter ??= { live: null, events: new EventEmitter().setMaxListeners(0) }
  return holder.velvetCutter
}

/** Sends a sheet to the stand-in cutter: it parses the very G-code file and runs it in accelerated time. */
export async function startJob(projectId: string, plan: SheetPlan, title: string): Promise<JobView> {
  const { live } = cutter()
  if (live && isActive(live.state))
    throw new Problem(
      409,
      'The stand-in cutter is busy with another sheet. Let it finish, or cancel that job first.',
      {
        job: live.row.id,
      },
    )
  const gcode = planToGcode(plan, title)
  const planned = plan.passes.flatMap((pass) =>
    pass.strokes.map((s) => Array.from(s.points, (v) => Math.round(v * 1e4) / 1e4)),
  )
  const machine = new Machine(readGcode(gcode), plan.height)
  const state: JobState = {
    status: 'running',
    message: '',
    share: 0,
    seconds: 0,
    x: 0,
    y: 0,
    deviation: null,
  }
  await database()
  const row = await JobRow.create({
    id: nanoid(12),
    projectId,
    sheetId: plan.sheet,
    gcode,
    planned: JSON.stringify(planned),
    state: JSON.stringify({ ...state, drawn: [] }),
  })
  const started: Live = { row, machine, paused: false, state, timer: null }
  cutter().live = started
  run(started)
  return view(started)
}

const isActive = (state: JobState) => ['running', 'paused', 'tool-change'].includes(state.status)

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
    message: machine.status === 'tool-change' ? machine.message : '',
    share: machine.share,
    seconds: machine.seconds,
    ...machine.position,
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

/** Pauses, resumes (also after a tool change) or cancels a job. */
export function commandJob(id: string, command: JobCommand): JobView {
  const live = liveJob(id)
  if (!isActive(live.state)) throw new Problem(409, 'This job has ended already.')
  if (command === 'pause') {
    if (live.state.status === 'running') update(live, 'paused')
  } else if (command === 'cancel') update(live, 'cancelled')
  else if (live.state.status !== 'running') {
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
