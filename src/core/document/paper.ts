import * as z from 'zod'
import { say } from '../words'

/** The roles that a tool works on. */
export const TOOL_ROLES = ['score', 'perforate', 'pen', 'cut'] as const
export type ToolRole = (typeof TOOL_ROLES)[number]

const colour = z.string().regex(/^#[0-9a-f]{6}$/i, say`a colour is written #rrggbb`)

export const cutSettingSchema = z.object({
  /** grams of force */
  force: z.number().int().min(1).max(2000),
  /** mm/s */
  speed: z.number().min(1).max(1000),
  /** how often each line is followed */
  passes: z.number().int().min(1).max(10),
})
export type CutSetting = z.infer<typeof cutSettingSchema>

export const paperFieldsSchema = z.object({
  name: z.string().trim().min(1, say`a paper needs a name`).max(80),
  /** mm */
  width: z
    .number()
    .min(10, say`a sheet is at least 10 mm wide`)
    .max(3000, say`a sheet is at most 3000 mm wide`),
  height: z
    .number()
    .min(10, say`a sheet is at least 10 mm high`)
    .max(3000, say`a sheet is at most 3000 mm high`),
  /** g/m² (ISO 536) */
  weight: z
    .number()
    .min(20, say`paper weighs at least 20 g/m²`)
    .max(2000, say`paper weighs at most 2000 g/m²`),
  /** thickness, mm */
  caliper: z
    .number()
    .min(0.02, say`paper is at least 0.02 mm thick`)
    .max(5, say`paper is at most 5 mm thick`),
  /** the face that lies upward, and the back */
  colour,
  backColour: colour,
  /** further sheets of it at hand, such as offcuts: they are used before fresh ones, mm */
  leftovers: z
    .array(
      z.object({
        width: z.number().min(10).max(3000),
        height: z.number().min(10).max(3000),
        count: z.number().int().min(1).max(500),
      }),
    )
    .max(40)
    .optional(),
  settings: z.object({
    score: cutSettingSchema,
    perforate: cutSettingSchema,
    pen: cutSettingSchema,
    cut: cutSettingSchema,
  }),
})
export type PaperFields = z.infer<typeof paperFieldsSchema>

export const paperSchema = paperFieldsSchema.extend({ id: z.string().min(1).max(64) })
/** A kind of card in the library. */
export type Paper = z.infer<typeof paperSchema>

/** Settings to begin with for a card of about 220 g/m² (common practice: score light, cut firm, draw lightest). */
export const PLAIN_SETTINGS: PaperFields['settings'] = {
  score: { force: 120, speed: 100, passes: 1 },
  perforate: { force: 200, speed: 80, passes: 1 },
  pen: { force: 40, speed: 150, passes: 1 },
  cut: { force: 210, speed: 80, passes: 1 },
}
