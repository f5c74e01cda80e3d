import type { Role } from '../document/schema'

/**
 * What each kind of evidence weighs, for which role. This is the one table of the suggestions: evidence finds facts,
 * the table says what they mean, and a line's role is the one with the greatest sum.
 */
export const WEIGHTS = {
  /** a layer, group or element bears a word for the role */
  'named-cut': { cut: 6 },
  'named-score': { score: 6 },
  'named-perforate': { perforate: 6 },
  'named-pen': { pen: 6 },
  'named-print': { print: 6 },
  'named-skip': { skip: 6 },
  /** the edge of the whole artboard, or a filled sheet behind everything */
  artboard: { skip: 8 },
  /** a closed line that nothing else holds */
  outline: { cut: 4 },
  /** one of several open lines that close an outline together */
  'outline-part': { cut: 4 },
  /** a closed line in an outline */
  opening: { cut: 2.6 },
  /** an open line within a piece whose both ends rest on other lines: cut, it would sever the piece there */
  severs: { score: 3, perforate: 1.5 },
  /** a closed line in an outline that touches it: no opening can, a folded panel does */
  panel: { score: 3 },
  /** a short open line that prolongs a longer one of another look, as the slits beside a tuck fold do */
  prolongs: { cut: 1.6 },
  /** an open line within a piece with a free end */
  slit: { cut: 1.6 },
  /** dashes of a length that is read as a fold */
  dashed: { score: 3 },
  /** dashes so short that they are holes */
  dotted: { perforate: 3 },
  /** dash, dot, dash: the mountain fold of origami diagrams */
  'dash-dot': { score: 3.5 },
  /** a colour other than the outlines', and no outline in it */
  'other-colour': { score: 0.8 },
  /** a closed fill without a stroke in an outline: more often an ornament than an opening */
  'filled-inside': { print: 1.4 },
  /** outside every outline */
  outside: { skip: 2 },
} as const satisfies Record<string, Partial<Record<Role, number>>>

export type EvidenceKind = keyof typeof WEIGHTS

/** How much a line listens to the rest of its family. */
export const FAMILY_SHARE = 1

/** A suggestion is sure when its sum reaches `LEAST` and leads the next role by `LEAD`. */
export const SURE = { least: 3, lead: 2 }
