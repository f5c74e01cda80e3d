import { jobCommandSchema, jobCommandWhenSchema } from '@/contract/jobs'
import { commandJob } from '@/server/stand-in-cutter/jobs'
import { body, route } from '../../../respond'

export const POST = route<{ job: string; command: string }>(async (request, { job, command }) => {
  const { when } = await body(request, jobCommandWhenSchema)
  return { job: await commandJob(job, jobCommandSchema.parse(command), when) }
})
