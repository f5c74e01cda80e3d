import type { Project } from '../document/project'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import type { Motion } from './folding'
import { modelOf, motionOf } from './folding'
import type { FoldModel } from './model'
import type { Rigid } from './rigid'

/** A piece and how it folds. */
export type FoldedPiece = {
  shape: PieceShape
  /** as it was understood, before tabs that meet nothing were let go of */
  given: FoldModel
  motion: Motion
}

/** How the pieces of a project fold, each for itself. @throws TooManyMeetings */
export const foldedPieces = (project: Pick<Project, 'lines' | 'pieces'>): FoldedPiece[] =>
  shapesOf(project).map(foldedPiece)

/** How a piece folds; worked out once for as long as it and its lines stay the same. */
export function foldedPiece(shape: PieceShape): FoldedPiece {
  const known = kept.get(shape)
  if (known) return known
  const given = modelOf(shape)
  const folded = { shape, given, motion: motionOf(given) }
  kept.set(shape, folded)
  return folded
}

const kept = new WeakMap<PieceShape, FoldedPiece>()

/** A model with the angles and the places of its panels in one position. */
export type Posed = {
  model: FoldModel
  angles: readonly number[]
  pose: readonly Rigid[]
  /** panels of different pieces that lie on one another, by position */
  joined?: readonly (readonly [number, number])[]
}

/** Several models in their positions as one. @param joins which panels of which pieces lie on one another */
export function together(
  all: readonly Posed[],
  joins: readonly { piece: number; panel: number; onto: number; partner: number }[] = [],
): Posed {
  const firsts: number[] = []
  const panels: FoldModel['panels'][number][] = []
  const hinges: FoldModel['hinges'][number][] = []
  const glue: FoldModel['glue'][number][] = []
  const idle: FoldModel['idle'][number][] = []
  for (const { model } of all) {
    const first = panels.length
    firsts.push(first)
    panels.push(...model.panels)
    hinges.push(...model.hinges.map((h) => ({ ...h, a: h.a + first, b: h.b + first })))
    glue.push(...model.glue.map((g) => ({ ...g, panel: g.panel + first, partner: g.partner + first })))
    idle.push(...model.idle)
  }
  return {
    model: { panels, hinges, glue, idle },
    angles: all.flatMap((p) => p.angles),
    pose: all.flatMap((p) => p.pose),
    joined: joins.map((j) => [firsts[j.piece]! + j.panel, firsts[j.onto]! + j.partner]),
  }
}
