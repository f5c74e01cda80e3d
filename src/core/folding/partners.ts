import type { Fold } from '../document/lines'
import { say } from '../words'
import type { Bare, BareHinge } from './hinges'
import type { Flat, FoldPanel, Glue } from './model'
import { apart, depthFrom, type Edge, edgesOfPanels, MEETS, offLine, widthAcross } from './panel-edges'

/** A tab is at most so deep, mm, or so deep a share of its length. */
const DEEPEST = 25
const DEEP_SHARE = 0.35
/** Edges whose lengths differ by less than this share are as long as each other. */
const AS_LONG = 0.03

/** A tab with the edge that it is glued behind, and the walls between them where these make a tube. */
export type Partnership = {
  tab: number
  /** the hinge of the tab */
  hinge: number
  partner: number
  edge: Edge
  /** panels of the tube from the partner to what the tab hangs on; empty where both meet at a corner */
  tube: readonly number[]
}

export const isAsLong = (a: number, b: number): boolean => Math.abs(a - b) <= AS_LONG * Math.max(a, b)

/** Whether a panel is no deeper, and no shallower, than a tab is. */
export function isTabDeep(panel: FoldPanel, { from, to }: Pick<BareHinge, 'from' | 'to'>): boolean {
  const depth = depthFrom(panel, from, to)
  return depth <= Math.max(DEEPEST, DEEP_SHARE * apart(from, to)) && depth >= 2
}

/** The way along a hinge with a panel on its left. */
export const alongFor = ({ a, from, to }: Pick<BareHinge, 'a' | 'from' | 'to'>, panel: number) =>
  panel === a ? ([to, from] as const) : ([from, to] as const)

/**
 * Tabs and the edges they belong to: an edge as long as the fold of the tab that meets it in a corner of the paper,
 * or that lies at the other end of a row of walls. Each tab and each edge has one partner, corners first.
 */
export function partnersOf({ panels, hinges }: Bare, folds: readonly (Fold | null)[] = []): Partnership[] {
  const edges = edgesOfPanels(panels, hinges)
  const at = panels.map((_, panel) =>
    [...hinges.keys()].filter((k) => hinges[k]!.a === panel || hinges[k]!.b === panel),
  )
  /** Whether walls in a row, with a tab so deep, are a tube: no accordion, and no two walls of a tray. */
  const isTube = (
    tube: readonly number[],
    hinge: number,
    depth: number,
    [from, to]: readonly [Flat, Flat],
  ) => {
    const widths = tube.map((panel) => widthAcross(panels[panel]!, from, to))
    const mean = widths.reduce((sum, w) => sum + w, 0) / widths.length
    if (depth > 0.7 * mean) return false
    const hasFlaps = (panel: number) =>
      at[panel]!.some((k) => !isAlong([hinges[k]!.from, hinges[k]!.to], [from, to]))
    // Two walls with flaps on both are half a box, whose tab meets its other half.
    if (tube.length === 2) return isAsLong(widths[0]!, widths[1]!) && !tube.every(hasFlaps)
    const ways = [
      ...tube.slice(1).map((panel, i) => {
        const k = at[tube[i]!]!.find((j) => hinges[j]!.a === panel || hinges[j]!.b === panel)
        return k === undefined ? null : (folds[k] ?? null)
      }),
      folds[hinge] ?? null,
    ]
    // Drawn to and fro, it is an accordion.
    if (ways.every((way, i) => way !== null && (i === 0 || way !== ways[i - 1]))) return false
    // Many panels as wide as one another with nothing on their ends fold to and fro.
    return tube.length < 5 || tube.some(hasFlaps) || !widths.every((w) => isAsLong(w, mean))
  }
  const found: (Partnership & { off: number })[] = []
  at.forEach((own, tab) => {
    const [k] = own
    if (own.length !== 1 || k === undefined || hinges[k]!.isCurved) return
    const hinge = hinges[k]!
    const length = apart(hinge.from, hinge.to)
    const depth = depthFrom(panels[tab]!, hinge.from, hinge.to)
    if (!isTabDeep(panels[tab]!, hinge)) return
    const parent = hinge.a === tab ? hinge.b : hinge.a
    const [from, to] = alongFor(hinge, tab)
    for (const edge of edges.flat()) {
      const { panel } = edge
      if (panel === tab || panel === parent || edge.hinge >= 0 || !isAsLong(edge.length, length)) continue
      const off = Math.min(apart(from, edge.from), apart(to, edge.to))
      const common = hinges.some(
        (h) =>
          (h.a === panel || h.b === panel) && at[parent]!.some((j) => shares(h, hinges[j]!, panel, parent)),
      )
      if (off < MEETS && common) found.push({ tab, hinge: k, partner: panel, edge, tube: [], off: 0 })
      else {
        const tube = tubeTo(panel, parent, { hinges, at }, [from, to])
        const level = tube && isLevel(edge, [from, to])
        if (tube && level && isTube(tube, k, depth, [from, to]))
          found.push({ tab, hinge: k, partner: panel, edge, tube, off: 1 })
      }
    }
  })
  const taken = new Set<string>()
  return found
    .sort((a, b) => a.off - b.off)
    .filter(({ tab, edge }) => {
      const [one, other] = [say`tab ${tab}`, `edge ${edge.panel} ${edge.from}`]
      if (taken.has(one) || taken.has(other)) return false
      taken.add(one)
      taken.add(other)
      return true
    })
    .map(({ off: _, ...partnership }) => partnership)
}

