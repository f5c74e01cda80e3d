import * as z from 'zod'
import { LIMITS } from '@/core/intake/refusal'
import { addFont } from '@/server/projects/fonts'
import { fileName, query, readLimited, route } from '../../../respond'

const wishSchema = z.object({ file: fileName, base: z.coerce.number().int().nonnegative() })

/** Keeps the font of the body with the project. */
export const POST = route<{ project: string }>(async (request, { project }) => {
  const { file, base } = query(request, wishSchema)
  return addFont(project, await readLimited(request, LIMITS.bytes), { base, fileName: file })
})
