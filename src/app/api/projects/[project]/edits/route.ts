import { z } from 'zod'
import { type Accepted, editKeySchema } from '@/contract/projects'
import { editSchema } from '@/core/document/edits'
import { editProject } from '@/server/projects/store'
import { body, route } from '../../../respond'

type Params = { project: string }

const based = editSchema.extend({ base: z.number().int().nonnegative(), key: editKeySchema.optional() })

/** The page has made the edit already: it is told that it is kept, and no more. */
export const POST = route<Params>(async (request, { project }): Promise<Accepted> => {
  const { base, key = null, ...edit } = await body(request, based)
  const { revision, history } = await editProject(project, base, edit, [], key)
  return { revision, history }
})
