import { loadSource } from '@/server/projects/store'
import { downloadBytes, route } from '../../../../../respond'

/** The original file, byte for byte. */
export const GET = route<{ project: string; source: string }>(async (_, { project, source }) => {
  const { name, bytes } = await loadSource(project, source)
  return downloadBytes(bytes, name, 'application/octet-stream')
})
