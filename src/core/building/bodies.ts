import { type Build, type FoldModel, type Glue, type Hinge, type Joined, posedPieces } from '../folding'
import { inverse } from '../folding/joins'
import { type Flat, laid, onFlat } from '../folding/model'
import { apart, type Edge, edgesOfPanels, offLine } from '../folding/panel-edges'
import { after, dot, minus, moved, type Rigid, times, turned, type Vec3 } from '../folding/rigid'

/** A tab of one piece that is glued along a free edge of another one, so that both become one body. */
export type Seam = {
  piece: number
  panel: number
  onto: number
  partner: number
  lay: Glue['lay']
  /** the join that says so; null where it follows from how the pieces lie */
  join: Joined | null
}

/** A tab lies so near to the plane of its partner, mm, turned by no more than this cosine. */
const IN_PLANE = { apart: 1.2, turned: 0.999 }
/** The fold of a tab lies so near to the edge that it is glued to, mm. */
const ALONG = 1.5
/** So much of the fold lies along that edge. */
const SHARE = 0.5

/**
 * Where pieces of a build become one body, as the two halves of a box do: a join by a tab whose fold lies along a free
 * edge of its partner; and where all is folded, further tabs of both pieces that lie so, their folds along the first.
 */
export function seamsOf(build: Build): Seam[] {
  const first = build.joins.filter((join) => isHalf(build, join))
  if (first.length === 0) return []
  const posed = posedPieces(build, 1)
  return first.flatMap((join) => {
    const { piece, onto, panel, partner, lay } = join
    const seam: Seam = { piece, panel, onto, partner, lay, join }
    const way = wayOf(foldOf(posed[piece]!.model, panel)!, posed[piece]!.pose[panel]!)
    const others = [
      [piece, onto],
      [onto, piece],
    ].flatMap(([one, other]): Seam[] => {
      const [own, its] = [posed[one!]!, posed[other!]!]
      return own.model.panels.flatMap((_, p): Seam[] => {
        const fold = foldOf(own.model, p)
        if (!fold || (one === piece && p === panel)) return []
        if (Math.abs(dot(wayOf(fold, own.pose[p]!), way)) < IN_PLANE.turned) return []
        return its.model.panels.flatMap((_, q): Seam[] => {
          const lay = layIn(own.pose[p]!, its.pose[q]!, fold.from)
          if (!lay || !isAlongFreeEdge(fold, lay, its.model, q)) return []
          return [{ piece: one!, panel: p, onto: other!, partner: q, lay, join: null }]
        })
      })
    })
    return [seam, ...others]
  })
}

/** The pieces of each body, by their positions; pieces that stand alone are bodies of one. */
export function bodiesOf(build: Build, seams: readonly Seam[]): number[][] {
  const bodies = build.pieces.map((_, i) => [i])
  for (const { piece, onto } of seams) {
    const [one, other] = [piece, onto].map((i) => bodies.find((b) => b.includes(i))!)
    if (one === other) continue
    other!.push(...one!)
    bodies.splice(bodies.indexOf(one!), 1)
  }
  return bodies
}

function isHalf({ pieces }: Build, { piece, onto, panel, partner, how, above, lay }: Joined): boolean {
  if (how !== 'glue' || above > 0) return false
  const [own, other] = [piece, onto].map((i) => pieces[i]!.motion.model)
  const fold = foldOf(own!, panel)
  return fold !== null && isAlongFreeEdge(fold, lay, other!, partner)
}

/** The only fold of a tab; null for any other panel. */
export function foldOf({ hinges }: FoldModel, panel: number): Hinge | null {
  const [fold, ...more] = hinges.filter((h) => h.a === panel || h.b === panel)
  return fold && more.length === 0 ? fold : null
}

const wayOf = ({ from, to }: Hinge, at: Rigid): Vec3 => {
  const way = turned(at, minus(onFlat(to), onFlat(from)))
  return times(way, 1 / Math.hypot(...way))
}

/** What lays one panel's flat places on another's, where both lie in one plane. */
function layIn(one: Rigid, other: Rigid, near: Flat): Glue['lay'] | null {
  const { r, t } = after(inverse(other), one)
  if (Math.abs(r[8]) < IN_PLANE.turned || Math.abs(moved({ r, t }, onFlat(near))[2]) > IN_PLANE.apart)
    return null
  return { cos: r[0], sin: r[3], x: t[0], y: t[1], mirrored: r[8] < 0 }
}

/** Whether a fold comes to lie along an edge of a panel that nothing else is folded about. */
function isAlongFreeEdge(fold: Hinge, lay: Glue['lay'], { panels, hinges }: FoldModel, panel: number) {
  const [from, to] = [laid(lay, fold.from), laid(lay, fold.to)]
  const length = apart(from, to)
  const isNear = (p: Flat) => Math.abs(offLine(from, to, p)) <= ALONG
  if (hinges.some((h) => (h.a === panel || h.b === panel) && isNear(h.from) && isNear(h.to))) return false
  const along = (p: Flat) =>
    ((p[0] - from[0]) * (to[0] - from[0]) + (p[1] - from[1]) * (to[1] - from[1])) / length
  const shared = freeEdgesOf(panels, hinges, panel).reduce((sum, edge) => {
    if (!isNear(edge.from) || !isNear(edge.to)) return sum
    const [low, high] = [along(edge.from), along(edge.to)].sort((a, b) => a - b)
    return sum + Math.max(0, Math.min(high!, length) - Math.max(low!, 0))
  }, 0)
  return shared >= SHARE * length
}

/** Straight edges of a panel that nothing is folded about. */
export const freeEdgesOf = (
  panels: FoldModel['panels'],
  hinges: FoldModel['hinges'],
  panel: number,
): Edge[] => edgesOfPanels(panels, hinges)[panel]!.filter((e) => e.hinge < 0)
