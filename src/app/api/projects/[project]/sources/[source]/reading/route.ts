import * as z from 'zod'
import { readingSchema } from '@/core/document/sources'
import { rereadSource } from '@/server/imports/imports'
import { body, query, route } from '../../../../../respond'

const wish = z.object({ base: z.number().int().nonnegative(), reading: readingSchema })
const following = z.object({ import: z.string().max(40).optional() })

/** Reads a source again: at another scale, another page, traced otherwise. */
export const POST = route<{ project: string; source: string }>(async (request, { project, source }) => {
  const { import: id } = query(request, following)
  const { base, reading } = await body(request, wish)
  return rereadSource(project, source, base, reading, { id: id ?? null, signal: request.signal })
})
