import type { Turning } from '../document/pieces'
import type { Polyline } from '../geometry/flatten'
import type { Box } from '../geometry/measure'

/** A kind of piece: its outline first and then its openings, closed polylines in mm. */
export type Kind = {
  rings: Polyline[]
  turning: Turning
  /** how far its true curves may lie beside these rings, mm; nought where nothing is said */
  stray?: number
  /** the box of its true outline turned about the origin, mm; that of the rings where nothing is said */
  boxAt?: (degrees: number) => Box
}

/** Sheets of one size: how many there are, and where on one of them pieces may lie. */
export type Stock = {
  /** what part of a sheet is free for pieces, mm */
  area: Box
  /** null for as many as it takes */
  count: number | null
  /** where nothing may lie: marks, and what is locked; closed polylines in mm of the sheet */
  taken: Polyline[]
}

export type NestProblem = {
  kinds: Kind[]
  /** positions of kinds, one for each copy that is to be laid */
  items: number[]
  /** in the order in which they are used up */
  stocks: Stock[]
  /** least distance between pieces, mm */
  spacing: number
}

/** Where an item lies: the left upper corner of its turned box in mm, and degrees clockwise. */
export type Laid = { item: number; x: number; y: number; rotation: number }

export type NestedSheet = { stock: number; laid: Laid[] }

export type Nesting = {
  sheets: NestedSheet[]
  /** items for which there is no room */
  left: number[]
}

export const TURNS: Record<Exclude<Turning, 'any'>, readonly number[]> = {
  quarter: [0, 90, 180, 270],
  half: [0, 180],
  none: [0],
}
