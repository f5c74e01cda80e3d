/** A point or vector in space, mm: x to the right, y up, z towards whoever looks at the front. */
export type Vec3 = readonly [number, number, number]

/** A motion of a rigid body: the three rows of its rotation, then how far it is moved, mm. */
export type Rigid = {
  readonly r: readonly [number, number, number, number, number, number, number, number, number]
  readonly t: Vec3
}

export const RESTING: Rigid = { r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, 0] }

export const plus = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const times = (a: Vec3, by: number): Vec3 => [a[0] * by, a[1] * by, a[2] * by]
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const lengthOf = (a: Vec3): number => Math.sqrt(dot(a, a))
export const unit = (a: Vec3): Vec3 => times(a, 1 / (lengthOf(a) || 1))

/** Where a motion takes a point. */
export const moved = ({ r, t }: Rigid, [x, y, z]: Vec3): Vec3 => [
  r[0] * x + r[1] * y + r[2] * z + t[0],
  r[3] * x + r[4] * y + r[5] * z + t[1],
  r[6] * x + r[7] * y + r[8] * z + t[2],
]

/** Where a motion takes a direction. */
export const turned = ({ r }: Rigid, v: Vec3): Vec3 => moved({ r, t: [0, 0, 0] }, v)

/** One motion after another: `second` of what `first` gives. */
export function after(second: Rigid, first: Rigid): Rigid {
  const [a, b] = [second.r, first.r]
  const row = (i: number, k: number) => a[i]! * b[k]! + a[i + 1]! * b[k + 3]! + a[i + 2]! * b[k + 6]!
  return {
    r: [row(0, 0), row(0, 1), row(0, 2), row(3, 0), row(3, 1), row(3, 2), row(6, 0), row(6, 1), row(6, 2)],
    t: moved(second, first.t),
  }
}

/**
 * A turn about an axis by the right hand's rule (Rodrigues 1840).
 * @param along of length 1
 * @param angle radians
 */
export function turnAbout(at: Vec3, along: Vec3, angle: number): Rigid {
  const [x, y, z] = along
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const k = 1 - c
  const r: Rigid['r'] = [
    c + x * x * k,
    x * y * k - z * s,
    x * z * k + y * s,
    y * x * k + z * s,
    c + y * y * k,
    y * z * k - x * s,
    z * x * k - y * s,
    z * y * k + x * s,
    c + z * z * k,
  ]
  return { r, t: minus(at, moved({ r, t: [0, 0, 0] }, at)) }
}

export const radians = (degrees: number): number => (degrees * Math.PI) / 180
export const degrees = (angle: number): number => (angle * 180) / Math.PI
