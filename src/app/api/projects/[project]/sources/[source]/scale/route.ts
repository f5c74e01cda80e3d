import { z } from 'zod'
import { rescaleSource } from '@/server/imports/imports'
import { body, route } from '../../../../../respond'

const scale = z.object({ base: z.number().int().nonnegative(), mmPerUnit: z.number().positive().max(1000) })

/** Reads a source again at another scale. */
export const POST = route<{ project: string; source: string }>(async (request, { project, source }) => {
  const { base, mmPerUnit } = await body(request, scale)
  return rescaleSource(project, source, base, mmPerUnit)
})
