import { z } from 'zod'
import { redoEdit } from '@/server/projects/store'
import { body, route } from '../../../respond'

const based = z.object({ base: z.number().int().nonnegative() })

export const POST = route<{ project: string }>(async (request, { project }) => {
  const { base } = await body(request, based)
  return redoEdit(project, base)
})
