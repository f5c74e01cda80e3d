import type { SheetPlan, Stroke } from '../core/cutting/pass'
import type { Polyline } from '../core/geometry/flatten'

const linesOf = ({ points, again }: Stroke): Polyline[] => (again ? [points, again] : [points])

/**
 * The same plan with its points in memory that threads share: of a large sheet there are thousands of small arrays, and
 * copying each from thread to thread holds everybody up. Nobody changes the points of a plan.
 */
export function withSharedPoints(plan: SheetPlan): SheetPlan {
  const lines = plan.passes.flatMap((pass) => pass.strokes.flatMap(linesOf))
  const length = lines.reduce((sum, line) => sum + line.length, 0)
  const memory = new Float64Array(new SharedArrayBuffer(8 * length))
  let used = 0
  const move = (line: Polyline): Polyline => {
    const moved = memory.subarray(used, used + line.length)
    moved.set(line)
    used += line.length
    return moved
  }
  const moved = (stroke: Stroke): Stroke => ({
    ...stroke,
    points: move(stroke.points),
    ...(stroke.again ? { again: move(stroke.again) } : {}),
  })
  return { ...plan, passes: plan.passes.map((pass) => ({ ...pass, strokes: pass.strokes.map(moved) })) }
}
