import { say } from '../../words'
import type { Bare, BareHinge } from '../hinges'
import type { Reason } from '../model'
import { apart, type Edge, widthAcross } from '../panel-edges'
import type { Partnership } from '../partners'

/** How far a hinge folds, degrees from 0 to 180, and which way: the way of the rest (1), or against it (-1). */
export type Guess = Reason & {
  turn: number
  way: 1 | -1
  /** it follows from others by a loop */
  follows?: boolean
  /** such things are drawn from their inside */
  fromInside?: boolean
}

/** What rules look at. */
export type Sheet = Bare & {
  edges: Edge[][]
  /** by panel, its hinges */
  at: number[][]
  partners: readonly Partnership[]
}

export type Rule = (sheet: Sheet, known: readonly (Guess | undefined)[]) => Iterable<readonly [number, Guess]>

export const ASKED: Guess = {
  turn: 90,
  way: 1,
  sure: false,
  why: say`Nothing tells how far it folds; a right angle is taken.`,
}

export const other = ({ a, b }: BareHinge, panel: number) => (a === panel ? b : a)

const lengthOf = ({ from, to }: BareHinge) => apart(from, to)

export function isParallel(h: BareHinge, j: BareHinge): boolean {
  const turn = (h.to[0] - h.from[0]) * (j.to[1] - j.from[1]) - (h.to[1] - h.from[1]) * (j.to[0] - j.from[0])
  return Math.abs(turn) < 0.01 * lengthOf(h) * lengthOf(j)
}

export const between = ({ hinges, at }: Sheet, a: number, b: number) =>
  at[a]!.find((k) => other(hinges[k]!, a) === b)

export const widthOn = ({ panels, hinges }: Sheet, panel: number, hinge: number) =>
  widthAcross(panels[panel]!, hinges[hinge]!.from, hinges[hinge]!.to)
