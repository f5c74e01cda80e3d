import * as z from 'zod'
import { id, mm } from './fields'
import { HOWS } from './hows'

/** The slice `build`: how a hand puts pieces together, and how far it has come. */

const shares = z.strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) })

export const handJoinSchema = z.strictObject({
  /** the piece that it lies on */
  onto: id,
  /** a place on its own panel that lies on the other, as shares of its box; its largest panel where nothing is said */
  by: shares.optional(),
  /** a place on the panel that it lies on, as shares of the box of that piece */
  at: shares,
  /** how far its middle is from the middle of that panel, mm, as the panel's front is seen */
  right: mm.min(-3000).max(3000),
  up: mm.min(-3000).max(3000),
  /** degrees, against the clock */
  turn: z.number().min(-360).max(360),
  /** whether its front faces the other way than the other's front */
  turned: z.boolean(),
  side: z.enum(['front', 'back']),
  /** how far off that face it is held, mm */
  above: mm.min(0).max(1000),
  how: z.enum(HOWS),
})
/** How a piece lies on another one, as a hand laid it. */
export type HandJoin = z.infer<typeof handJoinSchema>

const stepId = z.string().min(1).max(120)

export const buildSchema = z.strictObject({
  /** by the id of the piece that lies on another; null where what makings say of it does not hold */
  joins: z.record(id, handJoinSchema.nullable()),
  /** ids of steps, where a hand ordered them */
  order: z.array(stepId).max(2000),
  /** ids of steps that are done */
  done: z.array(stepId).max(2000),
})
/** How the build of a project is put together, and how far it has come. */
export type BuildOfProject = z.infer<typeof buildSchema>

export const UNTOUCHED_BUILD: BuildOfProject = { joins: {}, order: [], done: [] }
