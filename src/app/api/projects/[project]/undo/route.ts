import { z } from 'zod'
import { editKeySchema } from '@/contract/projects'
import { undoEdit } from '@/server/projects/store'
import { body, route } from '../../../respond'

const based = z.object({ base: z.number().int().nonnegative(), key: editKeySchema.optional() })

export const POST = route<{ project: string }>(async (request, { project }) => {
  const { base, key = null } = await body(request, based)
  return undoEdit(project, base, key)
})
