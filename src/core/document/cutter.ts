import * as z from 'zod'
import { say } from '../words'
import { DEFAULT_MAT, matSchema } from './layout'

export const LANGUAGES = ['gcode', 'hpgl'] as const
export type Language = (typeof LANGUAGES)[number]

export const cutterFieldsSchema = z.object({
  name: z.string().trim().min(1, say`a cutter needs a name`).max(80),
  /** its mat, and the border that it does not reach */
  mat: matSchema,
  /** whether there is a scoring tip for it; without one the blade scores at its lowest depth */
  tip: z.boolean(),
  /** tools that it holds at once */
  holders: z.number().int().min(1).max(3),
  /** mm/s with the tool up */
  travelSpeed: z.number().min(1).max(2000),
  /** mm/s² */
  acceleration: z.number().min(10).max(50_000),
  /** change of velocity that a corner may ask for at once, mm/s */
  cornerSpeed: z.number().min(0.5).max(500),
  /** s to lower or lift the tool */
  liftTime: z.number().min(0).max(5),
  /** s that a person takes to change a tool */
  changeTime: z.number().min(0).max(600),
  /** how far a closed cut goes on over its start, mm */
  overlap: z.number().min(0).max(10),
  /** how far the tip of its blade trails, mm; 0 where the machine allows for it by itself */
  bladeOffset: z.number().min(0).max(2),
  /** how a trailing blade is turned where a stroke begins: about its tip on the spot, or led in from before the start */
  bladeTurn: z.enum(['spot', 'lead-in']).default('spot'),
  language: z.enum(LANGUAGES),
})
export type CutterFields = z.infer<typeof cutterFieldsSchema>

export const cutterSchema = cutterFieldsSchema.extend({ id: z.string().min(1).max(64) })
/** A machine in the library: what it reaches, holds and how it moves. */
export type Cutter = z.infer<typeof cutterSchema>

/** A desktop cutter of the usual kind (common practice); how it moves where none is chosen. */
export const PLAIN_CUTTER: CutterFields = {
  name: 'Desktop cutter, 12 in',
  mat: DEFAULT_MAT,
  tip: true,
  holders: 1,
  travelSpeed: 200,
  acceleration: 2000,
  cornerSpeed: 20,
  liftTime: 0.15,
  changeTime: 30,
  overlap: 1,
  bladeOffset: 0,
  bladeTurn: 'spot',
  language: 'gcode',
}
