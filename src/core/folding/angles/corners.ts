import { say } from '../../words'
import type { Flat } from '../model'
import { apart, type Edge, MEETS } from '../panel-edges'
import { isAsLong } from '../partners'
import { degrees } from '../rigid'
import { type Guess, other, type Sheet } from './rule'

/**
 * Two walls of a panel that meet at its corner with edges as long as each other: the three angles of paper at the
 * corner fix how far both turn (the spherical law of cosines).
 */
export function* corners(sheet: Sheet, known: readonly (Guess | undefined)[]) {
  const { hinges, edges, at } = sheet
  const isTab = (panel: number) => sheet.partners.some((p) => p.tab === panel)
  for (const base of at.keys()) {
    for (const [i, one] of edges[base]!.entries()) {
      const two = edges[base]![(i + 1) % edges[base]!.length]!
      if (one.hinge < 0 || two.hinge < 0 || apart(one.to, two.from) > MEETS) continue
      const [a, b] = [other(hinges[one.hinge]!, base), other(hinges[two.hinge]!, base)]
      if (a === b || isTab(a) || isTab(b)) continue
      const corner = one.to
      // Of both walls the edge that leaves the corner, a free one or that of a tab.
      const leaving = (panel: number, hinge: number) =>
        edges[panel]!.find(
          (e) => e.hinge !== hinge && Math.min(apart(e.from, corner), apart(e.to, corner)) < MEETS,
        )
      const [ea, eb] = [leaving(a, one.hinge), leaving(b, two.hinge)]
      if (!ea || !eb || !isAsLong(ea.length, eb.length)) continue
      const end = (e: Edge) => (apart(e.from, corner) < apart(e.to, corner) ? e.to : e.from)
      const [alpha, beta, gamma] = [
        angleAt(corner, one.from, two.to),
        angleAt(corner, one.from, end(ea)),
        angleAt(corner, two.to, end(eb)),
      ]
      const turn = (at: number, next: number, across: number) => {
        const cos = (Math.cos(across) - Math.cos(at) * Math.cos(next)) / (Math.sin(at) * Math.sin(next))
        return Math.abs(cos) > 1.001 ? null : 180 - degrees(Math.acos(Math.max(-1, Math.min(1, cos))))
      }
      const [first, second] = [turn(alpha, beta, gamma), turn(alpha, gamma, beta)]
      const why = say`Two walls meet at the corner between them.`
      if (first === null || second === null || (known[one.hinge] && known[two.hinge])) continue
      yield [one.hinge, { turn: first, way: 1, sure: true, why }] as const
      yield [two.hinge, { turn: second, way: 1, sure: true, why }] as const
    }
  }
}

function angleAt(corner: Flat, p: Flat, q: Flat): number {
  const [px, py, qx, qy] = [p[0] - corner[0], p[1] - corner[1], q[0] - corner[0], q[1] - corner[1]]
  return Math.abs(Math.atan2(px * qy - py * qx, px * qx + py * qy))
}
