import { z } from 'zod'
import { changeSchema } from '@/core/document/edits'
import { editProject } from '@/server/projects/store'
import { body, route } from '../../../respond'

type Params = { project: string }

const edit = z.object({
  base: z.number().int().nonnegative(),
  label: z.string().trim().min(1).max(200),
  changes: z.array(changeSchema).max(70_000),
  inverse: z.array(changeSchema).max(70_000),
})

export const POST = route<Params>(async (request, { project }) => {
  const { base, ...made } = await body(request, edit)
  return editProject(project, base, made)
})
