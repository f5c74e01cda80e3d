import * as z from 'zod'
import { id, mm, name } from './fields'

/** The slice `stack`: a layered picture, from the back to the front. */

export const layeredSchema = z.strictObject({
  id,
  name,
  /** the pieces that are this layer together */
  pieces: z.array(id).min(1).max(500),
  /** which way its printed side looks */
  facing: z.enum(['front', 'back']),
})
/** One layer of a stack: which pieces, and which way they look. */
export type Layered = z.infer<typeof layeredSchema>

export const spacerSchema = z.strictObject({
  /** of the strips along edges, mm; nought where layers lie on one another */
  strips: mm.min(0).max(50),
  /** of the dots elsewhere, mm; as high as the strips where nothing is said */
  dots: mm.min(0).max(50).optional(),
})
/** What holds two layers apart. */
export type Spacer = z.infer<typeof spacerSchema>

export const frameSchema = z.strictObject({
  /** inside, mm */
  width: mm.min(10).max(3000),
  height: mm.min(10).max(3000),
  /** behind the glass, mm */
  depth: mm.min(0).max(500),
  /** how much smaller in all the picture is to be, each way, mm */
  slack: mm.min(0).max(200),
  /** thickness of the glass: what is won where it is left out, mm; nought where the frame has none */
  glass: mm.min(0).max(20),
})
/** The frame that a stack must fit. */
export type Frame = z.infer<typeof frameSchema>

export const stackSchema = z.strictObject({
  /** from the back to the front */
  layers: z.array(layeredSchema).max(60),
  /** of every gap that says nothing of its own */
  spacer: spacerSchema,
  /** by the id of the layer before the gap */
  gaps: z.record(id, spacerSchema),
  frame: frameSchema.nullable(),
  /** how far from what holds it paper may reach, mm */
  span: mm.min(3).max(200),
  /** width of strips and dots, mm */
  width: mm.min(1).max(40),
})
/** A layered picture. */
export type Stack = z.infer<typeof stackSchema>

/** A picture is made half an inch smaller than its frame inside (common practice). */
export const USUAL_SLACK = 12.7

export const USUAL_STACK: Omit<Stack, 'layers'> = {
  spacer: { strips: 2 },
  gaps: {},
  frame: null,
  span: 25,
  width: 6,
}

/** The spacer in the gap behind a layer. */
export const spacerBehind = ({ gaps, spacer }: Pick<Stack, 'gaps' | 'spacer'>, layer: string): Spacer =>
  gaps[layer] ?? spacer

/** How high a gap is, mm: as the higher of what is in it. */
export const heightOfGap = ({ strips, dots = strips }: Spacer): number => Math.max(strips, dots)
