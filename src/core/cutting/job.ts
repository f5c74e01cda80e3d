export type JobStatus = 'running' | 'paused' | 'tool-change' | 'done' | 'cancelled' | 'interrupted'

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
}

/** A job with its place, and what was drawn so far: flat points in sheet mm. */
export type JobView = { id: string; projectId: string; sheetId: string; state: JobState; drawn: number[][] }

export type JobCommand = 'pause' | 'resume' | 'cancel'
