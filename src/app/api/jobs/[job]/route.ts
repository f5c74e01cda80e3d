import { viewJob } from '@/server/stand-in-cutter/jobs'
import { route } from '../../respond'

export const GET = route<{ job: string }>(async (_request, { job }) => ({ job: await viewJob(job) }))
