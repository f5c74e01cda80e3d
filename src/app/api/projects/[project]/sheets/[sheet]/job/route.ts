import { z } from 'zod'
import { passAlone } from '@/core/cutting/pauses'
import { planTestCut } from '@/core/cutting/test-cut'
import { CORNERS } from '@/core/printing/marks'
import { notFound, Problem } from '@/server/problem'
import { loadSheet } from '@/server/projects/sheets'
import { benchFor } from '@/server/stand-in-cutter/bench'
import { latestJob, startJob } from '@/server/stand-in-cutter/jobs'
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
  /** sheets that are to be run after this one */
  queue: z.array(z.string().max(64)).max(500).default([]),
  /** what the stand-in finds wrong with a mark of a printed sheet when it first looks for it */
  mishap: z.object({ corner: z.enum(CORNERS), kind: z.enum(['missing', 'covered']) }).optional(),
})

/** Sends the sheet, or a part of its plan, to the stand-in cutter. */
export const POST = route<Params>(async (request, params) => {
  const { pass, test, queue, mishap = null } = await body(request, partSchema)
  const loaded = await loadSheet(params.project, params.sheet)
  const { project, sheet, paper, cutter, plan, title } = loaded
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
  const bench = benchFor(loaded, mishap)
  return { job: await startJob(params.project, some, test ? `${title}, test cut` : title, bench, queue) }
})
