import type { Segment } from './path'
import type { Point } from './point'

/**
 * Cubic curves for an elliptical arc given by centre, radii, turn of the axes, start angle and sweep (radians).
 *
 * The number of curves follows from the error of one: a cubic that spans the angle t on a circle of radius r and
 * touches both ends strays by at most r * 2/27 * sin(t/4)^6 / cos(t/4)^2 (Goldapp 1991, "Approximation of circular
 * arcs by cubic polynomials", from memory; the tests measure it).
 * @param tolerance how far a curve may stray from the arc, in the unit of the radii
 * @returns no curve at all for radii or angles that are no numbers
 */
export function arcByCentre(
  centre: Point,
  rx: number,
  ry: number,
  turn: number,
  from: number,
  sweep: number,
  tolerance: number,
): Segment[] {
  const radius = Math.max(rx, ry)
  const whole = Math.min(Math.abs(sweep), MOST_TURNS * 2 * Math.PI)
  if (!Number.isFinite(radius + whole)) return []
  // For small angles sin(t/4)^6 / cos(t/4)^2 is (t/4)^6: the number that this asks for, and a few more where it falls short.
  const usual = 4 * ((27 * tolerance) / (2 * radius)) ** (1 / 6)
  let pieces = Math.min(
    MOST_PIECES,
    Math.max(1, Math.ceil(whole / (Math.PI / 2) - 1e-9), Math.floor(whole / usual) || 1),
  )
  while (pieces < MOST_PIECES && strays(radius, whole / pieces) > tolerance) pieces += 1
  const step = (Math.sign(sweep) * whole) / pieces
  const handle = (4 / 3) * Math.tan(step / 4)
  const cosTurn = Math.cos(turn)
  const sinTurn = Math.sin(turn)
  const place = (x: number, y: number): Point => ({
    x: centre.x + rx * x * cosTurn - ry * y * sinTurn,
    y: centre.y + rx * x * sinTurn + ry * y * cosTurn,
  })
  return Array.from({ length: pieces }, (_, i) => {
    const a = from + i * step
    const b = a + step
    const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)]
    return {
      c1: place(ca - handle * sa, sa + handle * ca),
      c2: place(cb + handle * sb, sb - handle * cb),
      to: place(cb, sb),
    }
  })
}

/** An arc goes round no more often, and is made of no more curves. */
const MOST_TURNS = 64
const MOST_PIECES = 256

const strays = (radius: number, angle: number) =>
  (radius * 2 * Math.sin(angle / 4) ** 6) / (27 * Math.cos(angle / 4) ** 2)

/**
 * Cubic curves for an SVG arc command, by SVG 2, appendix "Elliptical arc implementation notes":
 * radii that are too small are scaled up, a radius of nought makes a straight stretch.
 * @param turnDegrees x-axis-rotation in degrees
 */
export function arcByEnds(
  from: Point,
  rx: number,
  ry: number,
  turnDegrees: number,
  large: boolean,
  clockwise: boolean,
  to: Point,
  tolerance: number,
): Segment[] {
  if (from.x === to.x && from.y === to.y) return []
  let a = Math.abs(rx)
  let b = Math.abs(ry)
  if (a === 0 || b === 0) return [{ to }]
  const turn = (turnDegrees * Math.PI) / 180
  const cos = Math.cos(turn)
  const sin = Math.sin(turn)
  const hx = (from.x - to.x) / 2
  const hy = (from.y - to.y) / 2
  const x = cos * hx + sin * hy
  const y = -sin * hx + cos * hy
  const excess = (x * x) / (a * a) + (y * y) / (b * b)
  if (excess > 1) {
    a *= Math.sqrt(excess)
    b *= Math.sqrt(excess)
  }
  const denominator = a * a * y * y + b * b * x * x
  const root =
    Math.sqrt(Math.max(0, (a * a * b * b - denominator) / denominator)) * (large === clockwise ? -1 : 1)
  const cx = (root * a * y) / b
  const cy = (-root * b * x) / a
  const centre = {
    x: cos * cx - sin * cy + (from.x + to.x) / 2,
    y: sin * cx + cos * cy + (from.y + to.y) / 2,
  }
  const start = Math.atan2((y - cy) / b, (x - cx) / a)
  let sweep = Math.atan2((-y - cy) / b, (-x - cx) / a) - start
  if (clockwise && sweep < 0) sweep += 2 * Math.PI
  if (!clockwise && sweep > 0) sweep -= 2 * Math.PI
  const curves = arcByCentre(centre, a, b, turn, start, sweep, tolerance)
  const last = curves.at(-1)
  if (last) last.to = to
  return curves
}
