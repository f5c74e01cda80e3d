import { arcByCentre } from '../../geometry/arc'
import { writePath } from '../../geometry/path'

/** Cubic curves of a circle: with eight the radius is off by less than 5 in a million. */
const CURVES = 8

/** A circle as wide as is asked for, whatever the height, in a square with its left upper corner at the origin. */
export function circle(width: number): string {
  const r = width / 2
  const step = (2 * Math.PI) / CURVES
  const segments = Array.from(
    { length: CURVES },
    (_, k) => arcByCentre({ x: r, y: r }, r, r, 0, k * step, step, r)[0]!,
  )
  return writePath({ start: { x: width, y: r }, segments, closed: true })
}
