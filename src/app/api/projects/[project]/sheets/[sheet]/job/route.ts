import { loadSheet } from '@/server/projects/sheets'
import { latestJob, startJob } from '@/server/stand-in-cutter/jobs'
import { route } from '../../../../../respond'

type Params = { project: string; sheet: string }

/** The latest job of this sheet. */
export const GET = route<Params>(async (_request, { project, sheet }) => ({
  job: await latestJob(project, sheet),
}))

/** Sends the sheet to the stand-in cutter. */
export const POST = route<Params>(async (_request, { project, sheet }) => {
  const { plan, title } = await loadSheet(project, sheet)
  return { job: await startJob(project, plan, title) }
})
