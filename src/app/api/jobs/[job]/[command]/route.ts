import { z } from 'zod'
import { commandJob } from '@/server/stand-in-cutter/jobs'
import { route } from '../../../respond'

const commandSchema = z.enum(['pause', 'resume', 'cancel'])

export const POST = route<{ job: string; command: string }>(async (_request, { job, command }) => ({
  job: commandJob(job, commandSchema.parse(command)),
}))
