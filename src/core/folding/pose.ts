import { type FoldModel, type Hinge, onFlat, twiceAreaOf } from './model'
import { after, minus, RESTING, type Rigid, radians, turnAbout, unit, type Vec3 } from './rigid'

/** How panels hang on one another: for each but the root, the hinge that it turns about. */
export type Tree = {
  root: number
  /** panels so that each comes after what it hangs on */
  order: readonly number[]
  /** by panel: the hinge (position) towards the root, or -1 */
  by: Int32Array
  /** by panel: the panel that it hangs on, or -1 */
  parent: Int32Array
  /** hinges that close a loop */
  closing: readonly number[]
}

/** What a tree is made of: hinges without angles serve too. */
type Joined = { panels: readonly unknown[]; hinges: readonly Pick<Hinge, 'a' | 'b' | 'from' | 'to'>[] }

/**
 * A spanning tree from a root, longest hinges first (Prim's algorithm): what hangs on a long fold is led by it, and a
 * short one closes the loop. Panels that hang on nothing are roots of their own.
 */
export function treeOf({ panels, hinges }: Joined, root = 0): Tree {
  const by = new Int32Array(panels.length).fill(-1)
  const parent = new Int32Array(panels.length).fill(-1)
  const at: number[][] = panels.map(() => [])
  hinges.forEach((h, k) => {
    at[h.a]!.push(k)
    at[h.b]!.push(k)
  })
  const length = hinges.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]))
  const seen = new Set<number>()
  const used = new Set<number>()
  const order: number[] = []
  const add = (panel: number, open: number[]) => {
    seen.add(panel)
    order.push(panel)
    open.push(...at[panel]!)
  }
  for (const start of [root, ...panels.keys()]) {
    // Of a piece that is thinner than any panel not even the root is there.
    if (seen.has(start) || start >= panels.length) continue
    const open: number[] = []
    add(start, open)
    for (;;) {
      let best = -1
      for (const k of open) {
        const { a, b } = hinges[k]!
        if (seen.has(a) !== seen.has(b) && (best < 0 || length[k]! > length[best]!)) best = k
      }
      if (best < 0) break
      const { a, b } = hinges[best]!
      const [from, to] = seen.has(a) ? [a, b] : [b, a]
      by[to] = best
      parent[to] = from
      used.add(best)
      add(to, open)
    }
  }
  return { root, order, by, parent, closing: [...hinges.keys()].filter((k) => !used.has(k)) }
}

/** Panels of at least this share of the largest are as good to look at from as it is. */
const AS_LARGE = 0.9

/** The panel that rests: the one of the first and those as large that shows most, such as a window. */
export function rootOf({ panels }: Pick<FoldModel, 'panels'>): number {
  const sizes = panels.map(({ ring }) => Math.abs(twiceAreaOf(ring)))
  const shown = panels.map(({ openings }, i) =>
    sizes[i]! >= AS_LARGE * sizes[0]! ? openings.reduce((sum, o) => sum + Math.abs(twiceAreaOf(o)), 0) : 0,
  )
  return Math.max(0, shown.indexOf(Math.max(...shown)))
}

/** The motion about a hinge that takes the panel on the given side of it from flat by an angle. */
export function turnOf(
  { a, from, to }: Pick<Hinge, 'a' | 'from' | 'to'>,
  child: number,
  angle: number,
): Rigid {
  // Seen from the other panel the axis runs the other way, so that the child is always on its left.
  const [p, q] = child === a ? [to, from] : [from, to]
  return turnAbout(onFlat(p), unit(minus(onFlat(q), onFlat(p))), radians(angle))
}

/**
 * Where each panel lies when the hinges of the tree have these angles; exact.
 * @param angles by hinge, degrees from flat, valley greater than nought
 */
export function poseOf({ panels, hinges }: Joined, tree: Tree, angles: ArrayLike<number>): Rigid[] {
  const pose: Rigid[] = panels.map(() => RESTING)
  for (const panel of tree.order) {
    const k = tree.by[panel]!
    if (k < 0) continue
    pose[panel] = after(pose[tree.parent[panel]!]!, turnOf(hinges[k]!, panel, angles[k]!))
  }
  return pose
}

/** The axis of a hinge in space, as the panel on its parent side holds it, along which its child turns. */
export function axisInSpace(
  { hinges }: FoldModel | Joined,
  tree: Tree,
  pose: readonly Rigid[],
  child: number,
): { at: Vec3; along: Vec3 } {
  const hinge = hinges[tree.by[child]!]!
  const [p, q] = child === hinge.a ? [hinge.to, hinge.from] : [hinge.from, hinge.to]
  const { r, t } = pose[tree.parent[child]!]!
  const put = ([x, y]: readonly [number, number]): Vec3 => [
    r[0] * x + r[1] * y + t[0],
    r[3] * x + r[4] * y + t[1],
    r[6] * x + r[7] * y + t[2],
  ]
  const at = put(p)
  return { at, along: unit(minus(put(q), at)) }
}
