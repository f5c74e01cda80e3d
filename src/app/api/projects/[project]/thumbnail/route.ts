import { papers } from '@/server/library/papers'
import { loadProject } from '@/server/projects/store'
import { drawThumbnail } from '@/server/projects/thumbnail'
import { route } from '../../../respond'

export const GET = route<{ project: string }>(async (_request, { project }) => {
  const { project: stored } = await loadProject(project)
  const colours = new Map((await papers.list()).map((p) => [p.id, p.colour]))
  return new Response(drawThumbnail(stored, colours), {
    // The address carries the revision, so a picture never changes.
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
