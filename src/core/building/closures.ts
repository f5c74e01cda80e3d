import type { FoldedPiece, FoldModel, Glue } from '../folding'
import { collisionsOf } from '../folding'
import { inverse } from '../folding/joins'
import { type Flat, isWithin, onFlat } from '../folding/model'
import { poseOf, type Tree } from '../folding/pose'
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
 */
export function closuresOf({ motion: { model } }: FoldedPiece, tree: Tree, tabs: readonly Glue[]): Closure[] {
  const bound = new Set<number>()
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

/**
 * Which closures hold which: `[first, then]` where the first cannot be opened while the other is closed, so that it is
 * closed before it.
 */
export function heldBy(
  { motion }: FoldedPiece,
  tree: Tree,
  closures: readonly Closure[],
): [number, number][] {
  const { model } = motion
  const { angles, pose } = motion.at(1)
  const pairs: [number, number][] = []
  closures.forEach((own, i) => {
    closures.forEach((other, k) => {
      if (i === k) return
      // All others are out of the way.
      const open = angles.map((a, h) => (closures.some((c, n) => n !== k && c.hinges.includes(h)) ? 0 : a))
      const isHeld = OPENED.some((share) => {
        const turned = [...open]
        for (const h of own.hinges) turned[h] = angles[h]! * (h === own.hinge ? share : 1)
        return crosses(model, tree, turned, own.panels, other.panels)
      })
      // A flap and a lid in one plane: the flap is under it (common practice).
      const isUnder =
        own.panels.length < other.panels.length && liesOn(model, pose, own.panels[0]!, other.panels[0]!)
      if (isHeld || isUnder) pairs.push([i, k])
    })
  })
  // Two that hold each other are closed together: either may be first.
  return pairs.filter(([i, k]) => !pairs.some(([a, b]) => a === k && b === i))
}

/** Panels in one plane are so near to each other, mm, as the cosine of the turn between them. */
const IN_PLANE = { apart: 0.6, turned: 0.999 }

/** Whether the middle of a panel lies on another one in its plane. */
function liesOn({ panels }: FoldModel, pose: readonly Rigid[], one: number, other: number): boolean {
  const { ring } = panels[one]!
  const middle: Flat = [0, 1].map((k) => ring.reduce((sum, p) => sum + p[k as 0 | 1], 0) / ring.length) as [
    number,
    number,
  ]
  const back = inverse(pose[other]!)
  const [x, y, z] = moved(back, moved(pose[one]!, onFlat(middle)))
  const turn = dot(turned(pose[one]!, [0, 0, 1]), turned(pose[other]!, [0, 0, 1]))
  if (Math.abs(z) > IN_PLANE.apart || Math.abs(turn) < IN_PLANE.turned) return false
  return isWithin(panels[other]!.ring, [x, y])
}

function crosses(
  model: FoldModel,
  tree: Tree,
  angles: readonly number[],
  one: readonly number[],
  other: readonly number[],
): boolean {
  const both = [...one, ...other]
  const place = poseOf(model, tree, angles)
  const part = {
    ...model,
    panels: both.map((i) => model.panels[i]!),
    hinges: [],
    glue: [],
  }
  return collisionsOf(
    part,
    both.map((i) => place[i]!),
  ).some(({ a, b }) => a < one.length !== b < one.length)
}
