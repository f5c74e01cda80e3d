import { fontFile } from '@/server/projects/fonts'
import { route } from '../../../../respond'

/** The file of a font of one's own. It never changes, so the page may keep it. */
export const GET = route<{ project: string; font: string }>(
  async (_, { project, font }) =>
    new Response((await fontFile(project, font)) as Uint8Array<ArrayBuffer>, {
      headers: {
        'content-type': 'application/octet-stream',
        'content-disposition': 'attachment',
        'x-content-type-options': 'nosniff',
        'cache-control': 'private, max-age=86400, immutable',
      },
    }),
)
