import { z } from 'zod'
import { loadProject, renameProject, setDeleted } from '@/server/projects/store'
import { body, route } from '../../respond'

type Params = { project: string }

export const GET = route<Params>((_request, { project }) => loadProject(project))

const rename = z.object({ name: z.string().trim().min(1, 'a project needs a name').max(120) })

export const PATCH = route<Params>(async (request, { project }) => {
  const { name } = await body(request, rename)
  return renameProject(project, name)
})

export const DELETE = route<Params>((_request, { project }) => setDeleted(project, true))
