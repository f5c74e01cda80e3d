import * as z from 'zod'
import type { Art } from '@/core/document/art'
import { measureArt } from './decode-art'
import type { Task } from './task'

const input = z.object({ bytes: z.instanceof(Uint8Array), fileName: z.string().min(1).max(200) })

export type ReadArtInput = z.infer<typeof input>
export type ReadArtOutput = Pick<Art, 'format' | 'pixels' | 'width' | 'height'>

/** Looks through a picture before it is kept, whole, so that a damaged one is refused at once. */
export const readArt: Task<ReadArtInput, ReadArtOutput> = {
  name: 'read-art',
  input: input as z.ZodType<ReadArtInput>,
  timeLimit: 60_000,
  run: ({ bytes, fileName }) => measureArt(bytes, fileName),
}
