import type { FoldModel, Glue } from '../folding'
import { type Flat, flatsOf, wound } from '../folding/model'
import { glueOf } from '../folding/partners'
import { flatten } from '../geometry/flatten'
import { areaOf } from '../geometry/measure'
import type { Point } from '../geometry/point'
import { say } from '../words'
import { footOf, type LaidPanel, type LaidPiece, PatternRefusal } from './unfold'

/** A flap that lies on the face of another panel, by positions. */
export type Onto = { panel: number; face: number }

/** A piece as its pattern says it folds: panels, angles, and which edge each tab is glued behind. */
export function modelOfPiece({ name, panels }: LaidPiece): { model: FoldModel; onto: Onto[] } {
  const place = new Map(panels.map((p, i) => [p.id, i]))
  const hanging = panels.filter((p) => p.parent)
  const hinges = hanging.map((panel) => {
    const { from, to } = footOf(panel)
    return {
      id: `${name}.${panel.id}`,
      lines: [`${panel.id}.fold`],
      // As they are seen from the foot: the panel on the left of the way along it.
      a: place.get(panel.parent!.id)!,
      b: place.get(panel.id)!,
      from: flat(from),
      to: flat(to),
      target: panel.angle,
      follows: false,
      sure: true,
      why: say`Its pattern gives its angle.`,
    }
  })
  const glue = hanging.flatMap((panel, k): Glue[] => {
    if (panel.pattern.tab === undefined) return []
    const { partner, edge } = partnerOf(panel, panels)
    const own = {
      panel: place.get(partner.id)!,
      // Walked with the partner's paper on the left.
      from: flat(edge.to),
      to: flat(edge.from),
      length: Math.hypot(edge.to.x - edge.from.x, edge.to.y - edge.from.y),
      hinge: -1,
    }
    return [
      glueOf(
        { tab: place.get(panel.id)!, hinge: k, partner: own.panel, edge: own, tube: [] },
        hinges.map((h) => ({ ...h, isCurved: false })),
      ),
    ]
  })
  const onto = hanging.flatMap((panel): Onto[] => {
    if (panel.pattern.onto === undefined) return []
    const face = place.get(panel.pattern.onto)
    if (face === undefined)
      throw new PatternRefusal(say`Panel “${panel.id}” lies on “${panel.pattern.onto}”, which is not there.`)
    return [{ panel: place.get(panel.id)!, face }]
  })
  return {
    model: {
      panels: panels.map((p) => ({
        id: p.id,
        piece: name,
        ring: wound(flatsOf(flatten(p.contour))),
        openings: p.openings.map((o) => wound(flatsOf(flatten(o)), true)),
        area: Math.abs(areaOf(p.contour)),
      })),
      hinges,
      glue,
      idle: [],
    },
    onto,
  }
}

const flat = ({ x, y }: Point): Flat => [x, -y]

function partnerOf(panel: LaidPanel, panels: readonly LaidPanel[]) {
  const [on, name] = panel.pattern.tab!.split('.')
  const partner = panels.find((p) => p.id === on)
  const edge = partner?.edges.find((e) => e.name === name)
  if (!partner || !edge)
    throw new PatternRefusal(
      say`Tab “${panel.id}” is glued behind “${panel.pattern.tab}”, which is not there${partner ? say`: “${on}” has ${partner.edges.map((e) => e.name).join(', ')}` : ''}.`,
    )
  return { partner, edge }
}
