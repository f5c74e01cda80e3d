import { duplicateProject } from '@/server/projects/store'
import { route } from '../../../respond'

export const POST = route<{ project: string }>(async (_request, { project }) => ({
  id: await duplicateProject(project),
}))
