import { setDeleted } from '@/server/projects/store'
import { route } from '../../../respond'

export const POST = route<{ project: string }>((_request, { project }) => setDeleted(project, false))
