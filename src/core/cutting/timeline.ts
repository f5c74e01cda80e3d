import { lengthOfVector } from '../geometry/point'
import type { Pass, SheetPlan, Tool } from './pass'

/** How a machine moves when no paper says otherwise (common practice for desktop cutters). */
export const MACHINE = {
  /** mm/s with the tool up */
  travelSpeed: 200,
  /** s to lower or lift the tool */
  liftTime: 0.15,
  /** s that a person takes to change the tool */
  changeTime: 30,
}

/** One straight movement: from `from` to `to` seconds, to (x, y) in sheet mm, tool down or up. */
export type Move = { start: number; end: number; x: number; y: number; down: boolean; pass: number }

export type PassTime = {
  role: Pass['role']
  tool: Tool
  start: number
  end: number
  worked: number
  travelled: number
}

export type Timeline = {
  moves: Move[]
  passes: PassTime[]
  /** moments at which a hand must change the tool, s from the start */
  changes: { at: number; tool: Tool }[]
  /** s in all, tool changes included */
  total: number
}

/** When each movement of a plan happens, at constant speeds. The tool begins at the sheet's left upper corner. */
export function timelineOf(plan: SheetPlan): Timeline {
  const moves: Move[] = []
  const passes: PassTime[] = []
  const changes: Timeline['changes'] = []
  let t = 0
  let x = 0
  let y = 0
  let tool: Tool | null = null
  plan.passes.forEach((pass, k) => {
    if (pass.tool !== tool) {
      changes.push({ at: t, tool: pass.tool })
      t += MACHINE.changeTime
      tool = pass.tool
    }
    const time: PassTime = { role: pass.role, tool: pass.tool, start: t, end: t, worked: 0, travelled: 0 }
    const go = (toX: number, toY: number, down: boolean) => {
      const length = lengthOfVector(toX - x, toY - y)
      const end = t + length / (down ? pass.setting.speed : MACHINE.travelSpeed)
      moves.push({ start: t, end, x: toX, y: toY, down, pass: k })
      if (down) time.worked += length
      else time.travelled += length
      ;[t, x, y] = [end, toX, toY]
    }
    for (const { points } of repeated(pass)) {
      go(points[0]!, points[1]!, false)
      t += MACHINE.liftTime
      for (let i = 2; i < points.length; i += 2) go(points[i]!, points[i + 1]!, true)
      t += MACHINE.liftTime
    }
    time.end = t
    passes.push(time)
  })
  return { moves, passes, changes, total: t }
}

/** The strokes of a pass as often as its setting says; each stroke is repeated before the next. */
export function repeated(pass: Pass): Pass['strokes'] {
  return pass.setting.passes === 1
    ? pass.strokes
    : pass.strokes.flatMap((stroke) => Array.from({ length: pass.setting.passes }, () => stroke))
}
