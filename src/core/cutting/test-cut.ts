import type { Sheet } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { boxesMeet } from '../geometry/measure'
import { polylineBox } from '../geometry/polyline'
import { keepOuts } from '../printing/marks'
import { laidOn } from '../sheets/place'
import { usableArea } from '../sheets/usable-area'
import { say } from '../words'
import type { Pass, SheetPlan } from './pass'
import { withPauses } from './pauses'
import type { PlanCutter } from './plan'
import { settingsOf } from './settings'

/** Side of the test, and of the small square within it, mm. */
const SIDE = 12
const INNER = 5

/**
 * A test of blade and force: a small square in a square, and a score through it, in a corner of the sheet, or
 * at the middle of a side, where nothing lies.
 * @returns its plan, or null where every corner is taken
 */
export function planTestCut(
  project: Project,
  sheet: Sheet,
  paper: Paper | null,
  cutter: PlanCutter,
): SheetPlan | null {
  const area = usableArea(sheet, project)
  const marks = keepOuts(sheet, project).map(polylineBox)
  const pieces = laidOn(project, sheet).map((laid) => laid.box)
  // The corners, and the middles of the sides where marks are in the corners.
  const [middleX, middleY] = [(area.minX + area.maxX - SIDE) / 2, (area.minY + area.maxY - SIDE) / 2]
  const corners = [
    [area.maxX - SIDE, area.maxY - SIDE],
    [area.minX, area.maxY - SIDE],
    [area.maxX - SIDE, area.minY],
    [area.minX, area.minY],
    [middleX, area.maxY - SIDE],
    [area.maxX - SIDE, middleY],
    [middleX, area.minY],
    [area.minX, middleY],
  ] as const
  const corner = corners.find(([x, y]) => {
    const box = { minX: x, minY: y, maxX: x + SIDE, maxY: y + SIDE }
    return x >= area.minX && y >= area.minY && ![...pieces, ...marks].some((b) => boxesMeet(b, box, 1))
  })
  if (!corner) return null
  const settings = settingsOf(project.run, paper)
  const [x, y] = corner
  const gap = (SIDE - INNER) / 2
  const stroke = (points: number[], closed: boolean) => ({
    placement: 0,
    edge: null,
    points: Float64Array.from(points),
    closed,
  })
  const square = (u: number, v: number, side: number) =>
    stroke([u, v, u + side, v, u + side, v + side, u, v + side, u, v], true)
  const passes: Omit<Pass, 'pause'>[] = [
    {
      role: 'score',
      tool: cutter.tip ? 'scoring tip' : 'knife',
      light: !cutter.tip,
      dashed: false,
      setting: settings.score,
      strokes: [stroke([x, y + SIDE - gap / 2, x + SIDE, y + SIDE - gap / 2], false)],
    },
    {
      role: 'cut',
      tool: 'knife',
      light: false,
      dashed: false,
      setting: settings.cut,
      strokes: [square(x + gap, y + gap, INNER), square(x, y, SIDE)],
    },
  ]
  return {
    sheet: sheet.id,
    width: sheet.width,
    height: sheet.height,
    paperName: paper?.name ?? say`Paper`,
    passes: withPauses(passes, cutter.holders).passes,
  }
}
