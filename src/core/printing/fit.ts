import { type Affine, apply } from '../geometry/affine'
import { distance, type Point } from '../geometry/point'

/** A map between two sets of points, and the greatest distance that is left between them, mm. */
export type Fit = { map: Affine; residual: number }

/**
 * The affine map that takes some points as near to others as it can: least squares by the normal equations, with the
 * points' mean at the origin.
 * @throws RangeError for fewer than three pairs, or points in one line
 */
export function fitAffine(from: readonly Point[], to: readonly Point[]): Fit {
  if (from.length !== to.length || from.length < 3)
    throw new RangeError(`fit: three pairs of points or more are needed, not ${from.length} and ${to.length}`)
  const mean = (points: readonly Point[]): Point => ({
    x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
    y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
  })
  const [f, t] = [mean(from), mean(to)]
  let [xx, xy, yy, ux, uy, vx, vy] = [0, 0, 0, 0, 0, 0, 0]
  from.forEach((p, i) => {
    const [x, y] = [p.x - f.x, p.y - f.y]
    const [u, v] = [to[i]!.x - t.x, to[i]!.y - t.y]
    xx += x * x
    xy += x * y
    yy += y * y
    ux += u * x
    uy += u * y
    vx += v * x
    vy += v * y
  })
  const det = xx * yy - xy * xy
  if (!(det > 1e-9 * (xx + yy) ** 2)) throw new RangeError('fit: the points lie in one line')
  const a = (ux * yy - uy * xy) / det
  const c = (uy * xx - ux * xy) / det
  const b = (vx * yy - vy * xy) / det
  const d = (vy * xx - vx * xy) / det
  const map: Affine = [a, b, c, d, t.x - a * f.x - c * f.y, t.y - b * f.x - d * f.y]
  const residual = Math.max(...from.map((p, i) => distance(apply(map, p), to[i]!)))
  return { map, residual }
}
