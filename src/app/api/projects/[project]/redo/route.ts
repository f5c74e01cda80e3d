import { sentEditSchema } from '@/core/document/edits'
import { redoEdit } from '@/server/projects/store'
import { body, route } from '../../../respond'

const based = sentEditSchema.pick({ base: true, key: true })

export const POST = route<{ project: string }>(async (request, { project }) => {
  const { base, key = null } = await body(request, based)
  return redoEdit(project, base, key)
})
