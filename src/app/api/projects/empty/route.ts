import { emptyProject } from '@/core/document/project'
import { say } from '@/core/words'
import { createProject } from '@/server/projects/store'
import { route } from '../../respond'

/** Begins a project without a drawing: what is in it will be made. */
export const POST = route(async () => ({ id: await createProject(emptyProject(say`New project`), []) }))
