import * as z from 'zod'
import { MM_PER_INCH } from '../units/length'
import { PAPER_SIZES } from '../units/paper-sizes'
import { say } from '../words'
import { mm, name } from './fields'

export const targetSchema = z.strictObject({
  name,
  kind: z.enum(['envelope', 'frame', 'card', 'panel', 'sheet']),
  /** inside, mm; either way round */
  width: mm.min(1).max(3000),
  height: mm.min(1).max(3000),
  /** how much smaller in all than the inside a thing is to be, each way, mm */
  clearance: mm.min(0).max(500),
})
/** What something must fit. */
export type Target = z.infer<typeof targetSchema>
export type TargetKind = Target['kind']

/**
 * The clearance of each kind, mm in all (common practice): an envelope 3 mm a side; a picture half an inch smaller than
 * its frame; a panel a quarter of an inch smaller than its card; a sheet as wide a border as a mat wants.
 */
export const CLEARANCES: Record<TargetKind, number> = {
  envelope: 6,
  frame: 12.7,
  card: 0,
  panel: 6.35,
  sheet: 10,
}

const sized = (kind: TargetKind, title: string, width: number, height: number): Target => ({
  name: title,
  kind,
  width,
  height,
  clearance: CLEARANCES[kind],
})

const inches = (kind: TargetKind, title: string, width: number, height: number) =>
  sized(kind, title, width * MM_PER_INCH, height * MM_PER_INCH)

const CARDS: readonly Target[] = [
  ...['A4', 'A5', 'A6'].map((size) => {
    const { width, height } = PAPER_SIZES.find((p) => p.name === size)!
    return sized('card', say`Card ${size}`, width, height)
  }),
  inches('card', say`Card 4 1/4 × 5 1/2 in`, 4.25, 5.5),
  inches('card', say`Card 5 × 5 in`, 5, 5),
  inches('card', say`Card 5 × 7 in`, 5, 7),
]

/**
 * Targets that are there from the beginning: envelopes of ISO 269, cards and sheets of ISO 216 and ANSI/ASME Y14.1.
 * Envelopes, cards and frames in inches are common practice, from memory.
 */
export const TARGETS: readonly Target[] = [
  ...PAPER_SIZES.flatMap((p) =>
    p.envelope === null ? [] : sized('envelope', say`Envelope ${p.envelope}`, p.width, p.height),
  ),
  inches('envelope', say`Envelope 4 3/8 × 5 3/4 in`, 4.375, 5.75),
  inches('envelope', say`Envelope 5 1/4 × 7 1/4 in`, 5.25, 7.25),
  inches('envelope', say`Envelope 5 1/2 × 5 1/2 in`, 5.5, 5.5),
  ...CARDS,
  ...CARDS.map(({ name: card, width, height }) => sized('panel', say`Panel for ${card}`, width, height)),
  inches('frame', say`Frame 8 × 8 in`, 8, 8),
  inches('frame', say`Frame 9 × 9 in`, 9, 9),
  inches('frame', say`Frame 12 × 12 in`, 12, 12),
  sized('frame', say`Frame A4`, 210, 297),
  ...PAPER_SIZES.filter((p) => p.envelope === null).map((p) =>
    sized('sheet', say`Sheet ${p.name}`, p.width, p.height),
  ),
]

/** What a target leaves for a thing, its shorter side first, mm. */
export const roomIn = ({ width, height, clearance }: Target): [short: number, long: number] => [
  Math.max(0, Math.min(width, height) - clearance),
  Math.max(0, Math.max(width, height) - clearance),
]

/** What is left over of a target's room, mm: along its shorter and its longer side; less than nought where it is outgrown. */
export function slackIn(
  target: Target,
  size: { width: number; height: number },
): [short: number, long: number] {
  const [short, long] = roomIn(target)
  return [short - Math.min(size.width, size.height), long - Math.max(size.width, size.height)]
}
