import type { Point } from '../geometry/point'
import { formatLength } from '../units/length'

export type JobStatus =
  | 'load'
  | 'running'
  | 'paused'
  | 'tool-change'
  | 'jammed'
  | 'unload'
  | 'done'
  | 'cancelled'
  | 'interrupted'

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
  /** sheets that are to be run after this one, in order */
  queue: string[]
}

/** A job with its place, and what was drawn so far: flat points in sheet mm. */
export type JobView = { id: string; projectId: string; sheetId: string; state: JobState; drawn: number[][] }

export const JOB_COMMANDS = ['pause', 'resume', 'cancel', 'jam'] as const
export type JobCommand = (typeof JOB_COMMANDS)[number]

/** Whether a job still needs the cutter. */
export const isActive = ({ status }: Pick<JobState, 'status'>): boolean =>
  !['done', 'cancelled', 'interrupted'].includes(status)

/** Whether the cutter is in the midst of a job: a sheet that only waits to be taken out can be run once more. */
export const isBusy = (state: Pick<JobState, 'status'>): boolean =>
  isActive(state) && state.status !== 'unload'

/** What a hand does before a sheet is run. */
export function loadWords(number: number, paperName: string, at: Point, printed: boolean): string {
  const place =
    at.x === 0 && at.y === 0
      ? 'in the upper left corner of the mat'
      : `${formatLength(at.x)} mm from the left and ${formatLength(at.y)} mm from the top of the mat`
  return `Lay sheet ${number} (${paperName}) ${place}${printed ? ', the printed side up,' : ''} and load it.`
}

/** What a hand does after a sheet was run. */
export const UNLOAD_WORDS = 'Take the sheet out and lift the pieces off the mat.'
