import * as z from 'zod'
import { id } from '@/core/document/fields'
import { LIMITS } from '@/core/intake/refusal'
import { importIntoProject } from '@/server/imports/imports'
import { fileName, query, readLimited, route } from '../../../respond'

const fileQuery = z.object({
  file: fileName,
  base: z.coerce.number().int().nonnegative(),
  import: z.string().max(40).optional(),
  lay: z.enum(['beside', 'centred']).default('beside'),
  replaces: id.optional(),
})

/** Reads the file of the body into the project. */
export const POST = route<{ project: string }>(async (request, { project }) => {
  const { file, base, lay, replaces, import: following } = query(request, fileQuery)
  const bytes = await readLimited(request, LIMITS.bytes)
  return importIntoProject(
    project,
    base,
    bytes,
    file,
    { lay, replaces: replaces ?? null },
    { id: following ?? null, signal: request.signal },
  )
})
