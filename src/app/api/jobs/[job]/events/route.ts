import { followJob, viewJob } from '@/server/stand-in-cutter/jobs'
import { eventStream, route } from '../../../respond'

/** The states of a job as they come, beginning with the present one. */
export const GET = route<{ job: string }>(async (request, { job }) => {
  const { state } = await viewJob(job)
  return eventStream(request, (send) => {
    const stop = followJob(job, send)
    send(state)
    return stop
  })
})
