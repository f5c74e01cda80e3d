import { jobCommandSchema } from '@/contract/jobs'
import { commandJob } from '@/server/stand-in-cutter/jobs'
import { route } from '../../../respond'

export const POST = route<{ job: string; command: string }>(async (_request, { job, command }) => ({
  job: await commandJob(job, jobCommandSchema.parse(command)),
}))
