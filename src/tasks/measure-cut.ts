import * as z from 'zod'
import { greatestDeviation } from '../core/cutting/deviation'
import type { Task } from './task'
import { trusted } from './trusted'

export type MeasureCutInput = {
  /** the strokes that were planned, as JSON */
  planned: string
  /** what was drawn, flat points in sheet mm */
  drawn: readonly number[][]
}

/** The greatest distance between what was planned and what was drawn, mm: of a large sheet it takes half a second. */
export const measureCut: Task<MeasureCutInput, number> = {
  name: 'measure-cut',
  input: z.object({ planned: z.string(), drawn: trusted<readonly number[][]>() }),
  timeLimit: 120_000,
  run: async ({ planned, drawn }) =>
    greatestDeviation(
      (JSON.parse(planned) as number[][]).map((s) => Float64Array.from(s)),
      drawn.map((s) => Float64Array.from(s)),
    ),
}
