import { type Cutter, PLAIN_CUTTER } from '../document/cutter'
import type { Sheet } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { say } from '../words'
import { Blade, overrun } from './blade'
import { orderStrokes } from './order'
import type { Pass, SheetPlan, Stroke } from './pass'
import { withPauses } from './pauses'
import { settingsOf } from './settings'
import { SheetStrokes } from './strokes'

/** How the plan's cutter moves and is fitted out. */
export type PlanCutter = Pick<Cutter, 'tip' | 'holders' | 'overlap' | 'bladeOffset' | 'bladeTurn'>

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
  const settings = settingsOf(project.run, paper)
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
        strokes: ordered,
      },
    ]
  })
  return {
    sheet: sheet.id,
    width: sheet.width,
    height: sheet.height,
    paperName: paper?.name ?? say`Paper`,
    passes: forBlade(withPauses(passes, cutter.holders).passes, cutter),
  }
}

/** Strokes as the blade is led along them: over their start where they are closed, and ahead of a tip that trails. */
function forBlade(passes: readonly Pass[], { overlap, bladeOffset, bladeTurn }: PlanCutter): Pass[] {
  const blade = new Blade(bladeOffset, bladeTurn)
  return passes.map((pass) => {
    if (pass.tool !== 'knife') return pass
    if (pass.pause) blade.putIn()
    const strokes = pass.strokes.map((stroke): Stroke => {
      const points = stroke.closed
        ? overrun(stroke.points, blade.overlapOf(overlap, stroke.points))
        : stroke.points
      const first = blade.follow(points, stroke.closed)
      // Followed once more it comes from its own end, and leaves as it did.
      return pass.setting.passes > 1 && bladeOffset > 0
        ? { ...stroke, points: first, again: blade.follow(points, stroke.closed) }
        : { ...stroke, points: first }
    })
    return { ...pass, strokes }
  })
}
