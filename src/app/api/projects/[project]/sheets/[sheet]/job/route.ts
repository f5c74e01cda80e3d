import { jobPartSchema } from '@/contract/jobs'
import { passAlone } from '@/core/cutting/pauses'
import { planTestCut } from '@/core/cutting/test-cut'
import { notFound, Problem } from '@/server/problem'
import { loadSheet, planOf } from '@/server/projects/sheets'
import { benchFor } from '@/server/stand-in-cutter/bench'
import { latestJob, startJob } from '@/server/stand-in-cutter/jobs'
import { body, route } from '../../../../../respond'

type Params = { project: string; sheet: string }

/** The latest job of this sheet. */
export const GET = route<Params>(async (_request, { project, sheet }) => ({
  job: await latestJob(project, sheet),
}))

/** Sends the sheet, or a part of its plan, to the stand-in cutter. */
export const POST = route<Params>(async (request, params) => {
  const { pass, test, queue = [], mishap = null } = await body(request, jobPartSchema)
  const open = await loadSheet(params.project, params.sheet)
  const { project, sheet, paper, cutter, title } = open
  const plan = await planOf(open)
  const some = test
    ? planTestCut(project, sheet, paper, cutter)
    : pass === undefined
      ? plan
      : passAlone(plan, pass, cutter.holders)
  if (!some && !test) throw notFound('pass')
  if (!some)
    throw new Problem(
      409,
      'Every corner and side of this sheet is taken. Move a piece a little, or test on a scrap.',
    )
  const bench = benchFor(open, plan, mishap)
  return { job: await startJob(params.project, some, test ? `${title}, test cut` : title, bench, queue) }
})
