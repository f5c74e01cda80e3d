import * as z from 'zod'
import { id } from './fields'
import { beatSchema } from './lines'
import { cutSettingSchema } from './paper'

/** The slice `run`. */

/** Pixels of the longer side of a sheet's picture where nothing else is chosen. */
export const USUAL_PICTURE_SIDE = 1600

export const runSchema = beatSchema.extend({
  /** every score cut as dashes, for machines without a scoring tip */
  dashedScores: z.boolean(),
  /** the cutter in the library; a plain one where none is chosen */
  cutter: id.nullable().optional(),
  /** the kinds of files that are saved for all sheets together, by their names */
  files: z
    .array(z.string().regex(/^[a-z][a-z0-9-]{0,19}$/))
    .max(40)
    .optional(),
  /** how papers are cut in this project, by their ids, where it differs from the library */
  cuts: z.record(id, cutSettingSchema).optional(),
  /** longer side of pictures of sheets, pixels */
  pictureSide: z.number().int().min(200).max(8000).optional(),
})
export type RunSettings = z.infer<typeof runSchema>
