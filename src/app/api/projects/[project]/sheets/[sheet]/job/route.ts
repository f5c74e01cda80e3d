import { z } from 'zod'
import { passAlone } from '@/core/cutting/pauses'
import { planTestCut } from '@/core/cutting/test-cut'
import { CORNERS } from '@/core/printing/marks'
import { notFound, Problem } from '@/server/problem'
import { loadSheet } from '@/server/projects/sheets'
import { lieByChance, scanSheet } from '@/server/stand-in-cutter/bed'
import { type Bench, latestJob, startJob } from '@/server/stand-in-cutter/jobs'
import { body, route } from '../../../../../respond'

type Params = { project: string; sheet: string }

/** The latest job of this sheet. */
export const GET = route<Params>(async (_request, { project, sheet }) => ({
  job: await latestJob(project, sheet),
}))

/** All of it, one pass alone (from 0), or a test cut in a free corner. */
const partSchema = z.object({
  pass: z.number().int().min(0).max(20).optional(),
  test: z.boolean().optional(),
  /** what the stand-in finds wrong with a mark of a printed sheet */
  mishap: z.object({ corner: z.enum(CORNERS), kind: z.enum(['missing', 'covered']) }).optional(),
})

/** Sends the sheet, or a part of its plan, to the stand-in cutter. */
export const POST = route<Params>(async (request, params) => {
  const { pass, test, mishap } = await body(request, partSchema)
  const { project, sheet, paper, cutter, plan, title } = await loadSheet(params.project, params.sheet)
  const bench: Bench = { cutter, sheetAt: project.layout.sheetAt }
  if (test) {
    const trial = planTestCut(project, sheet, paper, cutter)
    if (!trial)
      throw new Problem(
        409,
        'Every corner and side of this sheet is taken. Move a piece a little, or test on a scrap.',
      )
    return { job: await startJob(params.project, trial, `${title}, test cut`, bench) }
  }
  const marks = project.layout.print?.marks
  if (marks) {
    const lie = lieByChance(Date.now(), sheet)
    const register = await scanSheet(sheet, marks, lie, mishap ?? null)
    if (!register.ok) throw new Problem(422, register.message)
    bench.scanned = { lie, register }
  }
  const some = pass === undefined ? plan : passAlone(plan, pass, cutter.holders)
  if (!some) throw notFound('pass')
  return { job: await startJob(params.project, some, title, bench) }
})
