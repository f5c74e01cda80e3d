import type { Build, Joined } from '../folding'
import type { Seam } from './bodies'
import { FIRST, type PiecePlan, STRAINED, strainOf } from './piece-plan'
import * as says from './sentences'
import type { Step } from './step'

/** A tab that comes to lie on its partner when two halves are one body. */
export function seamStep(
  build: Build,
  { piece, panel, onto, partner }: Seam,
  seams: readonly Seam[],
  plans: readonly PiecePlan[],
  joined: readonly Step[],
  nameOf: (piece: number) => string,
): Step {
  const [own, other] = [build.pieces[piece]!, build.pieces[onto]!]
  const first = seams.find((s) => s.join && [piece, onto].every((i) => i === s.piece || i === s.onto))
  const endIn = (i: number) => (first?.piece === i ? first.panel : (first?.partner ?? panel))
  const strain =
    strainOf(own, plans[piece]!.tree, panel, endIn(piece)) +
    strainOf(other, plans[onto]!.tree, partner, endIn(onto))
  return {
    id: `${own.shape.piece.id}.seam.${panel}`,
    kind: 'glue',
    pieces: [own.shape.piece.id, other.shape.piece.id],
    glued: [own.motion.model.panels[panel]!.id, other.motion.model.panels[partner]!.id],
    letter: null,
    says: says.seam(nameOf(piece), nameOf(onto)),
    hold: strain >= STRAINED,
    after: joined.map((s) => ({ step: s.id, why: FIRST })),
  }
}

/** A piece that is put on another one. */
export function joinStep(
  build: Build,
  join: Joined,
  nameOf: (piece: number) => string,
  seams: readonly Seam[],
): Step {
  const [own, other] = [build.pieces[join.piece]!, build.pieces[join.onto]!]
  const isGlued = join.how === 'glue' || join.how === 'thread'
  return {
    id: `${own.shape.piece.id}.join`,
    kind: join.how === 'thread' ? 'curl' : 'join',
    pieces: [own.shape.piece.id, other.shape.piece.id],
    glued: isGlued
      ? [own.motion.model.panels[join.panel]!.id, other.motion.model.panels[join.partner]!.id]
      : [],
    letter: null,
    says: seams.some((s) => s.join === join)
      ? says.seam(nameOf(join.piece), nameOf(join.onto))
      : says.join(join, nameOf(join.piece), nameOf(join.onto)),
    hold: false,
    after: [],
  }
}
