import * as z from 'zod'
import { artSchema } from './art'
import { buildSchema } from './build'
import { id, name } from './fields'
import { fontSchema } from './fonts'
import { habitSchema } from './habits'
import { DEFAULT_MAT, layoutSchema } from './layout'
import { DEFAULT_LIMITS, limitsSchema } from './limits'
import { lineSchema, lookSchema } from './lines'
import { pieceSchema } from './pieces'
import { printSchema } from './print'
import { runSchema } from './run'
import { sourceSchema } from './sources'
import { stackSchema } from './stack'
import { tagsSchema } from './tags'

/** The version of the document that this code writes; older ones are led here by `migrations`. */
export const VERSION = 2

/** The project document: plain JSON, millimetres, y down. Types come from these schemas, one file a slice. */
export const SLICES = {
  version: z.literal(VERSION),
  name,
  /** by which it is found again */
  tags: tagsSchema.optional(),
  unit: z.enum(['mm', 'in']),
  sources: z.record(id, sourceSchema),
  looks: z.record(id, lookSchema),
  lines: z.record(id, lineSchema),
  pieces: z.record(id, pieceSchema),
  /** pictures that pieces carry */
  art: z.record(id, artSchema),
  /** fonts that a person brought; earlier versions say nothing of them */
  fonts: z.record(id, fontSchema).optional(),
  /** the number that the next found piece gets; never used twice */
  nextPiece: z.number().int().positive(),
  layout: layoutSchema,
  /** set where it is a layered picture */
  stack: stackSchema.nullable().optional(),
  /** set where a hand said how it is put together, or began to */
  build: buildSchema.optional(),
  /** set where sheets are printed first */
  print: printSchema.nullable(),
  run: runSchema,
  limits: limitsSchema,
  /** findings that a person leaves as they are, by their keys */
  accepted: z.array(z.string().max(200)).max(2000),
  /** by the key of the look */
  habits: z.record(z.string().max(2000), habitSchema),
}

export const projectSchema = z.strictObject(SLICES)
export type Project = z.infer<typeof projectSchema>
export type Slice = keyof Project

export const emptyProject = (projectName: string): Project => ({
  version: VERSION,
  name: projectName,
  unit: 'mm',
  sources: {},
  looks: {},
  lines: {},
  pieces: {},
  art: {},
  nextPiece: 1,
  layout: {
    mat: DEFAULT_MAT,
    sheetAt: { x: 0, y: 0 },
    sheetMargin: 3,
    spacing: 3,
    sheets: [],
    unplaced: [],
  },
  print: null,
  run: { dashedScores: false, dash: 4, gap: 1.5 },
  limits: DEFAULT_LIMITS,
  accepted: [],
  habits: {},
})
