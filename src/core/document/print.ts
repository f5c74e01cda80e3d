import * as z from 'zod'
import { mm } from './fields'

/** The slice `print`. */

export const printSchema = z.strictObject({
  /** rings in the corners by which a printed sheet is found again; null for none */
  marks: z
    .strictObject({
      corners: z.union([z.literal(3), z.literal(4)]),
      /** outer diameter, mm */
      size: mm.min(3).max(20),
      /** of the ring's line, mm */
      weight: mm.min(0.3).max(3),
      /** from the sheet's edges to the middle, mm */
      inset: mm.min(4).max(60),
    })
    .nullable(),
  /** how far fills go on beyond the edge of their piece, mm */
  bleed: mm.min(0).max(20),
  /** how far within the edge of a piece print is safe from the cut, mm */
  safe: mm.min(0).max(20),
  /** what the printer leaves bare along the edges, mm */
  border: mm.min(0).max(40),
  /** whether cut and score lines are printed as well */
  lines: z.boolean(),
  /** whether the back is printed too; it stays blank where nothing is said */
  bothSides: z.boolean().optional(),
  /** whether parts bear their numbers on their backs */
  numbers: z.boolean().optional(),
})
/** How sheets are printed before they are cut. */
export type PrintSettings = z.infer<typeof printSchema>
export const USUAL_PRINT: PrintSettings = {
  marks: { corners: 4, size: 6, weight: 1, inset: 12 },
  bleed: 2,
  safe: 2,
  border: 5,
  lines: false,
}
