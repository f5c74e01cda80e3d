import * as z from 'zod'
import { SIDES_OF_PAPER } from '@/core/document/art'
import { LIMITS } from '@/core/intake/refusal'
import { addArt } from '@/server/projects/art'
import { fileName, query, readLimited, route } from '../../../respond'

const wishSchema = z.object({
  file: fileName,
  base: z.coerce.number().int().nonnegative(),
  side: z.enum(SIDES_OF_PAPER).default('front'),
  /** ids of pieces, parted by commas */
  pieces: z.string().min(1).max(60_000),
})

/** Keeps the picture of the body and lays it on pieces. */
export const POST = route<{ project: string }>(async (request, { project }) => {
  const { file, base, side, pieces } = query(request, wishSchema)
  const bytes = await readLimited(request, LIMITS.bytes)
  return addArt(project, bytes, { base, fileName: file, side, pieces: pieces.split(',') })
})
