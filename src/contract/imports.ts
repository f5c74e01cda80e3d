import * as z from 'zod'

/** How far reading a file is: a share from 0 to 1, and what is done now. */
export const importProgressSchema = z.object({ share: z.number(), doing: z.string() })
export type ImportProgress = z.infer<typeof importProgressSchema>
