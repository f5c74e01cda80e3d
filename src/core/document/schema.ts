import { z } from 'zod'
import { PATH_PATTERN } from '../geometry/path'

/** The project document: plain JSON, millimetres, y down. Types come from these schemas. */

export const MAX_LINES = 60_000

export const roleSchema = z.enum(['cut', 'score', 'perforate', 'pen', 'print', 'skip'])
/** What the machine does with a line. */
export type Role = z.infer<typeof roleSchema>
export const ROLES: readonly Role[] = roleSchema.options

export const foldSchema = z.enum(['valley', 'mountain'])
export type Fold = z.infer<typeof foldSchema>

const id = z.string().min(1).max(64)
/** A length or coordinate within a hundred metres: anything beyond is a broken file. */
const mm = z.number().min(-1e5).max(1e5)
const size = z.object({ width: mm.nonnegative(), height: mm.nonnegative() })
const name = z.string().trim().min(1).max(120)
const path = z.string().max(4_000_000).regex(PATH_PATTERN)

export const lookSchema = z.object({
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

export const beatSchema = z.object({ dash: mm.min(0.2).max(100), gap: mm.min(0.2).max(100) })
/** Dash and gap, mm. */
export type Beat = z.infer<typeof beatSchema>

export const lineSchema = z.object({
  id,
  source: id,
  look: id,
  d: path,
  /** the name it bears in its source, if it is a name that a person gave */
  label: z.string().max(120).nullable(),
  role: roleSchema,
  /** whether the role needs no second look */
  sure: z.boolean(),
  /** the reason for the role, in a sentence */
  why: z.string().max(400),
  fold: foldSchema.nullable(),
  /** a score that is cut as dashes rather than creased: their beat */
  dashes: beatSchema.optional(),
  /** set by hand: the piece it is bound to whatever its place, or `loose`; null where its place decides */
  held: z.union([z.literal('loose'), z.object({ piece: id })]).nullable(),
})
export type Line = z.infer<typeof lineSchema>

export const severitySchema = z.enum(['error', 'warning', 'note'])
export type Severity = z.infer<typeof severitySchema>

export const findingSchema = z.object({
  rule: z.string().max(60),
  severity: severitySchema,
  message: z.string().max(600),
  lines: z.array(id),
  pieces: z.array(id),
  /** where it is, mm; left out where lines and pieces say it */
  at: z.object({ x: z.number(), y: z.number() }).optional(),
  /** a way to put it right: what it does in a word or two, and what it sets of which lines */
  fix: z
    .object({
      label: z.string().max(60),
      lines: z.array(z.object({ id, role: roleSchema.optional(), d: path.optional() })),
    })
    .optional(),
})
/** Something that was noticed: rule, severity, place, and where possible a fix. */
export type Finding = z.infer<typeof findingSchema>

export const scaleSchema = z.object({
  /** mm for one unit of the file */
  mmPerUnit: z.number().positive(),
  /** how the true size was derived, in a sentence */
  why: z.string().max(400),
  /** whether a person should look at the choice */
  sure: z.boolean(),
  /** other readings of the same file */
  choices: z
    .array(z.object({ mmPerUnit: z.number().positive(), label: z.string().max(120), width: mm, height: mm }))
    .max(8),
})
/** How a file's units became millimetres. */
export type Scale = z.infer<typeof scaleSchema>

export const cleaningSchema = z.object({
  kind: z.enum(['double', 'overshoot', 'dashes', 'parted']),
  /** what was done, in a sentence */
  message: z.string().max(400),
  /** for each place the lines as they were, and those that stand there now */
  items: z.array(z.object({ removed: z.array(lineSchema), made: z.array(id) })).max(MAX_LINES),
})
/** Something that was tidied up in a source; taking it back puts the removed lines in the place of the made ones. */
export type Cleaning = z.infer<typeof cleaningSchema>

export const traceSchema = z.object({
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
})
/** How the edges of a picture are traced. */
export type TraceOptions = z.infer<typeof traceSchema>

export const readingSchema = z.object({
  /** mm for one unit of the file, chosen by a person; null derives it */
  mmPerUnit: z.number().positive().max(1000).nullable(),
  /** the page of a file that has several, from 1; null takes the first */
  page: z.number().int().min(1).max(10_000).nullable(),
  /** how a picture is traced; null as usual */
  trace: traceSchema.nullable(),
})
/** How a person wants a file to be read. */
export type Reading = z.infer<typeof readingSchema>
export const PLAIN_READING: Reading = { mmPerUnit: null, page: null, trace: null }

export const sourceSchema = z.object({
  id,
  name,
  format: z.string().max(16),
  bytes: z.number().int().nonnegative(),
  artwork: size,
  scale: scaleSchema,
  findings: z.array(findingSchema.omit({ pieces: true, lines: true })).max(500),
  /** whether layers part its lines by purpose though their names do not say so */
  layersTell: z.boolean().default(false),
  cleaning: z.array(cleaningSchema).max(50).default([]),
  /** beside the drawings before it, or on the centre of the first */
  lay: z.enum(['beside', 'centred']).default('beside'),
  /** of a file with pages: how many, and which was taken (from 1) */
  pages: z.object({ count: z.number().int(), taken: z.number().int() }).nullable().default(null),
  /** of a picture: how it was traced, and its size in pixels */
  picture: z.object({ trace: traceSchema, width: z.number(), height: z.number() }).nullable().default(null),
})
export type Source = z.infer<typeof sourceSchema>

export const turningSchema = z.enum(['any', 'quarter', 'half', 'none'])
/** How a piece may be turned on a sheet: at will, by quarters, half round for grain or pattern, or not at all. */
export type Turning = z.infer<typeof turningSchema>

export const ART_FITS = ['fit', 'fill', 'exact'] as const
/** How art is sized to its piece: all of it within the box, the box all covered, or a width that is given. */
export type ArtFit = (typeof ART_FITS)[number]
export const SIDES_OF_PAPER = ['front', 'back'] as const
export type SideOfPaper = (typeof SIDES_OF_PAPER)[number]

export const laidArtSchema = z.object({
  art: id,
  fit: z.enum(ART_FITS),
  /** of the art, where its size is exact, mm */
  width: mm.min(0.1).max(3000),
  /** degrees, clockwise */
  turned: z.literal([0, 90, 180, 270]),
  /** its middle from the middle of the outline's box, mm */
  right: mm.min(-3000).max(3000),
  down: mm.min(-3000).max(3000),
})
/** Art as it is placed on one side of a piece. */
export type LaidArt = z.infer<typeof laidArtSchema>

export const artSchema = z.object({
  id,
  name,
  format: z.enum(['png', 'jpeg', 'svg']),
  bytes: z.number().int().nonnegative(),
  /** size in pixels; null where it is drawn rather than made of pixels */
  pixels: size.nullable(),
  /** the size that its file states or its pixels have at 300 an inch, mm */
  width: mm.positive(),
  height: mm.positive(),
})
/** A picture to be printed on pieces. Its bytes are kept as they came. */
export type Art = z.infer<typeof artSchema>

export const pieceSchema = z.object({
  id,
  name,
  /** the cut lines of its outline, in order round it */
  outline: z.array(id).min(1),
  /** the cut lines of each opening */
  openings: z.array(z.array(id).min(1)),
  /** every line bound to it, outline and openings included */
  lines: z.array(id),
  /** paper from the library, null while none is chosen */
  paper: id.nullable(),
  copies: z.number().int().min(0).max(500),
  /** how it may be turned on a sheet; by quarters where nothing is said */
  turning: turningSchema.optional(),
  /** what is printed on it besides its own lines and fills */
  art: z.partialRecord(z.enum(SIDES_OF_PAPER), laidArtSchema).optional(),
})
/** A closed outline, its openings, and every line bound to it. */
export type Piece = z.infer<typeof pieceSchema>

export const placementSchema = z.object({
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
})
export type Placement = z.infer<typeof placementSchema>

export const sheetSchema = z.object({
  id,
  paper: id,
  width: mm.positive(),
  height: mm.positive(),
  placements: z.array(placementSchema),
})
/** One piece of paper on the mat, with what is laid on it. */
export type Sheet = z.infer<typeof sheetSchema>

export const matSchema = z.object({
  width: mm.min(20).max(3000),
  height: mm.min(20).max(3000),
  /** border that the machine cannot reach, mm */
  margin: mm.min(0).max(100),
})
export type Mat = z.infer<typeof matSchema>

export const printSchema = z.object({
  /** rings in the corners by which a printed sheet is found again; null for none */
  marks: z
    .object({
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

export const layoutSchema = z.object({
  mat: matSchema,
  /** where the sheet's left upper corner lies on the mat, mm */
  sheetAt: z.object({ x: mm.min(0).max(3000), y: mm.min(0).max(3000) }).default({ x: 0, y: 0 }),
  /** set where sheets are printed first */
  print: printSchema.nullable().optional(),
  /** border of each sheet that stays free, mm */
  sheetMargin: mm.min(0).max(100),
  /** least distance between two pieces, mm */
  spacing: mm.min(0).max(100),
  sheets: z.array(sheetSchema).max(500),
  unplaced: z.array(z.object({ piece: id, copies: z.number().int().positive(), why: z.string().max(400) })),
})
export type Layout = z.infer<typeof layoutSchema>

/** What a sheet can be saved as. */
export const FILE_KINDS = ['svg', 'dxf', 'pdf', 'png', 'gcode', 'hpgl', 'print', 'both'] as const
/** Pixels of the longer side of a sheet's picture where nothing else is chosen. */
export const USUAL_PICTURE_SIDE = 1600
export type FileKind = (typeof FILE_KINDS)[number]

export const runSchema = beatSchema.extend({
  /** every score cut as dashes, for machines without a scoring tip */
  dashedScores: z.boolean(),
  /** the cutter in the library; a plain one where none is chosen */
  cutter: id.nullable().optional(),
  /** the kinds of files that are saved for all sheets together */
  files: z.array(z.enum(FILE_KINDS)).max(FILE_KINDS.length).optional(),
  /** longer side of pictures of sheets, pixels */
  pictureSide: z.number().int().min(200).max(8000).optional(),
})
export type RunSettings = z.infer<typeof runSchema>

export const limitsSchema = z.object({
  /** a part narrower than this tears, mm (common practice: 1/16 in) */
  narrowest: mm.min(0).max(20),
  /** an opening smaller than this is torn rather than cut, mm (common practice) */
  smallestOpening: mm.min(0).max(20),
  /** ends of lines nearer than this meet, mm */
  gap: mm.min(0.02).max(2).default(0.1),
})
/** What the inspection measures against. */
export type Limits = z.infer<typeof limitsSchema>
export const DEFAULT_LIMITS: Limits = { narrowest: 1.6, smallestOpening: 1, gap: 0.1 }

/** What a person decided of a look, to be suggested for the same look in further files. */
export const habitSchema = z.object({ look: lookSchema, role: roleSchema })

export const projectSchema = z.object({
  version: z.literal(1),
  name,
  unit: z.enum(['mm', 'in']),
  sources: z.record(id, sourceSchema),
  looks: z.record(id, lookSchema),
  lines: z.record(id, lineSchema),
  pieces: z.record(id, pieceSchema),
  /** pictures that pieces carry */
  art: z.record(id, artSchema).optional(),
  /** the number that the next found piece gets; never used twice */
  nextPiece: z.number().int().positive(),
  layout: layoutSchema,
  run: runSchema,
  limits: limitsSchema.default(DEFAULT_LIMITS),
  /** findings that a person leaves as they are, by their keys */
  accepted: z.array(z.string().max(200)).max(2000).default([]),
  /** by the key of the look */
  habits: z.record(z.string().max(2000), habitSchema).default({}),
})
export type Project = z.infer<typeof projectSchema>

/** The usual mat of a desktop cutter, 12 x 12 inches with a quarter inch all round (common practice). */
export const DEFAULT_MAT: Mat = { width: 304.8, height: 304.8, margin: 6 }

export function emptyProject(projectName: string): Project {
  return {
    version: 1,
    name: projectName,
    unit: 'mm',
    sources: {},
    looks: {},
    lines: {},
    pieces: {},
    nextPiece: 1,
    layout: {
      mat: DEFAULT_MAT,
      sheetAt: { x: 0, y: 0 },
      sheetMargin: 3,
      spacing: 3,
      sheets: [],
      unplaced: [],
    },
    run: { dashedScores: false, dash: 4, gap: 1.5 },
    limits: DEFAULT_LIMITS,
    accepted: [],
    habits: {},
  }
}
