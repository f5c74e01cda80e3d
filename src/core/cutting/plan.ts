import { type Cutter, PLAIN_CUTTER } from '../document/cutter'
import type { Sheet } from '../document/layout'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import type { Project } from '../document/project'
import { overrun, pivotPath } from './blade'
import { orderStrokes } from './order'
import type { Pass, SheetPlan, Stroke } from './pass'
import { withPauses } from './pauses'
import { SheetStrokes } from './strokes'

/** How the plan's cutter moves and is fitted out. */
export type PlanCutter = Pick<Cutter, 'tip' | 'holders' | 'overlap' | 'bladeOffset'>

/** What a pass is made of before it is ordered. */
type Kind = Pick<Pass, 'role' | 'tool' | 'light' | 'dashed'>

/**
 * The kinds of passes in their order: scores before any cut, the pen before any cut, and the knife's passes together.
 * Where the knife scores too, the pen comes before it, so that the knife stays in.
 */
function kindsOf(tip: boolean): Kind[] {
  const score: Kind = { role: 'score', tool: tip ? 'scoring tip' : 'knife', light: !tip, dashed: false }
  const pen: Kind = { role: 'pen', tool: 'pen', light: false, dashed: false }
  const knife = { tool: 'knife', light: false } as const
  return [
    ...(tip ? [score, pen] : [pen, score]),
    { ...knife, role: 'score', dashed: true },
    { ...knife, role: 'perforate', dashed: true },
    { ...knife, role: 'cut', dashed: false },
  ]
}

/**
 * The passes of a sheet in their order, with the pauses between them; inside a pass what lies within is done before
 * what holds it.
 * @param cutter the machine's tools, and how its blade cuts
 * @param tolerance how far the straight moves may stray from the lines, mm
 */
export function planSheet(
  project: Pick<Project, 'pieces' | 'lines' | 'looks' | 'run'>,
  sheet: Sheet,
  paper: Paper | null,
  cutter: PlanCutter = PLAIN_CUTTER,
  tolerance = 0.02,
): SheetPlan {
  const settings = paper?.settings ?? PLAIN_SETTINGS
  const strokes = new SheetStrokes(project, sheet, tolerance)
  const passes = kindsOf(cutter.tip).flatMap((kind): Omit<Pass, 'pause'>[] => {
    const found = strokes.of(kind)
    if (found.length === 0) return []
    // A score that is cut as dashes is a matter of the knife.
    const setting = kind.role === 'score' && kind.dashed ? settings.cut : settings[kind.role]
    const ordered = orderStrokes(found)
    return [
      {
        ...kind,
        setting,
        strokes: kind.tool === 'knife' ? ordered.map((s) => forBlade(s, cutter)) : ordered,
      },
    ]
  })
  return {
    sheet: sheet.id,
    width: sheet.width,
    height: sheet.height,
    paperName: paper?.name ?? 'Paper',
    passes: withPauses(passes, cutter.holders).passes,
  }
}

/** A stroke as the blade is led along it: over its start where it is closed, and ahead of a tip that trails. */
const forBlade = (stroke: Stroke, { overlap, bladeOffset }: PlanCutter): Stroke => ({
  ...stroke,
  points: pivotPath(stroke.closed ? overrun(stroke.points, overlap) : stroke.points, bladeOffset),
})
