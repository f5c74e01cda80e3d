import * as z from 'zod'
import { HOWS } from '../document/hows'
import { say } from '../words'

/**
 * The pattern language: a parametric dieline as data. A pattern is a file of measures and, for each piece, of panels
 * that hang on one another's edges. All numbers may be arithmetic of the measures.
 */

const word = z
  .string()
  .regex(/^[a-z][a-zA-Z0-9_]{0,39}$/, say`a name begins with a small letter and has letters and digits`)
const kebab = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,31}$/, say`a pattern’s name has small letters, digits and dashes`)
const sentence = z.string().trim().min(1).max(300)

/** A number, or arithmetic of measures: mm for lengths, degrees for angles. */
export const arithmeticSchema = z.union([z.number(), z.string().min(1).max(400)])
export type ArithmeticText = z.infer<typeof arithmeticSchema>

const place = z.tuple([arithmeticSchema, arithmeticSchema])
const cornerSchema = z.union([
  place,
  z.strictObject({
    to: place,
    /** an arc to here: the tangent of a quarter of its angle, greater than nought where it bulges outwards */
    bulge: arithmeticSchema.optional(),
    /** the corner here is rounded with this radius, mm */
    round: arithmeticSchema.optional(),
  }),
])
export type Corner = z.infer<typeof cornerSchema>

/** it is there only where this is greater than nought */
const when = arithmeticSchema.optional()

const openingSchema = z.union([
  z.strictObject({ circle: z.tuple([arithmeticSchema, arithmeticSchema, arithmeticSchema]), when }),
  z.strictObject({
    when,
    /** from the left and above the foot, wide, high */
    rectangle: z.tuple([arithmeticSchema, arithmeticSchema, arithmeticSchema, arithmeticSchema]),
    round: arithmeticSchema.optional(),
  }),
  z.strictObject({ corners: z.array(cornerSchema).min(2).max(200), when }),
])

const lineSchema = z.strictObject({
  role: z.enum(['cut', 'score', 'perforate', 'pen', 'print']),
  fold: z.enum(['valley', 'mountain']).optional(),
  corners: z.array(cornerSchema).min(2).max(200),
})

/** A strap over the fold of a panel: so far up and down on both sides of it, so far from its left end, and so wide. */
const strapSchema = z.strictObject({
  at: arithmeticSchema,
  width: arithmeticSchema,
  up: arithmeticSchema,
  down: arithmeticSchema,
})

/** A beak on the fold of a panel: its point so far from the left end, so long to the right, its creases at this angle. */
const beakSchema = z.strictObject({
  at: arithmeticSchema,
  length: arithmeticSchema,
  angle: arithmeticSchema,
})

export const panelSchema = z.strictObject({
  id: word,
  /** the panel and the edge that it hangs on: left, head, right, foot, or a number; the first panel hangs on nothing */
  on: z.string().max(90).optional(),
  /** where along that edge it begins and ends, from its left end; all of it where nothing is said */
  from: arithmeticSchema.optional(),
  to: arithmeticSchema.optional(),
  /** of the first panel: how wide its foot is */
  width: arithmeticSchema.optional(),
  /** a rectangle so deep */
  depth: arithmeticSchema.optional(),
  /** or its corners from the left end of its foot round to the right one; `L` is the length of the foot */
  corners: z.array(cornerSchema).min(1).max(200).optional(),
  fold: z.enum(['mountain', 'valley']).default('mountain'),
  /** degrees from flat */
  angle: arithmeticSchema.default(90),
  when,
  /** a glue tab: the panel and edge behind which it is glued */
  tab: z.string().max(90).optional(),
  /** it lies on the face of this panel, glued or tucked */
  onto: word.optional(),
  openings: z.array(openingSchema).max(40).default([]),
  lines: z.array(lineSchema).max(60).default([]),
  straps: z.array(strapSchema).max(20).default([]),
  beaks: z.array(beakSchema).max(20).default([]),
})
export type PatternPanel = z.infer<typeof panelSchema>

export const measureSchema = z.strictObject({
  name: word,
  title: z.string().trim().min(1).max(60),
  unit: z.enum(['mm', 'degrees', 'count']).default('mm'),
  usual: z.number(),
  least: z.number(),
  most: z.number(),
})

/** How a piece lies on another one when both are put together. */
const joinSchema = z.strictObject({
  /** its own panel that lies on the other; its first one where nothing is said */
  panel: word.optional(),
  /** the piece and the panel that it lies on, as in Box.front */
  on: z.string().min(3).max(110),
  /** where the left end of its panel's foot comes, along the other's foot and away from it; middle on middle otherwise */
  at: place.optional(),
  /** degrees, against the clock as the other's front is seen */
  turn: arithmeticSchema.default(0),
  /** the face of the other that it lies on: the back is within a box */
  side: z.enum(['front', 'back']).default('back'),
  /** whether its front faces the other way than the other's front */
  turned: z.boolean().default(false),
  /** how far off the face it is held, mm */
  above: arithmeticSchema.default(0),
  how: z.enum(HOWS).default('glue'),
})

const pieceSchema = z.strictObject({
  name: z.string().trim().min(1).max(60),
  panels: z.array(panelSchema).min(1).max(200),
  when,
  join: joinSchema.optional(),
})
export type PatternPiece = z.infer<typeof pieceSchema>

export const patternSchema = z.strictObject({
  name: kebab,
  title: z.string().trim().min(1).max(60),
  says: sentence,
  measures: z.array(measureSchema).min(1).max(40),
  /** names for arithmetic that is wanted more than once, in any order */
  values: z.record(word, arithmeticSchema).default({}),
  /** the measures that are the room within */
  inside: z.strictObject({ length: word, width: word, height: word }).optional(),
  pieces: z.array(pieceSchema).min(1).max(40),
  /** how it is put together, in a sentence */
  build: sentence,
})

/** A pattern: `caliper` (mm) is known in all its arithmetic beside its own measures. */
export type Pattern = z.infer<typeof patternSchema>
export type PatternMeasure = z.infer<typeof measureSchema>
