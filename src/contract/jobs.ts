import * as z from 'zod'
import { id } from '../core/document/fields'
import { CORNERS } from '../core/printing/marks'

/** What the page and the server say to each other about jobs on a cutter. */

export const JOB_STATUSES = [
  'load',
  'scanning',
  'running',
  'paused',
  'tool-change',
  'jammed',
  'unload',
  'done',
  'cancelled',
  'interrupted',
] as const
export type JobStatus = (typeof JOB_STATUSES)[number]

export const jobStateSchema = z.object({
  status: z.enum(JOB_STATUSES),
  /** what to do, in words, while a hand is needed */
  message: z.string(),
  /** from 0 to 1 */
  share: z.number(),
  /** simulated seconds */
  seconds: z.number(),
  x: z.number(),
  y: z.number(),
  /** greatest distance between plan and drawn path in mm, once it is done */
  deviation: z.number().nullable(),
  /** how a printed sheet was found to lie, in words */
  register: z.string().nullable(),
  /** sheets that are to be run after this one, in order */
  queue: z.array(id),
  /** whether all of the sheet is run, not one pass alone or a test cut */
  whole: z.boolean(),
})
/** How a sheet fares on a cutter. */
export type JobState = z.infer<typeof jobStateSchema>

export const jobViewSchema = z.object({
  id,
  projectId: id,
  sheetId: id,
  state: jobStateSchema,
  /** what was drawn so far: flat points in sheet mm */
  drawn: z.array(z.array(z.number())),
})
export type JobView = z.infer<typeof jobViewSchema>

export const atCutterSchema = z.object({
  job: jobViewSchema
    .pick({ id: true, projectId: true, sheetId: true })
    .extend({ title: z.string(), status: z.enum(JOB_STATUSES), share: z.number() })
    .nullable(),
})
/** What the cutter is at, for whoever looks from elsewhere. */
export type AtCutter = z.infer<typeof atCutterSchema>

export const JOB_COMMANDS = ['pause', 'resume', 'cancel', 'jam'] as const
export const jobCommandSchema = z.enum(JOB_COMMANDS)
export type JobCommand = z.infer<typeof jobCommandSchema>

/** How the job stood for whoever gave a command: where it has gone on meanwhile the command does nothing. */
export const jobCommandWhenSchema = z.object({ when: z.enum(JOB_STATUSES).optional() })

const ENDED = {}
/**
 * What each command makes of a job, by how it stands; a command that is not here does nothing. What the machine does by
 * itself: it begins when the marks are found (or asks for the sheet again), stops for tools, and ends.
 */
export const JOB_TRANSITIONS: Readonly<Record<JobStatus, Partial<Record<JobCommand, JobStatus>>>> = {
  load: { resume: 'scanning', cancel: 'cancelled' },
  scanning: { cancel: 'cancelled' },
  running: { pause: 'paused', jam: 'jammed', cancel: 'cancelled' },
  paused: { resume: 'running', cancel: 'cancelled' },
  // A jam that is asked for here comes with the next stroke.
  'tool-change': { resume: 'running', jam: 'tool-change', cancel: 'cancelled' },
  jammed: { resume: 'running', cancel: 'cancelled' },
  unload: { resume: 'done', cancel: 'done' },
  done: ENDED,
  cancelled: ENDED,
  interrupted: ENDED,
}

/** What of a sheet is run: all of it, one pass alone (from 0), or a test cut in a free corner. */
export const jobPartSchema = z.object({
  pass: z.number().int().min(0).max(20).optional(),
  test: z.boolean().optional(),
  /** whether what is wrong with the sheet was passed by a person who saw it */
  knowingly: z.boolean().optional(),
  /** sheets that are to be run after this one */
  queue: z.array(id).max(500).optional(),
  /** what the stand-in finds wrong with a mark of a printed sheet when it first looks for it */
  mishap: z.object({ corner: z.enum(CORNERS), kind: z.enum(['missing', 'covered']) }).optional(),
})
export type JobPart = z.infer<typeof jobPartSchema>

/** Whether a job still needs the cutter. */
export const isActive = ({ status }: Pick<JobState, 'status'>): boolean => JOB_TRANSITIONS[status] !== ENDED

/** Whether a job has cut its sheet wholly. */
export const hasCut = ({ status, whole }: Pick<JobState, 'status' | 'whole'>): boolean =>
  whole && (status === 'unload' || status === 'done')

/** Whether the cutter waits for a hand. */
export const needsHand = ({ status }: Pick<JobState, 'status'>): boolean =>
  isActive({ status }) && status !== 'running' && status !== 'scanning'

/** Whether the cutter is in the midst of a job: a sheet that only waits to be taken out can be run once more. */
export const isBusy = (state: Pick<JobState, 'status'>): boolean =>
  isActive(state) && state.status !== 'unload'
