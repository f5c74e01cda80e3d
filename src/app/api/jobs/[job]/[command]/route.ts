import { z } from 'zod'
import { JOB_COMMANDS } from '@/core/cutting/job'
import { commandJob } from '@/server/stand-in-cutter/jobs'
import { route } from '../../../respond'

const commandSchema = z.enum(JOB_COMMANDS)

export const POST = route<{ job: string; command: string }>(async (_request, { job, command }) => ({
  job: await commandJob(job, commandSchema.parse(command)),
}))
