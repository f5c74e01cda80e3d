import type { HandJoin } from '../document/build'
import { type Build, buildOf, type FoldedPiece, type Hinge, type Join } from '../folding'
import { type Flat, type Glue, laid } from '../folding/model'
import { depthFrom, type Edge } from '../folding/panel-edges'
import { middleOf, placeOn, placeOnPanel } from '../making/joins'
import { foldOf, freeEdgesOf, seamsOf } from './bodies'

/** Two pieces that become one body when a tab of the first is glued along an edge of the other. */
export type Fit = { piece: string; onto: string; join: HandJoin }

/** A tab is at least so much longer than deep, and its edge as long as its fold within so much, mm. */
const TAB = { longer: 1.5, apart: 1 }
/** So many tabs are tried at most, so that drawings with hundreds of flaps do not hold up anything. */
const MOST = 400

/**
 * Pieces that lie on nothing yet and fit together as two halves of a box do: a tab of one is as long as a free edge of
 * the other, and with it glued there another tab comes to lie along an edge by itself. Each piece is in one fit.
 */
export function fitsOf({ pieces, joins }: Build): Fit[] {
  const taken = new Set(
    joins.flatMap((j) => [j.piece, ...(isOnTab(pieces[j.piece]!, j.panel) ? [j.onto] : [])]),
  )
  const fits: Fit[] = []
  let tried = 0
  pieces.forEach((other, onto) => {
    pieces.forEach((own, piece) => {
      if (own === other || taken.has(piece) || taken.has(onto)) return
      for (const tab of tabsOf(own)) {
        for (const edge of edgesFor(other, tab)) {
          tried += 1
          if (tried > MOST) return
          const join = joinAlong(own, tab, other, edge)
          if (seamsOf(buildOf([own, other], [join.told])).length < 2) continue
          taken.add(piece).add(onto)
          fits.push({ piece: own.shape.piece.id, onto: other.shape.piece.id, join: join.hand })
          return
        }
      }
    })
  })
  return fits
}

type Tab = { panel: number; fold: Hinge; length: number }

const isOnTab = ({ motion: { model } }: FoldedPiece, panel: number): boolean => foldOf(model, panel) !== null

/** Tabs of a piece that nothing of its own takes. */
function tabsOf({ motion: { model } }: FoldedPiece): Tab[] {
  const glued = new Set(model.glue.map((g) => g.panel))
  return model.panels.flatMap((shape, panel): Tab[] => {
    const fold = foldOf(model, panel)
    if (!fold || glued.has(panel)) return []
    const length = lengthOf(fold)
    return depthFrom(shape, fold.from, fold.to) * TAB.longer <= length ? [{ panel, fold, length }] : []
  })
}

const lengthOf = ({ from, to }: Pick<Hinge, 'from' | 'to'>) => Math.hypot(to[0] - from[0], to[1] - from[1])

function edgesFor({ motion: { model } }: FoldedPiece, { length }: Tab): Edge[] {
  return model.panels.flatMap((_, panel) =>
    freeEdgesOf(model.panels, model.hinges, panel).filter((e) => Math.abs(e.length - length) <= TAB.apart),
  )
}

/** A tab behind an edge, its fold along it: as folding takes it, and as a hand would have laid it. */
function joinAlong(
  own: FoldedPiece,
  tab: Tab,
  other: FoldedPiece,
  edge: Edge,
): { told: Join; hand: HandJoin } {
  const [panels, theirs] = [own, other].map((p) => p.motion.model.panels)
  const [paper, partner] = [panels![tab.panel]!, theirs![edge.panel]!]
  // Along the fold with the tab on the left, as the edge has its paper.
  const { from, to } = tab.fold.b === tab.panel ? tab.fold : { from: tab.fold.to, to: tab.fold.from }
  const turn =
    Math.atan2(edge.to[1] - edge.from[1], edge.to[0] - edge.from[0]) -
    Math.atan2(to[1] - from[1], to[0] - from[0])
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const half = (p: Flat, q: Flat): Flat => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
  const [m, e] = [half(from, to), half(edge.from, edge.to)]
  const lay: Glue['lay'] = {
    cos,
    sin,
    x: e[0] - (cos * m[0] - sin * m[1]),
    y: e[1] - (sin * m[0] + cos * m[1]),
    mirrored: false,
  }
  const [c, p] = [laid(lay, middleOf(paper.ring)), middleOf(partner.ring)]
  const how = { side: 'back', above: 0, how: 'glue' } as const
  const [by, at] = [placeOnPanel(own.shape, paper), placeOnPanel(other.shape, partner)]
  const degrees = (turn * 180) / Math.PI
  return {
    told: {
      ...how,
      piece: own.shape.piece.id,
      onto: other.shape.piece.id,
      at: placeOn(paper.ring),
      on: placeOn(partner.ring),
      lay,
    },
    hand: {
      ...how,
      onto: other.shape.piece.id,
      by,
      at,
      right: c[0] - p[0],
      up: c[1] - p[1],
      turn: Math.abs(degrees) < 1e-6 ? 0 : degrees,
      turned: false,
    },
  }
}
