export type JobStatus = 'running' | 'paused' | 'tool-change' | 'jammed' | 'done' | 'cancelled' | 'interrupted'

/** How a sheet fares on a cutter. */
export type JobState = {
  status: JobStatus
  /** what to do, in words, while a hand is needed */
  message: string
  /** from 0 to 1 */
  share: number
  /** simulated seconds */
  seconds: number
  x: number
  y: number
  /** greatest distance between plan and drawn path in mm, once it is done */
  deviation: number | null
  /** how a printed sheet was found to lie, in words */
  register: string | null
}

/** A job with its place, and what was drawn so far: flat points in sheet mm. */
export type JobView = { id: string; projectId: string; sheetId: string; state: JobState; drawn: number[][] }

export const JOB_COMMANDS = ['pause', 'resume', 'cancel', 'jam'] as const
export type JobCommand = (typeof JOB_COMMANDS)[number]

/** Whether a job still needs the cutter. */
export const isActive = ({ status }: Pick<JobState, 'status'>): boolean =>
  ['running', 'paused', 'tool-change', 'jammed'].includes(status)
