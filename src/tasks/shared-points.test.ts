import { expect, it } from 'vitest'
import type { SheetPlan } from '../core/cutting/pass'
import { PLAIN_SETTINGS } from '../core/document/paper'
import { withSharedPoints } from './shared-points'

const plan = (lines: number[][], again?: number[]): SheetPlan => ({
  sheet: 's',
  width: 300,
  height: 200,
  paperName: 'Card',
  passes: [
    {
      role: 'cut',
      tool: 'knife',
      light: false,
      setting: PLAIN_SETTINGS.cut,
      dashed: false,
      pause: null,
      strokes: lines.map((points, placement) => ({
        placement,
        edge: 'outline',
        points: Float64Array.from(points),
        ...(again ? { again: Float64Array.from(again) } : {}),
        closed: false,
      })),
    },
  ],
})

it('leaves a plan as it is, in one piece of memory that threads share', () => {
  const own = plan([[0, 0, 1.25, 2.5], [], [7, 8]], [9, 9.125])
  const shared = withSharedPoints(own)
  expect(shared).toEqual(own)
  const memories = shared.passes[0]!.strokes.flatMap((s) => [s.points.buffer, s.again!.buffer])
  expect(new Set(memories).size).toBe(1)
  expect(memories[0]).toBeInstanceOf(SharedArrayBuffer)
  expect(memories[0]!.byteLength).toBe(8 * (6 + 3 * 2))
  expect(own.passes[0]!.strokes[0]!.points.buffer).toBeInstanceOf(ArrayBuffer)
})

it('takes a plan without a stroke', () => {
  expect(withSharedPoints(plan([]))).toEqual(plan([]))
})
