import * as z from 'zod'
import { id, mm, name, size } from './fields'
import { findingSchema } from './findings'
import { lineSchema, MAX_LINES } from './lines'
import { MOST_SOURCE_TEXTS, sourceTextSchema } from './texts'

/** The slice `sources`: where lines come from, a file that was read or a making. */

export const scaleSchema = z.strictObject({
  /** mm for one unit of the file */
  mmPerUnit: z.number().positive(),
  /** how the true size was derived, in a sentence */
  why: z.string().max(400),
  /** whether a person should look at the choice */
  sure: z.boolean(),
  /** how many times the size of the file it is, where a person made it so */
  resized: z.number().positive().optional(),
  /** other readings of the same file */
  choices: z
    .array(
      z.strictObject({ mmPerUnit: z.number().positive(), label: z.string().max(120), width: mm, height: mm }),
    )
    .max(8),
})
/** How a file's units became millimetres. */
export type Scale = z.infer<typeof scaleSchema>

export const cleaningSchema = z.strictObject({
  kind: z.enum(['double', 'overshoot', 'dashes', 'parted', 'united']),
  /** what was done, in a sentence */
  message: z.string().max(400),
  /** for each place the lines as they were, and those that stand there now */
  items: z.array(z.strictObject({ removed: z.array(lineSchema), made: z.array(id) })).max(MAX_LINES),
})
/** Something that was tidied up in a source; taking it back puts the removed lines in the place of the made ones. */
export type Cleaning = z.infer<typeof cleaningSchema>

export const traceSchema = z.strictObject({
  /** grey value from which a pixel is no shape; null finds it */
  threshold: z.number().int().min(1).max(255).nullable(),
  /** whether light is shape and dark is ground */
  invert: z.boolean(),
  /** whether openings are traced, or the outer edge only */
  openings: z.boolean(),
  /** spots and holes of fewer pixels vanish */
  speck: z.number().int().min(0).max(100_000),
  /** 0 keeps every corner, 1 rounds all but the sharpest */
  smooth: z.number().min(0).max(1),
  /** how far curves may stray from the edge, pixels */
  deviation: z.number().min(0.1).max(10),
  /** parted by colour into so many layers of paper, each of which carries the next; by lightness alone where it is not said */
  colours: z.number().int().min(2).max(12).optional(),
})
/** How the edges of a picture are traced. */
export type TraceOptions = z.infer<typeof traceSchema>

export const stackedSchema = z.strictObject({
  /** whether fills that lie on others are paper on paper, are parts of one piece where they share a colour, or are cut out */
  as: z.enum(['layers', 'parts', 'openings']),
  /** whether a person need not be asked */
  sure: z.boolean(),
  why: z.string().max(400),
})
/** What fills that lie on one another are taken for. */
export type Stacked = z.infer<typeof stackedSchema>

export const readingSchema = z.strictObject({
  /** mm for one unit of the file, chosen by a person; null derives it */
  mmPerUnit: z.number().positive().max(1000).nullable(),
  /** the page of a file that has several, from 1; null takes the first */
  page: z.number().int().min(1).max(10_000).nullable(),
  /** how a picture is traced; null as usual */
  trace: traceSchema.nullable(),
  /** what fills on fills are taken for; null finds it */
  stacked: stackedSchema.shape.as.nullable(),
})
/** How a person wants a file to be read. */
export type Reading = z.infer<typeof readingSchema>
export const PLAIN_READING: Reading = { mmPerUnit: null, page: null, trace: null, stacked: null }

export const laySchema = z.enum(['beside', 'centred'])
/** Where a further drawing is laid: beside the others, or on the centre of the first as a part of one picture. */
export type Lay = z.infer<typeof laySchema>

export const fileSourceSchema = z.strictObject({
  kind: z.literal('file'),
  id,
  name,
  format: z.string().max(16),
  bytes: z.number().int().nonnegative(),
  artwork: size,
  scale: scaleSchema,
  findings: z.array(findingSchema.omit({ pieces: true, lines: true })).max(500),
  /** whether layers part its lines by purpose though their names do not say so */
  layersTell: z.boolean(),
  cleaning: z.array(cleaningSchema).max(50),
  lay: laySchema,
  /** where its corner lies among the others; files of earlier versions do not say */
  at: z.strictObject({ x: mm, y: mm }).optional(),
  /** words that stand in it; files of earlier versions do not say */
  texts: z.array(sourceTextSchema).max(MOST_SOURCE_TEXTS).optional(),
  /** of a drawing with fills on fills */
  stacked: stackedSchema.optional(),
  /** of a file with pages: how many, and which was taken (from 1) */
  pages: z.strictObject({ count: z.number().int(), taken: z.number().int() }).nullable(),
  /** of a picture: how it was traced, and its size in pixels */
  picture: z.strictObject({ trace: traceSchema, width: z.number(), height: z.number() }).nullable(),
})
/** A file that was read. Its bytes are kept as they came. */
export type FileSource = z.infer<typeof fileSourceSchema>

/** Anything that a measure can be: a length, several, a count, an angle, a word of a list, a text, yes or no. */
export const measureValueSchema = z.union([
  z.number(),
  z.array(z.number()).min(1).max(20),
  z.string().max(20_000),
  z.boolean(),
])
export type MeasureValue = z.infer<typeof measureValueSchema>

export const makingSchema = z.strictObject({
  kind: z.literal('making'),
  id,
  name,
  /** the way of making: the name of a folder in core/making */
  recipe: z.string().max(40),
  /** of a pattern that a person brought: its file, as it came */
  pattern: z.string().max(400_000).optional(),
  measures: z.record(z.string().max(40), measureValueSchema),
  /** the pieces that it acts on; a spent one no longer goes to the sheets itself */
  takes: z.array(z.strictObject({ piece: id, spent: z.boolean() })).max(500),
  /** the plane that its lines lie on: its own, or that of what they are to open or meet */
  plane: id,
  /** where what it makes lies: the matrix of an affine map */
  at: z.tuple([mm, mm, mm, mm, mm, mm]),
  /** why it could not be made anew, in a sentence; its last lines stay */
  trouble: z.string().max(400).nullable(),
  /** what was measured of what it made, in sentences; makings of earlier versions do not say */
  figures: z.array(z.string().max(300)).max(8).optional(),
})
/** A kept recipe: what it takes, its measures; the lines it made name it as their source. */
export type Making = z.infer<typeof makingSchema>

export const sourceSchema = z.discriminatedUnion('kind', [fileSourceSchema, makingSchema])
export type Source = z.infer<typeof sourceSchema>

/** How many questions of a file wait for a person: its size, and what fills on fills are. */
export const questionsOf = ({ scale, stacked }: FileSource): number =>
  Number(!scale.sure) + Number(stacked?.sure === false)

/** The makings among sources, in their order. */
export const makingsOf = (sources: Readonly<Record<string, Source>>): Making[] =>
  Object.values(sources).filter((s) => s.kind === 'making')

/** The files among sources, in their order. */
export const filesOf = (sources: Readonly<Record<string, Source>>): FileSource[] =>
  Object.values(sources).filter((s) => s.kind === 'file')
