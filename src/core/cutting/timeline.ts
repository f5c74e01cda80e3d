import { type CutterFields, PLAIN_CUTTER } from '../document/cutter'
import { lengthOfVector } from '../geometry/point'
import { type Motion, stretchTimes, trapezoidTime } from './motion'
import type { Pass, SheetPlan, Tool } from './pass'

/** One straight movement: from `from` to `to` seconds, to (x, y) in sheet mm, tool down or up. */
export type Move = { start: number; end: number; x: number; y: number; down: boolean; pass: number }

export type PassTime = {
  role: Pass['role']
  tool: Tool
  start: number
  end: number
  /** mm with the tool down, and up */
  worked: number
  travelled: number
  /** how often the tool is lowered */
  lifts: number
}

export type Timeline = {
  moves: Move[]
  passes: PassTime[]
  /** moments at which a hand is needed, s from the start, and what it does */
  changes: { at: number; tool: Tool; words: string }[]
  /** s in all, pauses included */
  total: number
}

type Moving = Pick<CutterFields, 'travelSpeed' | 'acceleration' | 'cornerSpeed' | 'liftTime' | 'changeTime'>

/**
 * When each movement of a plan happens: tool paths with speeding up, slowing down and corners, travel, lifting, and
 * pauses for a hand. The tool begins at the sheet's left upper corner.
 */
export function timelineOf(plan: SheetPlan, cutter: Moving = PLAIN_CUTTER): Timeline {
  const moves: Move[] = []
  const passes: PassTime[] = []
  const changes: Timeline['changes'] = []
  const { acceleration, liftTime } = cutter
  let [t, x, y] = [0, 0, 0]
  plan.passes.forEach((pass, k) => {
    const { role, tool, setting } = pass
    if (pass.pause) {
      changes.push({ at: t, tool, words: pass.pause })
      t += cutter.changeTime
    }
    const time: PassTime = { role, tool, start: t, end: t, worked: 0, travelled: 0, lifts: 0 }
    const motion: Motion = { speed: setting.speed, acceleration, corner: cutter.cornerSpeed }
    for (const { points } of repeated(pass)) {
      const way = lengthOfVector(points[0]! - x, points[1]! - y)
      const travel = way > 0 ? trapezoidTime(way, 0, 0, { speed: cutter.travelSpeed, acceleration }) : 0
      moves.push({ start: t, end: t + travel, x: points[0]!, y: points[1]!, down: false, pass: k })
      t += travel + liftTime
      time.travelled += way
      time.lifts += 1
      const times = stretchTimes(points, motion)
      for (let i = 1; i <= times.length; i += 1) {
        const end = t + times[i - 1]!
        moves.push({ start: t, end, x: points[2 * i]!, y: points[2 * i + 1]!, down: true, pass: k })
        time.worked += lengthOfVector(
          points[2 * i]! - points[2 * i - 2]!,
          points[2 * i + 1]! - points[2 * i - 1]!,
        )
        t = end
      }
      x = points[points.length - 2]!
      y = points[points.length - 1]!
      t += liftTime
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
    : pass.strokes.flatMap((stroke) =>
        Array.from({ length: pass.setting.passes }, (_, k) =>
          k > 0 && stroke.again ? { ...stroke, points: stroke.again } : stroke,
        ),
      )
}
