import { ARCHIVE_ENDING } from '@/core/archive'
import { archiveOf } from '@/server/projects/archive'
import { downloadBytes, route } from '../../../respond'

/** All of a project in one file, to be opened elsewhere. */
export const GET = route<{ project: string }>(async (_request, { project }) => {
  const { name, bytes } = await archiveOf(project)
  return downloadBytes(bytes, `${name}.${ARCHIVE_ENDING}`, 'application/zip')
})
