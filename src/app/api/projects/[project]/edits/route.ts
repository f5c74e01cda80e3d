import { z } from 'zod'
import { changeSchema } from '@/core/document/edits'
import { editProject, editsSince, loadProject } from '@/server/projects/store'
import { body, query, route } from '../../../respond'

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

const since = z.object({ since: z.coerce.number().int().nonnegative() })

export const GET = route<Params>(async (request, { project }) => {
  const { since: revision } = query(request, since)
  const { history } = await loadProject(project)
  return { edits: await editsSince(project, revision), history }
})
