import { ownFontId } from '../document/fonts'
import type { Fold, Role } from '../document/lines'
import type { MeasureValue } from '../document/sources'
import type { Join } from '../folding'
import type { Point } from '../geometry/point'
import type { PieceShape } from '../pieces/piece-shape'
import { say } from '../words'

/** One of the values that a recipe asks for. */
export type Measure = {
  name: string
  title: string
  /** it is asked for only where a choice has one of these values */
  when?: { choice: string; is: readonly string[] }
} & (
  | { kind: 'length'; usual: number; least: number; most: number }
  | { kind: 'lengths'; usual: number[]; least: number; most: number; count: number }
  | { kind: 'count'; usual: number; least: number; most: number }
  | { kind: 'angle'; usual: number; least: number; most: number }
  | {
      kind: 'choice'
      usual: string
      choices: readonly { value: string; title: string }[]
      /** whether a number of degrees may stand in place of a choice */
      orAngle?: boolean
      /** whether a font of the project's own may */
      orOwnFont?: boolean
    }
  | { kind: 'text'; usual: string; longest: number }
)

export type Measures = Readonly<Record<string, MeasureValue>>

/**
 * A line that a recipe makes. Its key stays the same whatever the measures, so that what hangs on it stays too.
 * Lines of different planes are cut from papers of their own; without one it lies with the others of the making.
 */
export type MadeLine = {
  key: string
  d: string
  role: Role
  fold?: Fold
  /** of a fold, degrees from flat */
  angle?: number
  plane?: string
  /** what the piece is that it bounds, where a making makes several kinds */
  title?: string
}

/** What a recipe makes: lines, and where it has something to say about them, its figures in sentences. */
export type Made = { lines: MadeLine[]; figures: string[] }

/** A length among the measures as it is dragged: a place, and the direction in which the measure grows, by mm a mm. */
export type Handle = { measure: string; at: Point; along: Point; by: number }

/** A part of what is taken that a measure names by a number, and where the number stands on the board. */
export type Numbered = { number: number; at: Point }

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
  /** whether it is offered to whoever makes something; one that other parts of the program use is not */
  isOffered?: boolean
  /** how many pieces it acts on */
  takes: { least: number; most: number }
  /** whether a piece that it takes, by its position, is cut itself too as a rule; where nothing is said it is used up */
  leaves?(measures: Measures, position: number): boolean
  /** measures that are usual where it takes a piece though it need not */
  usualOnPiece?: Measures
  /** the face of what it takes on which what it makes lies, as it is drawn; nothing is said where it lies nowhere */
  lies?: 'front' | 'back'
  /** how what it makes lies on one another, pieces told by the keys of their outlines, places as its lines have them */
  joins?(measures: Measures): Join[]
  /** lengths that can be dragged where they are made */
  handles?(shapes: readonly PieceShape[], measures: Measures): Handle[]
  /** parts of what it takes that measures name by numbers, where they lie */
  numbered?(shapes: readonly PieceShape[]): Numbered[]
  /** @throws CannotMake where no lines would make sense */
  make(shapes: readonly PieceShape[], measures: Measures): MadeLine[] | Made
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
    throw new CannotMake(say`“${title}” has no measure “${unknown}”. It has: ${names.join(', ')}.`)
  return Object.fromEntries(measures.map((m) => [m.name, checkedValue(m, given[m.name] ?? m.usual)]))
}

function checkedValue(measure: Measure, value: MeasureValue | readonly number[]): MeasureValue {
  const { title } = measure
  if (measure.kind === 'choice') {
    const values = measure.choices.map((c) => c.value)
    if (values.includes(String(value))) return String(value)
    const angle = Number(value)
    if (measure.orAngle && value !== '' && Math.abs(angle) <= 360) return angle
    if (measure.orOwnFont && ownFontId(value) !== null) return String(value)
    const or = measure.orAngle ? say`, or an angle in degrees` : ''
    throw new CannotMake(say`“${title}” is one of ${values.join(', ')}${or}, not ${String(value)}.`)
  }
  if (measure.kind === 'text') {
    const text = String(value)
    if (text.length <= measure.longest) return text
    throw new CannotMake(say`“${title}” has ${text.length} letters; it takes ${measure.longest} at most.`)
  }
  if (measure.kind === 'lengths') {
    const lengths = Array.isArray(value) ? (value as number[]) : [value as number]
    if (lengths.length === 0 || lengths.length > measure.count)
      throw new CannotMake(say`“${title}” takes 1 to ${measure.count} lengths, not ${lengths.length}.`)
    return lengths.map((one) => checkedNumber({ ...measure, kind: 'length' }, one))
  }
  return checkedNumber(measure, value)
}

type Range = { title: string; kind: 'length' | 'count' | 'angle'; least: number; most: number }

function checkedNumber({ title, kind, least, most }: Range, value: unknown): number {
  const isWhole = kind !== 'count' || Number.isInteger(value)
  if (typeof value === 'number' && value >= least && value <= most && isWhole) return value
  const given = String(value)
  throw new CannotMake(
    kind === 'count'
      ? say`“${title}” is a whole number from ${least} to ${most}, not ${given}.`
      : say`“${title}” is between ${least} and ${most}${UNITS[kind]}, not ${given}.`,
  )
}

const UNITS = { length: ' mm', count: '', angle: say` degrees` }

/** A number among checked measures: mm, degrees, or how many. */
export const numberIn = (measures: Measures, name: string): number => Number(measures[name])

/** The lengths of a list among checked measures, mm. */
export const lengthsIn = (measures: Measures, name: string): number[] => [measures[name] as number[]].flat()
