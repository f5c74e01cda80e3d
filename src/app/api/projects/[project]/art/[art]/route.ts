import { artPicture } from '@/server/projects/art'
import { route } from '../../../../respond'

/** Art to look at. Art never changes, so the page may keep it. */
export const GET = route<{ project: string; art: string }>(
  async (_, { project, art }) =>
    new Response((await artPicture(project, art)) as Uint8Array<ArrayBuffer>, {
      headers: {
        'content-type': 'image/png',
        'x-content-type-options': 'nosniff',
        'cache-control': 'private, max-age=86400, immutable',
      },
    }),
)
