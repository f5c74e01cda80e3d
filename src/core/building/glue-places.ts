import type { Build, FoldPanel, Glue, Posed } from '../folding'
import { type Flat, flatsOf, laid, wound } from '../folding/model'
import { after } from '../folding/rigid'
import { intersect, unite } from '../geometry/regions'
import { partsOf } from '../stacking'
import type { Seam } from './bodies'
import type { Step } from './step'

/** What lies on a panel is drawn so far off it, mm. */
const OVER = 0.15

/**
 * A scene with the places that are glued in a step as panels of their own: where the tab or the piece comes to lie.
 * @returns which panels of it are glue, by position: of a tab both sides of the joint
 */
export function withGlue(
  posed: Posed,
  build: Build,
  seams: readonly Seam[],
  { glued: [one, other] }: Pick<Step, 'glued'>,
): { posed: Posed; glued: Set<number> } {
  const panels = posed.model.panels
  const [tab, partner] = [one, other].map((id) => panels.findIndex((p) => p.id === id))
  if (tab === undefined || partner === undefined || tab < 0 || partner < 0) return { posed, glued: new Set() }
  const isIt = ({ piece, panel }: { piece: number; panel: number }) =>
    build.pieces[piece]!.motion.model.panels[panel]?.id === one
  const join = build.joins.find(isIt)
  const lay = join?.lay ?? seams.find(isIt)?.lay ?? layOfTab(build, one!, other!)
  const places = lay ? placesOfGlue(panels[tab]!, panels[partner]!, lay) : []
  const lifted = after(posed.pose[partner]!, {
    r: [1, 0, 0, 0, 1, 0, 0, 0, 1],
    t: [0, 0, join?.side === 'front' ? OVER : -OVER],
  })
  const first = panels.length
  return {
    posed: {
      ...posed,
      model: { ...posed.model, panels: [...panels, ...places] },
      pose: [...posed.pose, ...places.map(() => lifted)],
    },
    glued: new Set([...(join ? [] : [tab]), ...places.map((_, i) => first + i)]),
  }
}

/** How a tab is laid on its partner. */
function layOfTab({ pieces }: Build, tab: string, partner: string): Glue['lay'] | null {
  for (const { motion } of pieces) {
    const { panels, glue } = motion.model
    const found = glue.find((g) => panels[g.panel]!.id === tab && panels[g.partner]!.id === partner)
    if (found) return found.lay
  }
  return null
}

/** Where a panel lies on another one, as panels on the other's flat sheet. */
function placesOfGlue(one: FoldPanel, other: FoldPanel, lay: Glue['lay']): FoldPanel[] {
  const ring = (points: readonly Flat[]) => Float64Array.from([...points, points[0]!].flat())
  const lying = [one.ring, ...one.openings].map((r) => ring(r.map((p) => laid(lay, p))))
  const paper = unite([other.ring, ...other.openings].map(ring), 'even-odd')
  return partsOf(intersect(unite(lying, 'even-odd'), paper)).map((region, i) => {
    const [outer, ...openings] = region.map((r) => flatsOf(r).map(([x, y]): Flat => [x, -y]))
    return {
      id: `${other.id}.glue${i + 1}`,
      piece: other.piece,
      ring: wound(outer!),
      openings: openings.map((o) => wound(o, true)),
      area: 0,
    }
  })
}
