import type { Accepted } from '@/contract/projects'
import { sentEdit } from '@/server/projects/sent-edit'
import { editProject } from '@/server/projects/store'
import { jsonBytes, route } from '../../../respond'

type Params = { project: string }

/** The page has made the edit already: it is told that it is kept, and no more. */
export const POST = route<Params>(async (request, { project }): Promise<Accepted> => {
  const { base, key = null, ...edit } = await sentEdit(await jsonBytes(request))
  const { revision, history } = await editProject(project, base, edit, [], key)
  return { revision, history }
})
