import * as z from 'zod'
import { id } from './fields'
import { pathSchema, roleSchema } from './lines'

export const severitySchema = z.enum(['error', 'warning', 'note'])
export type Severity = z.infer<typeof severitySchema>

export const findingSchema = z.strictObject({
  rule: z.string().max(60),
  severity: severitySchema,
  message: z.string().max(600),
  lines: z.array(id),
  pieces: z.array(id),
  /** where it is, mm; left out where lines and pieces say it */
  at: z.strictObject({ x: z.number(), y: z.number() }).optional(),
  /** a way to put it right: what it does in a word or two, and what it sets of which lines, what is printed, which measure of a making, or which of equal pieces stays */
  fix: z
    .strictObject({
      label: z.string().max(60),
      lines: z.array(z.strictObject({ id, role: roleSchema.optional(), d: pathSchema.optional() })),
      print: z.enum(['fronts', 'both']).optional(),
      /** a measure of a making, and the value that mends it */
      measure: z.strictObject({ source: id, measure: z.string().max(60), value: z.number() }).optional(),
      /** a piece that stays, with the copies of those that go */
      merge: z.strictObject({ keep: id, drop: z.array(id).min(1) }).optional(),
    })
    .optional(),
})
/** Something that was noticed: rule, severity, place, and where possible a fix. */
export type Finding = z.infer<typeof findingSchema>
