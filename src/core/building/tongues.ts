import type { FoldedPiece, FoldModel, Glue, Hinge } from '../folding'
import type { Tree } from '../folding/pose'

/** Directions within this are one, as the sine. */
const PARALLEL = 0.02

const isAlong = (a: Pick<Hinge, 'from' | 'to'>, b: Pick<Hinge, 'from' | 'to'>): boolean => {
  const [ax, ay] = [a.to[0] - a.from[0], a.to[1] - a.from[1]]
  const [bx, by] = [b.to[0] - b.from[0], b.to[1] - b.from[1]]
  return Math.abs(ax * by - ay * bx) <= PARALLEL * Math.hypot(ax, ay) * Math.hypot(bx, by)
}

/**
 * The glue of a piece without what is only tucked in: a tongue on a lid, where the walls to its partner turn another
 * way than the lid does (along a tube all folds are parallel, and it is glued); and flaps that lie under a lid.
 */
export function gluedTabs({ motion: { model } }: FoldedPiece, tree: Tree): Glue[] {
  return model.glue.filter((g) => !isTongue(model, tree, g) && !isLid(model, g.partner))
}

const foldsOf = ({ hinges }: FoldModel, panel: number): Hinge[] =>
  hinges.filter((h) => h.a === panel || h.b === panel)

/** Whether a panel hangs on one fold and carries a tongue on another one along it. */
function isLid(model: FoldModel, panel: number): boolean {
  const [one, other, ...more] = foldsOf(model, panel)
  if (!one || !other || more.length > 0 || !isAlong(one, other)) return false
  return [one, other].some((h) => foldsOf(model, h.a === panel ? h.b : h.a).length === 1)
}

function isTongue(model: FoldModel, tree: Tree, { panel, partner }: Glue): boolean {
  const [own] = foldsOf(model, panel)
  if (!own) return false
  const lid = own.a === panel ? own.b : own.a
  return isLid(model, lid) && hingesBetween(tree, lid, partner).some((k) => !isAlong(model.hinges[k]!, own))
}

/** The folds between two panels, by position. */
export function hingesBetween(tree: Tree, one: number, other: number): number[] {
  const up = (panel: number): number[] => {
    const way: number[] = []
    for (let at = panel; tree.by[at]! >= 0; at = tree.parent[at]!) way.push(tree.by[at]!)
    return way
  }
  const [a, b] = [new Set(up(one)), new Set(up(other))]
  return [...[...a].filter((h) => !b.has(h)), ...[...b].filter((h) => !a.has(h))]
}
