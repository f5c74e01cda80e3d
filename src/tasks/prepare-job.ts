import * as z from 'zod'
import type { SheetPlan } from '../core/cutting/pass'
import { planToGcode } from '../core/export/gcode'
import { planToHpgl } from '../core/export/hpgl'
import type { Point } from '../core/geometry/point'
import { readGcode } from '../core/stand-in/gcode-reader'
import { readHpgl } from '../core/stand-in/hpgl-reader'
import { PackedSteps } from '../core/stand-in/packed-steps'
import type { Step } from '../core/stand-in/step'
import type { Task } from './task'
import { trusted } from './trusted'

export type PrepareJobInput = {
  /** what the machine is led by */
  led: SheetPlan
  /** what it should draw, where the sheet really lies */
  truth: SheetPlan
  title: string
  language: 'gcode' | 'hpgl'
  mat: { width: number; height: number; margin: number }
  /** where on the mat the sheet lies, mm */
  sheetAt: Point
}

export type PreparedJob = {
  steps: Pick<PackedSteps, 'numbers' | 'messages'>
  /** the strokes that it should draw, as JSON */
  planned: string
  /** how far it would go beyond what the machine reaches, mm */
  beyond: number
}

/** What the machine makes of the program of a plan: of a large sheet it takes a second. */
export const prepareJob: Task<PrepareJobInput, PreparedJob> = {
  name: 'prepare-job',
  input: z.object({
    led: trusted<SheetPlan>(),
    truth: trusted<SheetPlan>(),
    title: z.string(),
    language: z.enum(['gcode', 'hpgl']),
    mat: z.object({ width: z.number(), height: z.number(), margin: z.number() }),
    sheetAt: z.object({ x: z.number(), y: z.number() }),
  }),
  timeLimit: 120_000,
  async run({ led, truth, title, language, mat, sheetAt }) {
    const program = language === 'hpgl' ? planToHpgl(led, title) : planToGcode(led, title)
    const steps = language === 'hpgl' ? readHpgl(program) : readGcode(program)
    const strokes = truth.passes.flatMap((pass) =>
      pass.strokes.map((s) => Array.from(s.points, (v) => Math.round(v * 1e4) / 1e4)),
    )
    const { numbers, messages } = PackedSteps.of(steps)
    return {
      steps: { numbers, messages },
      planned: JSON.stringify(strokes),
      beyond: beyondReach(steps, led.height, mat, sheetAt),
    }
  },
}

/** How far a tool would be lowered beyond the margins of the mat, mm. */
function beyondReach(
  steps: readonly Step[],
  sheetHeight: number,
  { width, height, margin }: PrepareJobInput['mat'],
  at: Point,
): number {
  const over = (v: number, low: number, high: number) => Math.max(low - v, v - high, 0)
  let most = 0
  for (const step of steps) {
    if (step.kind !== 'move' || step.z > 0) continue
    const across = over(step.x + at.x, margin, width - margin)
    const down = over(sheetHeight - step.y + at.y, margin, height - margin)
    most = Math.max(most, across, down)
  }
  return most
}
