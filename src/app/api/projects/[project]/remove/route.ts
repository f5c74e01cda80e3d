import { removeForGood } from '@/server/projects/store'
import { route } from '../../../respond'

/** Removes a project from the bin. */
export const POST = route<{ project: string }>((_request, { project }) => removeForGood(project))
