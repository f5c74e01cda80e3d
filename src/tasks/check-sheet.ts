import * as z from 'zod'
import type { Cutter } from '../core/document/cutter'
import type { Sheet } from '../core/document/layout'
import type { Paper } from '../core/document/paper'
import type { Project } from '../core/document/project'
import { type Trouble, troublesOn } from '../core/sheets/troubles'
import type { Task } from './task'
import { trusted } from './trusted'

export type CheckSheetInput = {
  project: Project
  sheet: Sheet
  /** from 1 */
  number: number
  papers: Paper[]
  cutter: Pick<Cutter, 'name' | 'mat'>
}

/** What is wrong with a sheet: how hundreds of pieces lie to one another takes a moment. */
export const checkSheet: Task<CheckSheetInput, Trouble[]> = {
  name: 'check-sheet',
  input: z.object({
    project: trusted<Project>(),
    sheet: trusted<Sheet>(),
    number: z.number().int().positive(),
    papers: trusted<Paper[]>(),
    cutter: trusted<Pick<Cutter, 'name' | 'mat'>>(),
  }),
  timeLimit: 60_000,
  run: async ({ project, sheet, number, papers, cutter }) =>
    troublesOn(project, sheet, number, { papers, cutter }),
}
