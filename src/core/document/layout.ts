import * as z from 'zod'
import { id, mm } from './fields'

/** The slice `layout`: sheets on the mat, and what lies on them. */

export const placementSchema = z.strictObject({
  /** no two of a layout bear the same */
  id,
  piece: id,
  copy: z.number().int().nonnegative(),
  /** where the left upper corner of the turned piece's box lies on the sheet, mm */
  x: mm,
  y: mm,
  /** degrees, clockwise on screen */
  rotation: z.number().min(-360).max(360),
  /** turned over from left to right, before it is turned */
  mirrored: z.boolean().optional(),
  /** stays where it is when the rest is laid anew */
  locked: z.boolean().optional(),
  /** lies by hand on a sheet of another paper than its piece is made of */
  otherPaper: z.boolean().optional(),
})
export type Placement = z.infer<typeof placementSchema>

export const sheetSchema = z.strictObject({
  id,
  paper: id,
  width: mm.positive(),
  height: mm.positive(),
  placements: z.array(placementSchema),
  /** what is known of its being cut */
  cut: z
    .strictObject({
      /** the job that cut it, or that it was said by hand */
      job: id,
      /** false where it was said afterwards that it was not cut */
      done: z.boolean(),
      /** whether a leftover was used up for it */
      leftover: z.boolean(),
      /** whether its rest was taken into the library */
      restKept: z.boolean(),
    })
    .optional(),
})
/** One piece of paper on the mat, with what is laid on it. */
export type Sheet = z.infer<typeof sheetSchema>

/** Whether a sheet went through the cutter: it stays as it was then. */
export const wasCut = ({ cut }: Pick<Sheet, 'cut'>): boolean => cut?.done === true

export const matSchema = z.strictObject({
  width: mm.min(20).max(3000),
  height: mm.min(20).max(3000),
  /** border that the machine cannot reach, mm */
  margin: mm.min(0).max(100),
})
export type Mat = z.infer<typeof matSchema>

export const layoutSchema = z.strictObject({
  mat: matSchema,
  /** where the sheet's left upper corner lies on the mat, mm */
  sheetAt: z.strictObject({ x: mm.min(0).max(3000), y: mm.min(0).max(3000) }),
  /** border of each sheet that stays free, mm */
  sheetMargin: mm.min(0).max(100),
  /** least distance between two pieces, mm */
  spacing: mm.min(0).max(100),
  /** whether leftovers are used before fresh sheets (so where nothing is said), or not at all */
  leftovers: z.enum(['first', 'never']).optional(),
  sheets: z.array(sheetSchema).max(500),
  unplaced: z.array(
    z.strictObject({ piece: id, copies: z.number().int().positive(), why: z.string().max(400) }),
  ),
})
export type Layout = z.infer<typeof layoutSchema>

/** The usual mat of a desktop cutter, 12 x 12 inches with a quarter inch all round (common practice). */
export const DEFAULT_MAT: Mat = { width: 304.8, height: 304.8, margin: 6 }

/** The id of a copy's placement, where it is laid without another one's. */
export const placementId = (piece: string, copy: number): string => `${piece}-copy-${copy + 1}`
