import * as z from 'zod'
import { PATH_PATTERN } from '../geometry/path'
import { id, mm } from './fields'

/** The slices `lines` and `looks`: what was drawn or made, and how. */

export const MAX_LINES = 60_000

export const roleSchema = z.enum(['cut', 'score', 'perforate', 'pen', 'print', 'skip'])
/** What the machine does with a line. */
export type Role = z.infer<typeof roleSchema>
export const ROLES: readonly Role[] = roleSchema.options

export const foldSchema = z.enum(['valley', 'mountain'])
export type Fold = z.infer<typeof foldSchema>

const foldAngleSchema = z.number().min(0).max(180)

export const pathSchema = z.string().max(4_000_000).regex(PATH_PATTERN)

export const lookSchema = z.strictObject({
  stroke: z.string().max(32).nullable(),
  fill: z.string().max(32).nullable(),
  /** mm, dash then gap and so on; empty for a solid line */
  dash: z.array(mm.nonnegative()).max(32),
  /** mm */
  width: mm.nonnegative(),
  /** names of the layers and groups around it, outermost first */
  layers: z.array(z.string().max(120)).max(32),
})
/** How a line was drawn in its source. */
export type Look = z.infer<typeof lookSchema>

export const beatSchema = z.strictObject({ dash: mm.min(0.2).max(100), gap: mm.min(0.2).max(100) })
/** Dash and gap, mm. */
export type Beat = z.infer<typeof beatSchema>

export const lineSchema = z.strictObject({
  id,
  source: id,
  /** lines of one plane are cut from one level of paper and may meet; those of different planes never do */
  plane: id,
  look: id,
  d: pathSchema,
  /** the name it bears in its source, if it is a name that a person gave */
  label: z.string().max(120).nullable(),
  role: roleSchema,
  /** whether the role needs no second look */
  sure: z.boolean(),
  /** the reason for the role, in a sentence */
  why: z.string().max(400),
  fold: foldSchema.nullable(),
  /** of a fold whose angle is known: degrees from flat */
  angle: foldAngleSchema.optional(),
  /** a score that is cut as dashes rather than creased: their beat */
  dashes: beatSchema.optional(),
  /** set by hand: the piece it is bound to whatever its place, or `loose`; null where its place decides */
  held: z.union([z.literal('loose'), z.strictObject({ piece: id })]).nullable(),
  /** of a made line: what its recipe gave it; where it has something else, a hand changed it */
  made: z
    .strictObject({ role: roleSchema, fold: foldSchema.nullable(), angle: foldAngleSchema.optional() })
    .optional(),
  /** of a part: the lines that it was parted from, the one that was drawn first */
  lineage: z.array(id).min(1).max(64).optional(),
})
export type Line = z.infer<typeof lineSchema>

/** What makes a line a part of another: an id of its own, and where it comes from. @param number from 1 */
export const partOfLine = (line: Pick<Line, 'id' | 'lineage'>, number: number) => ({
  id: `${line.id}.${number}`,
  lineage: [...(line.lineage ?? []), line.id],
})

/** Whether a line is the given one or a part of it. */
export const stemsFrom = (line: Pick<Line, 'id' | 'lineage'>, ancestor: string): boolean =>
  line.id === ancestor || (line.lineage?.includes(ancestor) ?? false)
