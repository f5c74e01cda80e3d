import { type Affine, apply } from '../geometry/affine'
import type { Polyline } from '../geometry/flatten'
import type { SheetPlan } from './pass'

/** A plan led over an affine map: the paths of a sheet as it really lies. */
export function movePlan(plan: SheetPlan, map: Affine): SheetPlan {
  return {
    ...plan,
    passes: plan.passes.map((pass) => ({
      ...pass,
      strokes: pass.strokes.map((s) => ({ ...s, points: moved(s.points, map) })),
    })),
  }
}

function moved(points: Polyline, map: Affine): Polyline {
  const out = new Float64Array(points.length)
  for (let i = 0; i < points.length; i += 2) {
    const p = apply(map, { x: points[i]!, y: points[i + 1]! })
    out[i] = p.x
    out[i + 1] = p.y
  }
  return out
}
