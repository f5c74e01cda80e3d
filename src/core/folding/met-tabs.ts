import { type FoldModel, type Glue, laid, onFlat } from './model'
import { edgesOfPanels } from './panel-edges'
import { alongFor, glueOf, isTabDeep } from './partners'
import { lengthOf, minus, moved, type Rigid } from './rigid'

/** A fold within this of an edge lies on it, mm. */
const ON = 0.05

/**
 * A model with the tabs that show when it is folded: flaps whose fold comes to lie on an edge of another panel, end on
 * end, and that lie in its plane, though nothing on the flat sheet told them partners.
 */
export function withMetTabs(model: FoldModel, pose: readonly Rigid[]): FoldModel {
  const { panels, hinges } = model
  const bare = hinges.map((h) => ({ ...h, isCurved: false }))
  const edges = edgesOfPanels(panels, hinges).flat()
  const found: Glue[] = []
  for (const tab of panels.keys()) {
    const own = [...hinges.keys()].filter((k) => hinges[k]!.a === tab || hinges[k]!.b === tab)
    const [k] = own
    if (own.length !== 1 || k === undefined || model.glue.some((g) => g.panel === tab)) continue
    if (!isTabDeep(panels[tab]!, bare[k]!)) continue
    const parent = hinges[k]!.a === tab ? hinges[k]!.b : hinges[k]!.a
    const [from, to] = alongFor(hinges[k]!, tab).map((p) => moved(pose[tab]!, onFlat(p)))
    for (const edge of edges) {
      if (edge.hinge >= 0 || edge.panel === tab || edge.panel === parent) continue
      const [p, q] = [edge.from, edge.to].map((e) => moved(pose[edge.panel]!, onFlat(e)))
      if (lengthOf(minus(p!, from!)) > ON || lengthOf(minus(q!, to!)) > ON) continue
      const glue = glueOf({ tab, hinge: k, partner: edge.panel, edge, tube: [] }, bare)
      const flat = panels[tab]!.ring.every(
        (r) =>
          lengthOf(minus(moved(pose[tab]!, onFlat(r)), moved(pose[edge.panel]!, onFlat(laid(glue.lay, r))))) <
          ON,
      )
      if (flat) {
        found.push(glue)
        break
      }
    }
  }
  return found.length > 0 ? { ...model, glue: [...model.glue, ...found] } : model
}
