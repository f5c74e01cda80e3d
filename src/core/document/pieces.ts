import * as z from 'zod'
import { laidArtSchema, SIDES_OF_PAPER } from './art'
import { id, name } from './fields'
import { targetSchema } from './targets'

/** The slice `pieces`. */

export const turningSchema = z.enum(['any', 'quarter', 'half', 'none'])
/** How a piece may be turned on a sheet: at will, by quarters, half round for grain or pattern, or not at all. */
export type Turning = z.infer<typeof turningSchema>

export const pieceSchema = z.strictObject({
  id,
  name,
  /** the cut lines of its outline, in order round it */
  outline: z.array(id).min(1),
  /** the cut lines of each opening */
  openings: z.array(z.array(id).min(1)),
  /** every line bound to it, outline and openings included */
  lines: z.array(id),
  /** paper from the library, null while none is chosen */
  paper: id.nullable(),
  copies: z.number().int().min(0).max(500),
  /** how it may be turned on a sheet; by quarters where nothing is said */
  turning: turningSchema.optional(),
  /** what it must fit */
  target: targetSchema.optional(),
  /** what is printed on it besides its own lines and fills */
  art: z.partialRecord(z.enum(SIDES_OF_PAPER), laidArtSchema).optional(),
})
/** A closed outline, its openings, and every line bound to it. */
export type Piece = z.infer<typeof pieceSchema>
