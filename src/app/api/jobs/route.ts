import type { AtCutter } from '@/contract/jobs'
import { jobAtCutter } from '@/server/stand-in-cutter/jobs'
import { route } from '../respond'

/** The job that the stand-in cutter is at, of whatever project. */
export const GET = route(async (): Promise<AtCutter> => ({ job: jobAtCutter() }))
