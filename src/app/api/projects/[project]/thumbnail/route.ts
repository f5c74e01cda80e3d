import { loadProject } from '@/server/projects/store'
import { drawThumbnail } from '@/server/projects/thumbnail'
import { route } from '../../../respond'

export const GET = route<{ project: string }>(async (_request, { project }) => {
  const { project: stored } = await loadProject(project)
  return new Response(drawThumbnail(stored), {
    // The address carries the revision, so a picture never changes.
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
