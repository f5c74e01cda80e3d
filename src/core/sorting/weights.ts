import type { Role } from '../document/lines'

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
  'named-skip': { skip: 8 },
  /** the whole drawing lies in a layer or group with such a word: a person is asked about what has an outline of its own */
  'group-cut': { cut: 2 },
  'group-score': { score: 5 },
  'group-perforate': { perforate: 5 },
  'group-pen': { pen: 5 },
  'group-print': { print: 5 },
  'group-skip': { skip: 5 },
  /** a person gave the same look this role in another file of the project */
  'habit-cut': { cut: 5 },
  'habit-score': { score: 5 },
  'habit-perforate': { perforate: 5 },
  'habit-pen': { pen: 5 },
  'habit-print': { print: 5 },
  'habit-skip': { skip: 5 },
  /** the edge of the artboard, a sheet behind everything, a page around pieces */
  frame: { skip: 8 },
  /** the same, where what it holds may as well be openings of a piece */
  'rather-frame': { skip: 5, cut: 4 },
  /** the same, where it is rather the outline of a piece: asked whatever else is known, but for a name or a decision */
  'rather-outline': { skip: 4 },
  /** shapes in a row outside every piece, as the letters of a title are */
  lettering: { skip: 5.5 },
  /** such shapes on a piece: printed on it, or cut out of it */
  inscription: { print: 3.2, cut: 2 },
  /** folds run on across it: a frame that is printed, or an opening over which they were drawn all the same */
  crossed: { print: 3.2, cut: 2 },
  /** along all edges of its panel */
  rim: { print: 3 },
  /** an even distance around an outline of another look: bleed, safety, or a mat that is cut */
  margin: { skip: 3.5, cut: 2 },
  /** paper on one side only */
  outline: { cut: 5 },
  /** alone around parts that could be pieces themselves */
  'perhaps-frame': { skip: 6.5 },
  /** closes something within a piece */
  opening: { cut: 2.6 },
  /** the side of a flap cut into a panel that is drawn in the look of folds */
  hinge: { score: 2.6 },
  /** a straight line that closes a bent one within a piece, all in one look */
  'perhaps-hinge': { score: 4 },
  /** from edge to edge with paper on both sides: cut, it would sever the piece there */
  divides: { score: 2.5, perforate: 1 },
  /** two panels share it, and each was drawn with it */
  'drawn-twice': { score: 0.4 },
  /** a cut look that stops where folds go on, as beside a pop-up or a tuck flap */
  'stops-at-folds': { cut: 3 },
  /** three lines or a bend within whole paper, which cannot all be folds */
  rigid: { cut: 2.5 },
  /** an open line within a piece with a free end */
  slit: { cut: 1.6 },
  /** a short line that goes on where one of another look ends, as the slits beside a tuck fold do */
  prolongs: { cut: 4 },
  /** its look closes pieces, and another look folds them */
  'outline-look': { cut: 3 },
  /** its look closes pieces, and there is no other */
  'only-look': { cut: 1 },
  /** its look only runs from edge to edge inside, while another one closes the pieces */
  'fold-look': { score: 3.3 },
  /** a second such look: another kind of fold, or a perforation */
  'lesser-fold-look': { score: 1, perforate: 1.2 },
  /** the only look that runs from edge to edge inside, in dots: perforations, or folds */
  'dotted-look': { score: 1, perforate: 1 },
  /** every line of its look ends free inside pieces: strokes of a pen rather than slits */
  'free-look': { pen: 2.2 },
  /** dashes of a length that is read as a fold */
  dashed: { score: 2, perforate: 1 },
  /** dashes so short that they are holes */
  dotted: { perforate: 3.4 },
  /** dash, dot, dash: the mountain fold of origami diagrams */
  'dash-dot': { score: 3 },
  /** a fill without a stroke, where outlines are stroked: an ornament rather than an opening */
  'filled-only': { print: 3.5 },
  /** outside every piece */
  outside: { skip: 3 },
  /** small and well clear of every piece, as titles and samples of a legend are */
  'far-outside': { skip: 6.5 },
} as const satisfies Record<string, Partial<Record<Role, number>>>

export type EvidenceKind = keyof typeof WEIGHTS

/** A suggestion is sure when its sum reaches `least` and leads the next role by `lead`. */
export const SURE = { least: 3, lead: 2 }