/** Whether two hinges, of a panel and of another one, lead to the same third. */
function shares(h: BareHinge, j: BareHinge, panel: number, parent: number): boolean {
  const beyond = h.a === panel ? h.b : h.a
  return (j.a === beyond || j.b === beyond) && beyond !== parent
}

/** The panels from one to another over parallel folds, or null where there is no such way. */
function tubeTo(
  from: number,
  to: number,
  { hinges, at }: Pick<Bare, 'hinges'> & { at: readonly (readonly number[])[] },
  [p, q]: readonly [Flat, Flat],
): number[] | null {
  const way = new Map<number, number>([[from, -1]])
  const open = [from]
  for (let panel = open.shift(); panel !== undefined; panel = open.shift()) {
    if (panel === to) {
      const tube: number[] = []
      for (let here = to; here >= 0; here = way.get(here)!) tube.unshift(here)
      return tube
    }
    for (const k of at[panel]!) {
      const h = hinges[k]!
      const isShort = apart(h.from, h.to) < 0.5 * apart(p, q)
      if (h.isCurved || isShort || !isAlong([h.from, h.to], [p, q])) continue
      const next = h.a === panel ? h.b : h.a
      if (!way.has(next)) {
        way.set(next, panel)
        open.push(next)
      }
    }
  }
  return null
}

/** Whether two stretches have one direction, either way. */
const isAlong = ([a, b]: readonly [Flat, Flat], [p, q]: readonly [Flat, Flat]): boolean =>
  Math.abs((q[0] - p[0]) * (b[1] - a[1]) - (q[1] - p[1]) * (b[0] - a[0])) <= 0.01 * apart(a, b) * apart(p, q)

/** Whether an edge lies over against a fold: parallel to it, beginning and ending where it does. */
function isLevel({ from, to }: Edge, [p, q]: readonly [Flat, Flat]) {
  const length = apart(p, q)
  const along = ([x, y]: Flat) => ((q[0] - p[0]) * (x - p[0]) + (q[1] - p[1]) * (y - p[1])) / length
  const slack = Math.max(MEETS, AS_LONG * length)
  return (
    Math.abs(along(from)) < slack &&
    Math.abs(along(to) - length) < slack &&
    Math.abs(offLine(p, q, from) - offLine(p, q, to)) < 0.01 * length
  )
}

/** The glue of a tab behind the edge of its partner: its fold on the edge, itself on the partner's side of it. */
export function glueOf({ tab, hinge, partner, edge }: Partnership, hinges: readonly BareHinge[]): Glue {
  const [from, to] = alongFor(hinges[hinge]!, tab)
  const [a, b] = [
    Math.atan2(to[1] - from[1], to[0] - from[0]),
    Math.atan2(edge.to[1] - edge.from[1], edge.to[0] - edge.from[0]),
  ]
  const [cos, sin] = [Math.cos(b - a), Math.sin(b - a)]
  // Middles on one another, so that a difference in length is shared by both ends.
  const middle = (p: Flat, q: Flat) => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] as const
  const [m, n] = [middle(from, to), middle(edge.from, edge.to)]
  return {
    panel: tab,
    partner,
    edge: [edge.from, edge.to],
    lay: {
      cos,
      sin,
      x: n[0] - cos * m[0] + sin * m[1],
      y: n[1] - sin * m[0] - cos * m[1],
      mirrored: false,
    },
  }
}
