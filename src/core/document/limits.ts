import * as z from 'zod'
import { mm } from './fields'

/** The slice `limits`. */

export const limitsSchema = z.strictObject({
  /** a part narrower than this tears, mm (common practice: 1/16 in) */
  narrowest: mm.min(0).max(20),
  /** an opening smaller than this is torn rather than cut, mm (common practice) */
  smallestOpening: mm.min(0).max(20),
  /** ends of lines nearer than this meet, mm */
  gap: mm.min(0.02).max(2),
})
/** What the inspection measures against. */
export type Limits = z.infer<typeof limitsSchema>
export const DEFAULT_LIMITS: Limits = { narrowest: 1.6, smallestOpening: 1, gap: 0.1 }
