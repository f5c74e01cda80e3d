import { followImport } from '@/server/imports/imports'
import { eventStream, route } from '../../../respond'

/** How far an import is, for as long as the page listens. */
export const GET = route<{ import: string }>(async (request, params) =>
  eventStream(request, (send) => followImport(params.import, send)),
)
