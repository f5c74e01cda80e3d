import { z } from 'zod'
import { LIMITS } from '@/core/intake/refusal'
import { importIntoProject } from '@/server/imports/imports'
import { fileName, query, readLimited, route } from '../../../respond'

const fileQuery = z.object({
  file: fileName,
  base: z.coerce.number().int().nonnegative(),
  import: z.string().max(40).optional(),
  lay: z.enum(['beside', 'centred']).default('beside'),
})

/** Reads the file of the body into the project. */
export const POST = route<{ project: string }>(async (request, { project }) => {
  const { file, base, lay, import: id } = query(request, fileQuery)
  const bytes = await readLimited(request, LIMITS.bytes)
  return importIntoProject(project, base, bytes, file, lay, { id: id ?? null, signal: request.signal })
})
