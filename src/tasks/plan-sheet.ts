import * as z from 'zod'
import type { SheetPlan } from '../core/cutting/pass'
import { planSheet as plan } from '../core/cutting/plan'
import { type CutterFields, cutterFieldsSchema } from '../core/document/cutter'
import { type Sheet, sheetSchema } from '../core/document/layout'
import { type Paper, paperSchema } from '../core/document/paper'
import type { Project } from '../core/document/project'
import { withSharedPoints } from './shared-points'
import type { Task } from './task'
import { trusted } from './trusted'

export type PlanSheetInput = { project: Project; sheet: Sheet; paper: Paper | null; cutter: CutterFields }

/** The passes of one sheet: a sheet of thousands of lines takes a second. */
export const planSheet: Task<PlanSheetInput, SheetPlan> = {
  name: 'plan-sheet',
  input: z.object({
    project: trusted<Project>(),
    sheet: sheetSchema,
    paper: paperSchema.nullable(),
    cutter: cutterFieldsSchema,
  }),
  timeLimit: 120_000,
  run: async ({ project, sheet, paper, cutter }) => withSharedPoints(plan(project, sheet, paper, cutter)),
}
