import { z } from 'zod'
import { undoEdit } from '@/server/projects/store'
import { body, route } from '../../../respond'

const based = z.object({ base: z.number().int().nonnegative() })

export const POST = route<{ project: string }>(async (request, { project }) => {
  const { base } = await body(request, based)
  return undoEdit(project, base)
})
