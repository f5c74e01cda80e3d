import type { FoldedPiece, FoldModel, Glue } from '../folding'
import { collisionsOf } from '../folding'
import { inverse } from '../folding/joins'
import { type Flat, isWithin, onFlat } from '../folding/model'
import type { Tree } from '../folding/pose'
import { dot, moved, type Rigid, turned } from '../folding/rigid'

/** Flaps that close a piece: a fold and all that hangs on it, held by no glue. */
export type Closure = {
  /** the fold, by position */
  hinge: number
  /** its panels, by position, the first the one at the fold */
  panels: number[]
  /** all folds that it has, with its own */
  hinges: number[]
}

/**
 * The panel that stays where it is while all else is folded about it: the one that carries other pieces, or the one
 * with most folds, of several the largest.
 * @param carrying panels that carry, by position
 */
export function hubOf({ panels, hinges }: FoldModel, carrying: readonly number[] = []): number {
  const folds = panels.map((_, i) => hinges.filter((h) => h.a === i || h.b === i).length)
  const worth = (i: number) => 1e9 * Number(carrying.includes(i)) + folds[i]! * panels[i]!.area
  return panels.reduce((best, _, i) => (worth(i) > worth(best) ? i : best), 0)
}

/** Flaps that turn by less close nothing, degrees. */
const CLOSES = 30

/**
 * The flaps that close a piece when everything else of it is folded and glued: largest parts of its tree that neither
 * have glue nor carry any, and are in no loop.
 * @param tree from the panel that stays where it is
 * @param tabs what is glued
 * @param seamed panels that are glued to another piece or carry a tab of it, by position
 */
export function closuresOf(
  { motion: { model } }: FoldedPiece,
  tree: Tree,
  tabs: readonly Glue[],
  seamed: readonly number[],
): Closure[] {
  const bound = new Set<number>(seamed)
  for (const { panel, partner } of tabs) bound.add(panel).add(partner)
  for (const k of tree.closing) bound.add(model.hinges[k]!.a).add(model.hinges[k]!.b)
  const children = childrenOf(tree)
  /** Whether nothing at a panel or beyond it is bound. */
  const isFree = (panel: number): boolean => !bound.has(panel) && children[panel]!.every(isFree)
  const found: Closure[] = []
  const walk = (panel: number) => {
    for (const child of children[panel]!) {
      const hinge = tree.by[child]!
      if (isFree(child) && Math.abs(model.hinges[hinge]!.target) >= CLOSES) {
        const panels = beyond(child, children)
        found.push({ hinge, panels, hinges: panels.map((p) => tree.by[p]!) })
      } else walk(child)
    }
  }
  tree.order.forEach((panel) => {
    if (tree.parent[panel]! < 0) walk(panel)
  })
  return found
}

function childrenOf({ order, parent }: Tree): number[][] {
  const children: number[][] = order.map(() => [])
  for (const panel of order) if (parent[panel]! >= 0) children[parent[panel]!]!.push(panel)
  return children
}

const beyond = (panel: number, children: readonly (readonly number[])[]): number[] => [
  panel,
  ...children[panel]!.flatMap((c) => beyond(c, children)),
]

/** A flap is opened by so much of its way to see whether another one holds it. */
const OPENED = [0.9, 0.7, 0.4]

/** Closures of pieces that are one body when all of it is glued. */
export type ClosingBody = {
  models: readonly FoldModel[]
  /** angles of each piece when all is closed, degrees */
  angles: readonly (readonly number[])[]
  /** each with the piece that it closes, by position */
  closures: readonly { of: number; closure: Closure }[]
  /** where the panels of each piece lie when they are folded by such angles */
  poseAt(angles: readonly (readonly number[])[]): readonly (readonly Rigid[])[]
}

/**
 * Which closures hold which: `[first, then]` where the first cannot be opened while the other is closed, so that it is
 * closed before it.
 */
export function heldBy({ models, angles, closures, poseAt }: ClosingBody): [number, number][] {
  const pose = poseAt(angles)
  const pairs: [number, number][] = []
  closures.forEach((own, i) => {
    closures.forEach((other, k) => {
      if (i === k) return
      // All others are out of the way.
      const open = angles.map((all, of) =>
        all.map((a, h) =>
          closures.some((c, n) => n !== k && c.of === of && c.closure.hinges.includes(h)) ? 0 : a,
        ),
      )
      const parts = [own, other].map(({ of, closure: { panels } }): Part => ({ of, panels }))
      const isHeld = OPENED.some((share) => {
        const turned = open.map((all) => [...all])
        const { hinge, hinges } = own.closure
        for (const h of hinges) turned[own.of]![h] = angles[own.of]![h]! * (h === hinge ? share : 1)
        return crosses(models, poseAt(turned), parts[0]!, parts[1]!)
      })
      // A flap and a lid in one plane: the flap is under it (common practice).
      const isUnder =
        own.closure.panels.length < other.closure.panels.length && liesOn(models, pose, parts[0]!, parts[1]!)
      if (isHeld || isUnder) pairs.push([i, k])
    })
  })
  // Two that hold each other are closed together: either may be first.
  return pairs.filter(([i, k]) => !pairs.some(([a, b]) => a === k && b === i))
}

/** Panels in one plane are so near to each other, mm, as the cosine of the turn between them. */
const IN_PLANE = { apart: 0.6, turned: 0.999 }

/** Some panels of a piece, both by position. */
type Part = { of: number; panels: readonly number[] }
type Poses = readonly (readonly Rigid[])[]

/** Whether the middle of a part's first panel lies on that of another one in its plane. */
function liesOn(models: readonly FoldModel[], poses: Poses, one: Part, other: Part): boolean {
  const first = ({ of, panels: [p] }: Part) => ({ ring: models[of]!.panels[p!]!.ring, at: poses[of]![p!]! })
  const [{ ring, at }, its] = [first(one), first(other)]
  const middle: Flat = [0, 1].map((k) => ring.reduce((sum, p) => sum + p[k as 0 | 1], 0) / ring.length) as [
    number,
    number,
  ]
  const [x, y, z] = moved(inverse(its.at), moved(at, onFlat(middle)))
  const turn = dot(turned(at, [0, 0, 1]), turned(its.at, [0, 0, 1]))
  if (Math.abs(z) > IN_PLANE.apart || Math.abs(turn) < IN_PLANE.turned) return false
  return isWithin(its.ring, [x, y])
}

function crosses(models: readonly FoldModel[], poses: Poses, one: Part, other: Part): boolean {
  const both = [one, other].flatMap(({ of, panels }) => panels.map((i) => [of, i] as const))
  const part = { panels: both.map(([of, i]) => models[of]!.panels[i]!), hinges: [], glue: [], idle: [] }
  return collisionsOf(
    part,
    both.map(([of, i]) => poses[of]![i]!),
  ).some(({ a, b }) => a < one.panels.length !== b < one.panels.length)
}
