import * as z from 'zod'
import { id, name } from './fields'

/** The slice `fonts`: font files that a person brought. Their bytes are kept as they came. */

export const fontSchema = z.strictObject({
  id,
  /** of the file */
  name,
  bytes: z.number().int().nonnegative(),
})
/** A font that a person brought, to letter with. */
export type OwnFont = z.infer<typeof fontSchema>

const OWN = 'own:'

/** What a font of one's own is called among the measures of a making. */
export const ownFontName = ({ id }: Pick<OwnFont, 'id'>): string => `${OWN}${id}`

/** The id of a font of one's own by what it is called among measures; null for one that ships. */
export const ownFontId = (name: unknown): string | null =>
  typeof name === 'string' && name.startsWith(OWN) ? name.slice(OWN.length) : null
