import type { FoldedPiece } from '../folding'
import { type Tree, treeOf } from '../folding/pose'
import { say } from '../words'
import { type Closure, closuresOf, hubOf } from './closures'
import * as says from './sentences'
import type { Step } from './step'
import { gluedTabs, hingesBetween } from './tongues'

/** What one piece needs: its folds, its glue, the flaps that close it. */
export type PiecePlan = {
  piece: FoldedPiece
  /** from the panel that stays where it is */
  tree: Tree
  closures: Closure[]
  fold: Step | null
  glue: Step[]
  close: Step[]
}

export const STUCK = say`Its place is shut in once that is done.`
export const FIRST = say`That makes it ready.`
export const UNDER = say`It lies under that.`

/** Says that a step comes after another one, and why. */
export const needs = (step: Step, before: Step, why: string): void => {
  if (step !== before && !step.after.some((a) => a.step === before.id))
    step.after.push({ step: before.id, why })
}

/**
 * What a piece needs for itself.
 * @param carrying panels on which other pieces lie
 * @param seamed panels that meet another piece in a seam
 */
export function planOf(
  piece: FoldedPiece,
  name: string,
  carrying: readonly number[],
  seamed: readonly number[],
): PiecePlan {
  const { shape, motion } = piece
  const { id } = shape.piece
  const { model } = motion
  const tree = treeOf(model, hubOf(model, carrying))
  const folds = model.hinges.filter((h) => Math.abs(h.target) > 1)
  if (folds.length === 0) return { piece, tree, closures: [], fold: null, glue: [], close: [] }
  const base = { pieces: [id], glued: [], letter: null, hold: false }
  const tabs = gluedTabs(piece, tree)
  // A piece that is only folded is closed by folding it, unless something goes into it.
  const isClosed = tabs.length > 0 || carrying.length > 0 || seamed.length > 0
  const closures = isClosed ? closuresOf(piece, tree, tabs, seamed) : []
  const isAll = tabs.length === 0 && closures.length === 0 && seamed.length === 0
  const fold: Step = {
    ...base,
    id: `${id}.fold`,
    kind: 'fold',
    says: says.fold(name, folds, isAll),
    after: [],
  }
  const glue = tabs.map(
    (g): Step => ({
      ...base,
      id: `${id}.glue.${g.panel}`,
      kind: 'glue',
      glued: [model.panels[g.panel]!.id, model.panels[g.partner]!.id],
      says: says.glueTab(name),
      hold: strainOf(piece, tree, g.panel, g.partner) >= STRAINED,
      after: [{ step: fold.id, why: FIRST }],
    }),
  )
  const close = closures.map(
    (c): Step => ({
      ...base,
      id: `${id}.close.${c.panels[0]}`,
      kind: 'close',
      says: says.close(name, c.panels.length > 1 ? 'end' : 'flap'),
      after: [...(glue.length > 0 ? glue : [fold]).map((s) => ({ step: s.id, why: FIRST }))],
    }),
  )
  return { piece, tree, closures, fold, glue, close }
}

/** Scores between a tab and its partner that spring back by so much in all pull at the glue, degrees. */
export const STRAINED = 300

/** How far paper between a tab and its partner is bent in all, degrees. */
export const strainOf = (
  { motion: { model } }: FoldedPiece,
  tree: Tree,
  tab: number,
  partner: number,
): number => hingesBetween(tree, tab, partner).reduce((sum, h) => sum + Math.abs(model.hinges[h]!.target), 0)
