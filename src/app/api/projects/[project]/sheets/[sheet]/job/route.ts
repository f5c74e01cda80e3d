import { jobPartSchema } from '@/contract/jobs'
import { passAlone } from '@/core/cutting/pauses'
import { planTestCut } from '@/core/cutting/test-cut'
import { say } from '@/core/words'
import { notFound, Problem } from '@/server/problem'
import { loadSheet, type OpenSheet, planOf, troublesOf } from '@/server/projects/sheets'
import { benchFor } from '@/server/stand-in-cutter/bench'
import { latestJob, startJob } from '@/server/stand-in-cutter/jobs'
import { body, route } from '../../../../../respond'

/** @throws Problem where what would be cut is plainly wrong */
async function refuseWrong(open: OpenSheet): Promise<void> {
  const errors = (await troublesOf(open)).filter((t) => t.severity === 'error')
  if (errors.length > 0)
    throw new Problem(409, say`${errors.map((t) => t.message).join(' ')} Put it right, or send it knowingly.`)
}

type Params = { project: string; sheet: string }

/** The latest job of this sheet. */
export const GET = route<Params>(async (_request, { project, sheet }) => ({
  job: await latestJob(project, sheet),
}))

/** Sends the sheet, or a part of its plan, to the stand-in cutter. */
export const POST = route<Params>(async (request, params) => {
  const { pass, test, knowingly = false, queue = [], mishap = null } = await body(request, jobPartSchema)
  const open = await loadSheet(params.project, params.sheet)
  const { project, sheet, paper, cutter, title } = open
  if (!test && !knowingly) await refuseWrong(open)
  const plan = await planOf(open)
  const some = test
    ? planTestCut(project, sheet, paper, cutter)
    : pass === undefined
      ? plan
      : passAlone(plan, pass, cutter.holders)
  if (!some && !test) throw notFound(say`pass`)
  if (!some)
    throw new Problem(
      409,
      say`Every corner and side of this sheet is taken. Move a piece a little, or test on a scrap.`,
    )
  const bench = benchFor(open, plan, mishap)
  const whole = !test && pass === undefined
  return {
    job: await startJob(params.project, some, test ? say`${title}, test cut` : title, bench, queue, whole),
  }
})
