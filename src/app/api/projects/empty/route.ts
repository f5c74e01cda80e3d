import { emptyProject } from '@/core/document/project'
import { createProject } from '@/server/projects/store'
import { route } from '../../respond'

/** Begins a project without a drawing: what is in it will be made. */
export const POST = route(async () => ({ id: await createProject(emptyProject('New project'), []) }))
