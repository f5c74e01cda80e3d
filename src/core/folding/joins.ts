import type { How } from '../document/hows'
import { type FoldedPiece, type Posed, together } from './build'
import { type Flat, type Glue, isWithin } from './model'
import { after, RESTING, type Rigid, times, turned } from './rigid'

/** A piece of a build that lies on another one: which of its panels, on which of the other, and how. */
export type Join = {
  /** ids of pieces */
  piece: string
  onto: string
  /** a place on the panel that lies on the other, and one on the panel that it lies on */
  at: Flat
  on: Flat
  /** what maps flat places of the piece to flat places of the other; mirrored where it is turned over */
  lay: Glue['lay']
  /** the face of the other that it lies on */
  side: 'front' | 'back'
  /** how far off that face it is held, mm; nought where they touch */
  above: number
  how: How
}

/** A join between pieces of one build, pieces and panels by their positions. */
export type Joined = Omit<Join, 'piece' | 'onto' | 'at' | 'on'> & {
  piece: number
  onto: number
  panel: number
  partner: number
}

/** Pieces that are folded, and how they are put together; those that nothing holds rest where they are. */
export type Build = {
  pieces: readonly FoldedPiece[]
  /** each after that of the piece that it lies on */
  joins: readonly Joined[]
}

/**
 * Pieces put together as far as can be: both pieces of a join are there, both its places lie on a panel, and nothing
 * lies on itself. Of several joins of one piece the first counts, and one that closes a circle is left out.
 */
export function buildOf(pieces: readonly FoldedPiece[], joins: readonly Join[] = []): Build {
  const place = new Map(pieces.map(({ shape }, i) => [shape.piece.id, i]))
  const held = new Map<number, Joined>()
  /** Whether a piece lies, over others, on another one. */
  const liesOn = (one: number, other: number): boolean => {
    for (let at: number | undefined = one; at !== undefined; at = held.get(at)?.onto)
      if (at === other) return true
    return false
  }
  for (const { piece, onto, at, on, ...how } of joins) {
    const [one, other] = [place.get(piece), place.get(onto)]
    if (one === undefined || other === undefined || held.has(one) || liesOn(other, one)) continue
    const panel = panelAt(pieces[one]!, at)
    const partner = panelAt(pieces[other]!, on)
    if (panel >= 0 && partner >= 0) held.set(one, { ...how, piece: one, onto: other, panel, partner })
  }
  const ordered: Joined[] = []
  const add = (join: Joined | undefined) => {
    if (!join || ordered.includes(join)) return
    add(held.get(join.onto))
    ordered.push(join)
  }
  for (const join of held.values()) add(join)
  return { pieces, joins: ordered }
}

/** The panel of a piece that a flat place lies on, or -1. */
const panelAt = ({ motion }: FoldedPiece, at: Flat): number =>
  motion.model.panels.findIndex(({ ring }) => isWithin(ring, at))

/** A flat map as a motion of space: what is mirrored is turned over. */
const inSpace = ({ cos, sin, x, y, mirrored }: Glue['lay']): Rigid =>
  mirrored
    ? { r: [cos, sin, 0, sin, -cos, 0, 0, 0, -1], t: [x, y, 0] }
    : { r: [cos, -sin, 0, sin, cos, 0, 0, 0, 1], t: [x, y, 0] }

/** What takes back a motion. */
export function inverse({ r, t }: Rigid): Rigid {
  const back: Rigid = { r: [r[0], r[3], r[6], r[1], r[4], r[7], r[2], r[5], r[8]], t: [0, 0, 0] }
  return { r: back.r, t: times(turned(back, t), -1) }
}

/** Paper where none is chosen, mm. */
const CALIPER = 0.3

/**
 * Every piece of a build in one position of its motion, moved to where it lies.
 * @param share 0 flat, 1 folded
 * @param caliperOf the thickness of a piece's paper, mm
 */
export function posedPieces(
  { pieces, joins }: Build,
  share: number,
  caliperOf: (piece: string) => number = () => CALIPER,
): Posed[] {
  return placed(
    { pieces, joins },
    pieces.map(({ motion }): Posed => ({ model: motion.model, ...motion.at(share) })),
    caliperOf,
  )
}

/**
 * Pieces of a build, each in a position of its own, moved to where they lie.
 * @param each by piece: as it is folded for itself
 */
export function placed(
  { pieces, joins }: Build,
  each: readonly Posed[],
  caliperOf: (piece: string) => number = () => CALIPER,
): Posed[] {
  const posed = [...each]
  const caliper = (i: number) => caliperOf(pieces[i]!.shape.piece.id)
  for (const join of joins) {
    const own = posed[join.piece]!
    const apart = join.above + (caliper(join.piece) + caliper(join.onto)) / 2
    const lifted: Rigid = { r: RESTING.r, t: [0, 0, join.side === 'front' ? apart : -apart] }
    const put = after(
      after(posed[join.onto]!.pose[join.partner]!, after(lifted, inSpace(join.lay))),
      inverse(own.pose[join.panel]!),
    )
    posed[join.piece] = { ...own, pose: own.pose.map((p) => after(put, p)) }
  }
  return posed
}

/** A build in one position as one model. @param share 0 flat, 1 folded */
export const posedTogether = (build: Build, share: number, caliperOf?: (piece: string) => number): Posed =>
  together(posedPieces(build, share, caliperOf), build.joins)
