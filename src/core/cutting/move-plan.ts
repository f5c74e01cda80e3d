import type { Affine } from '../geometry/affine'
import { transformPolyline } from '../geometry/polyline'
import type { SheetPlan } from './pass'

/** A plan led over an affine map: the paths of a sheet as it really lies. */
export const movePlan = (plan: SheetPlan, map: Affine): SheetPlan => ({
  ...plan,
  passes: plan.passes.map((pass) => ({
    ...pass,
    strokes: pass.strokes.map(({ again, ...s }) => ({
      ...s,
      points: transformPolyline(s.points, map),
      ...(again ? { again: transformPolyline(again, map) } : {}),
    })),
  })),
})
