import type { BareHinge } from './hinges'
import type { Flat, FoldPanel } from './model'

/** Corners nearer than this are one corner, mm: scores stop short of edges by hand. */
export const MEETS = 0.6

/** A straight stretch of a panel's edge, the paper on its left. */
export type Edge = {
  panel: number
  from: Flat
  to: Flat
  length: number
  /** position of the hinge that runs along it, or -1 where the paper ends */
  hinge: number
}

export const apart = (a: Flat, b: Flat): number => Math.hypot(a[0] - b[0], a[1] - b[1])

/** How far a place lies from the line through two others, mm, on its left greater than nought. */
export const offLine = ([px, py]: Flat, [qx, qy]: Flat, [x, y]: Flat): number =>
  ((qx - px) * (y - py) - (qy - py) * (x - px)) / (Math.hypot(qx - px, qy - py) || 1)

/** The straight edges of every panel, stretches in one line taken together; by panel, in their order round it. */
export function edgesOfPanels(
  panels: readonly FoldPanel[],
  hinges: readonly Pick<BareHinge, 'a' | 'b' | 'from' | 'to'>[],
): Edge[][] {
  return panels.map(({ ring }, panel) => {
    const own = [...hinges.keys()].filter((k) => hinges[k]!.a === panel || hinges[k]!.b === panel)
    const on = (p: Flat, q: Flat) => {
      const middle: Flat = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
      return (
        own.find((k) => {
          const { from, to } = hinges[k]!
          const along = apart(from, to)
          return (
            [p, q].every((e) => Math.abs(offLine(from, to, e)) < MEETS) &&
            apart(from, middle) + apart(middle, to) < along + MEETS
          )
        }) ?? -1
      )
    }
    const stretches = ring
      .map((p, i): Edge => {
        const q = ring[(i + 1) % ring.length]!
        return { panel, from: p, to: q, length: apart(p, q), hinge: on(p, q) }
      })
      .filter((e) => e.length > 1e-6)
    return joined(stretches)
  })
}

function joined(stretches: readonly Edge[]): Edge[] {
  const edges: Edge[] = []
  const continues = (a: Edge, b: Edge) => a.hinge === b.hinge && inLine(a, b)
  for (const e of stretches) {
    const last = edges.at(-1)
    if (last && continues(last, e))
      edges[edges.length - 1] = { ...last, to: e.to, length: apart(last.from, e.to) }
    else edges.push(e)
  }
  const [first, last] = [edges[0], edges.at(-1)]
  if (edges.length > 2 && continues(last!, first!)) {
    edges.pop()
    edges[0] = { ...first!, from: last!.from, length: apart(last!.from, first!.to) }
  }
  return edges
}

function inLine(a: Edge, b: Edge): boolean {
  const turn = (a.to[0] - a.from[0]) * (b.to[1] - b.from[1]) - (a.to[1] - a.from[1]) * (b.to[0] - b.from[0])
  const ahead = (a.to[0] - a.from[0]) * (b.to[0] - b.from[0]) + (a.to[1] - a.from[1]) * (b.to[1] - b.from[1])
  return ahead > 0 && Math.abs(turn) < 0.005 * a.length * b.length
}

/** How wide a panel is across a direction, mm. */
export function widthAcross({ ring }: FoldPanel, from: Flat, to: Flat): number {
  const offs = ring.map((p) => offLine(from, to, p))
  return Math.max(...offs) - Math.min(...offs)
}

/** How far a panel reaches from the line through two places, mm. */
export const depthFrom = ({ ring }: FoldPanel, from: Flat, to: Flat): number =>
  ring.reduce((most, p) => Math.max(most, Math.abs(offLine(from, to, p))), 0)
