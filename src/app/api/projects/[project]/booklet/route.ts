import { say } from '@/core/words'
import { booklet } from '@/server/projects/booklet'
import { downloadBytes, route } from '../../../respond'

/** How the project is built, as a booklet to print. */
export const GET = route<{ project: string }>(async (_request, { project }) => {
  const { name, bytes } = await booklet(project)
  return downloadBytes(bytes, say`${name} build.pdf`, 'application/pdf')
})
