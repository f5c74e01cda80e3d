import * as z from 'zod'

/** What the slices of the document share. */

/** An id: letters, digits and a few signs, so that it can stand in a file or an address as it is. */
export const id = z
  .string()
  .max(64)
  .regex(/^[\w:.-]+$/, 'an id is made of letters, digits and - _ . :')
/** A length or coordinate within a hundred metres: anything beyond is a broken file. */
export const mm = z.number().min(-1e5).max(1e5)
export const size = z.strictObject({ width: mm.nonnegative(), height: mm.nonnegative() })
/** A name without signs that no line of writing has. */
export const tidyName = (text: string): string => text.replace(/\p{Cc}+/gu, ' ')

/** A name that a person gives. */
export const name = z.string().overwrite(tidyName).trim().min(1).max(120)
