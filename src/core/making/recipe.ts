import type { Fold, Role } from '../document/lines'
import type { MeasureValue } from '../document/sources'
import type { PieceShape } from '../pieces/piece-shape'

/** One of the values that a recipe asks for. */
export type Measure = {
  name: string
  title: string
  /** it is asked for only where a choice has one of these values */
  when?: { choice: string; is: readonly string[] }
} & (
  | { kind: 'length'; usual: number; least: number; most: number }
  | { kind: 'count'; usual: number; least: number; most: number }
  | { kind: 'angle'; usual: number; least: number; most: number }
  | { kind: 'choice'; usual: string; choices: readonly { value: string; title: string }[] }
)

export type Measures = Readonly<Record<string, MeasureValue>>

/** A line that a recipe makes. Its key stays the same whatever the measures, so that what hangs on it stays too. */
export type MadeLine = { key: string; d: string; role: Role; fold?: Fold }

/**
 * A way of making: from the shapes of what it takes and its measures to lines, in mm about an origin of its own, y
 * down. Adding one is a folder here and a line in the list.
 */
export type Recipe = {
  name: string
  title: string
  /** what it does, in half a sentence */
  says: string
  measures: readonly Measure[]
  /** what a making is called where nobody names it; the title where nothing is said */
  nameOf?(measures: Measures): string
  /** how many pieces it acts on */
  takes: { least: number; most: number }
  /** @throws CannotMake where no lines would make sense */
  make(shapes: readonly PieceShape[], measures: Measures): MadeLine[]
}

/** Whether a measure matters, as the choices stand. */
export const isAsked = ({ when }: Measure, measures: Measures): boolean =>
  !when || when.is.includes(String(measures[when.choice]))

/** Why a recipe makes nothing of what it was given, in a sentence. */
export class CannotMake extends RangeError {
  override readonly name = 'CannotMake'
}

/**
 * All measures of a recipe: those that are given, the usual values for the rest.
 * @throws CannotMake for a value that is of another kind or out of its range, and for a name that is none
 */
export function measuresOf({ title, measures }: Recipe, given: Measures): Record<string, MeasureValue> {
  const names = measures.map((m) => m.name)
  const unknown = Object.keys(given).find((name) => !names.includes(name))
  if (unknown !== undefined)
    throw new CannotMake(`“${title}” has no measure “${unknown}”. It has: ${names.join(', ')}.`)
  return Object.fromEntries(measures.map((m) => [m.name, checkedValue(m, given[m.name] ?? m.usual)]))
}

function checkedValue(measure: Measure, value: MeasureValue): MeasureValue {
  if (measure.kind === 'choice') {
    const values = measure.choices.map((c) => c.value)
    if (values.includes(String(value))) return String(value)
    throw new CannotMake(`“${measure.title}” is one of ${values.join(', ')}, not ${value}.`)
  }
  const { kind, least, most } = measure
  const isWhole = kind !== 'count' || Number.isInteger(value)
  if (typeof value === 'number' && value >= least && value <= most && isWhole) return value
  const asked = kind === 'count' ? 'a whole number from' : 'between'
  throw new CannotMake(
    `“${measure.title}” is ${asked} ${least} ${kind === 'count' ? 'to' : 'and'} ${most}${UNITS[kind]}, not ${value}.`,
  )
}

const UNITS = { length: ' mm', count: '', angle: ' degrees' } as const

/** A number among checked measures: mm, degrees, or how many. */
export const numberIn = (measures: Measures, name: string): number => Number(measures[name])
