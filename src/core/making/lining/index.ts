import { SIDE_NAMES } from '../../document/side-names'
import { heightOf, widthOf } from '../../geometry/measure'
import type { Contour } from '../../geometry/path'
import { combine } from '../../outlines/combine'
import { type Panel, type PanelEdge, panelsOf } from '../../pieces/panels'
import { say } from '../../words'
import { SIDES } from '../edges'
import { halfPlane } from '../half-plane'
import { numbersIn, placeOfNumber } from '../numbered'
import { grown, tenths } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { asCuts } from '../taken'

/** Tabs for glue are at most so deep, mm, and as long as what they are glued to within this share (common practice). */
const TAB = { deepest: 25, alike: 0.03 }

const LONGER = ['top', 'right', 'bottom', 'left'] as const

/** Panels of a box in another paper: smaller all round, and cut back where the tab of a neighbour is glued. */
export const lining: Recipe = {
  name: 'lining',
  title: say`Lining`,
  says: say`panels of it in another paper`,
  leaves: () => true,
  lies: 'back',
  takes: { least: 1, most: 1 },
  measures: [
    { name: 'panels', title: say`Panels (numbers, or all)`, kind: 'text', usual: '1', longest: 200 },
    { name: 'inset', title: say`Smaller by`, kind: 'length', usual: 1.5, least: 0, most: 100 },
    ...LONGER.map((name) => ({
      name,
      title: say`More at the ${SIDE_NAMES[name]}`,
      kind: 'length' as const,
      usual: 0,
      least: 0,
      most: 300,
    })),
  ],
  numbered: ([shape]) =>
    panelsOf(shape!).map(({ contour, openings }, i) => ({
      number: i + 1,
      at: placeOfNumber(contour, openings),
    })),
  make([shape], measures) {
    const panels = panelsOf(shape!)
    if (panels.length === 0)
      throw new CannotMake(say`The piece has no panels. Take one whose edges are closed.`)
    const wanted = numbersIn(
      measures,
      'panels',
      panels.length,
      (part) => say`“${part}” is no panel of the piece: they are numbered 1 to ${panels.length}.`,
    )
    if (wanted.size === 0) throw new CannotMake(say`No panel is named. Type its number, as they are told.`)
    const inset = numberIn(measures, 'inset')
    const lines = [...wanted].flatMap((number) => {
      const panel = panels[number - 1]!
      const paper = [panel.contour, ...panel.openings]
      const smaller = inset > 0 ? grown(paper, -inset, 'sharp') : paper
      const sides = LONGER.filter((side) => numberIn(measures, side) > 0).map((side) =>
        beyond(panel, side, inset + numberIn(measures, side)),
      )
      const glued = panel.edges.flatMap((edge) => {
        const tab = tabOn(edge, panel, panels)
        return tab === null ? [] : [{ ...edgeFrame(edge), depth: tab + inset }]
      })
      const backs = glued.map((g) => halfPlane(g.at, g.angle, g.depth, panel.box))
      const made = [...sides, ...backs].reduce<Contour[]>(
        (left, by) => combine('intersection', left, by),
        smaller,
      )
      if (made.length === 0)
        throw new CannotMake(
          say`Nothing is left of panel ${number}, which is ${sizeOf(panel)}. Take less off.`,
        )
      return asCuts(made, `panel-${number}`)
    })
    const told = panels.slice(0, 10).map((p, i) => `${i + 1}: ${sizeOf(p)}`)
    return {
      lines,
      figures: [
        say`Panels by size: ${told.join('; ')}${panels.length > told.length ? ' …' : ''}.`.slice(0, 300),
      ],
    }
  },
}

const sizeOf = ({ box }: Panel): string => `${tenths(widthOf(box))} x ${tenths(heightOf(box))} mm`

/** What lies so far within a side of a panel. */
function beyond({ box }: Panel, side: keyof typeof SIDES, by: number): Contour[] {
  const corner =
    side === 'right' || side === 'bottom' ? { x: box.maxX, y: box.maxY } : { x: box.minX, y: box.minY }
  return halfPlane(corner, SIDES[side], by, box)
}

/** A point of an edge and its direction, degrees; the panel lies to the right, as outlines are wound. */
function edgeFrame({ from, to }: PanelEdge) {
  return { at: from, angle: (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI }
}

/** How deep the tab reaches that is glued along a free edge of a panel, mm; null where none is. */
function tabOn(edge: PanelEdge, panel: Panel, panels: readonly Panel[]): number | null {
  if (edge.isFold || !edge.isStraight) return null
  for (const tab of panels) {
    if (tab === panel) continue
    const folds = tab.edges.filter((e) => e.isFold)
    const [fold] = folds
    if (folds.length !== 1 || !fold?.isStraight || panel.edges.some((e) => e.line === fold.line)) continue
    const depth = depthOf(tab, fold)
    const isAlike = Math.abs(fold.length - edge.length) <= TAB.alike * edge.length
    if (isAlike && depth <= TAB.deepest && depth < fold.length) return depth
  }
  return null
}

/** How far a panel reaches from one of its folds, mm. */
function depthOf({ contour }: Panel, { from, to, length }: PanelEdge): number {
  const off = (p: { x: number; y: number }) =>
    Math.abs((to.x - from.x) * (p.y - from.y) - (to.y - from.y) * (p.x - from.x)) / length
  return Math.max(...contour.segments.map((s) => off(s.to)))
}
