import { type FoldModel, type Glue, laid, onFlat } from './model'
import { degrees, dot, lengthOf, minus, moved, type Rigid, turned } from './rigid'

/** A tab and its partner in a pose: how far its fold lies from the edge it belongs on, mm, and the turn between them. */
export type Meeting = { panel: number; partner: number; gap: number; angle: number }

/** How tabs meet their partners in a pose. */
export const meetingsOf = (
  { panels, hinges }: FoldModel,
  glue: readonly Glue[],
  pose: readonly Rigid[],
): Meeting[] =>
  glue.map(({ panel, partner, lay }) => {
    const hinge = hinges.find((h) => h.a === panel || h.b === panel)
    const places = hinge ? [hinge.from, hinge.to] : panels[panel]!.ring
    const gap = Math.max(
      ...places.map((p) =>
        lengthOf(minus(moved(pose[panel]!, onFlat(p)), moved(pose[partner]!, onFlat(laid(lay, p))))),
      ),
    )
    const turn = Math.abs(dot(turned(pose[panel]!, [0, 0, 1]), turned(pose[partner]!, [0, 0, 1])))
    return { panel, partner, gap, angle: degrees(Math.acos(Math.min(1, turn))) }
  })
