import { type Accepted, sentEditSchema } from '@/contract/projects'
import { editProject } from '@/server/projects/store'
import { readEdit } from '@/tasks/read-edit'
import { runInThread } from '@/tasks/run-in-thread'
import { jsonBytes, parsed, route } from '../../../respond'

type Params = { project: string }

/** A body from this size on is read in a thread, so that it holds nobody up. */
const LARGE = 256 * 1024

/** The page has made the edit already: it is told that it is kept, and no more. */
export const POST = route<Params>(async (request, { project }): Promise<Accepted> => {
  const bytes = await jsonBytes(request)
  const sent = bytes.length < LARGE ? parsed(bytes, sentEditSchema) : await runInThread(readEdit, bytes)
  const { base, key = null, ...edit } = sent
  const { revision, history } = await editProject(project, base, edit, [], key)
  return { revision, history }
})
