import { type Affine, IDENTITY } from '../../geometry/affine'
import { arcByCentre } from '../../geometry/arc'
import { type Contour, type Segment, transformContour } from '../../geometry/path'
import { distance, type Point } from '../../geometry/point'
import { splineContour, throughPoints } from './spline'
import { type Item, numberOf, numbersOf, pointOf, pointsOf, toNumber } from './tags'

/** The contour of an entity in drawing units, y up; null for one whose numbers make no line. */
type Reader = (item: Item, tolerance: number, vertices: readonly Item[]) => Contour | null

const RADIANS = Math.PI / 180
const TURN = 2 * Math.PI

/** How far an arc goes counterclockwise from one angle to another: up to a whole turn, and all of it where they are one. */
function sweepOf(from: number, to: number, turn: number): number {
  if (to - from >= turn) return turn
  const sweep = (((to - from) % turn) + turn) % turn
  return sweep <= 1e-9 ? turn : sweep
}

function arc(
  centre: Point,
  rx: number,
  ry: number,
  turn: number,
  from: number,
  sweep: number,
  tolerance: number,
): Contour | null {
  if (!(rx > 0 && ry > 0) || !Number.isFinite(from + sweep + rx + ry)) return null
  const whole = Math.abs(Math.abs(sweep) - TURN) < 1e-6
  const segments = arcByCentre(centre, rx, ry, turn, from, whole ? TURN : sweep, tolerance)
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const [x, y] = [rx * Math.cos(from), ry * Math.sin(from)]
  const start = { x: centre.x + c * x - s * y, y: centre.y + s * x + c * y }
  if (whole) segments.at(-1)!.to = start
  return { start, segments, closed: whole }
}

/** Points with bulges as straight stretches and arcs; bulge = tan(angle / 4), positive counterclockwise (DXF reference). */
function bulged(
  points: readonly (Point & { bulge: number })[],
  closed: boolean,
  tolerance: number,
): Contour | null {
  if (points.length < 2) return null
  const segments: Segment[] = []
  const count = closed ? points.length : points.length - 1
  for (let i = 0; i < count; i += 1) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    const chord = distance(a, b)
    if (!(Math.abs(a.bulge) >= 1e-9) || !(chord >= 1e-12)) {
      segments.push({ to: { x: b.x, y: b.y } })
      continue
    }
    const angle = 4 * Math.atan(a.bulge)
    const radius = chord / (2 * Math.sin(Math.abs(angle) / 2))
    // The centre lies on the bisector of the chord, on the left of a to b for an arc of less than half a turn.
    const off = (chord * (1 - a.bulge * a.bulge)) / (4 * a.bulge)
    const centre = {
      x: (a.x + b.x) / 2 - ((b.y - a.y) / chord) * off,
      y: (a.y + b.y) / 2 + ((b.x - a.x) / chord) * off,
    }
    const from = Math.atan2(a.y - centre.y, a.x - centre.x)
    const curves = arcByCentre(centre, radius, radius, 0, from, angle, tolerance)
    const last = curves.at(-1)
    if (last) last.to = { x: b.x, y: b.y }
    segments.push(...(last ? curves : [{ to: { x: b.x, y: b.y } }]))
  }
  // The closing stretch of a closed contour is not written out where it is straight.
  if (closed && !segments.at(-1)!.c1) segments.pop()
  return { start: { x: points[0]!.x, y: points[0]!.y }, segments, closed }
}

const lwpolyline: Reader = (item, tolerance) => {
  const points: (Point & { bulge: number })[] = []
  for (const { code, value } of item.tags) {
    if (code === 10) points.push({ x: toNumber(value), y: 0, bulge: 0 })
    else if (code === 20 && points.length > 0) points.at(-1)!.y = toNumber(value)
    else if (code === 42 && points.length > 0) points.at(-1)!.bulge = toNumber(value)
  }
  return bulged(points, (numberOf(item, 70, 0) & 1) === 1, tolerance)
}

const polyline: Reader = (item, tolerance, vertices) => {
  const flags = numberOf(item, 70, 0)
  // Meshes and polyface meshes are surfaces.
  if (flags & (16 | 64)) return null
  // Of a smoothed polyline the control points are in the file too, and are no part of its course.
  const course = vertices.filter((v) => (numberOf(v, 70, 0) & 16) === 0)
  const points = course.map((v) => ({ ...pointOf(v, 10), bulge: numberOf(v, 42, 0) }))
  return bulged(points, (flags & 1) === 1, tolerance)
}

const spline: Reader = (item, tolerance) => {
  const closed = (numberOf(item, 70, 0) & 1) === 1
  const control = pointsOf(item, 10)
  const fit = pointsOf(item, 11)
  if (control.length === 0) return throughPoints(closed && fit.length > 0 ? [...fit, fit[0]!] : fit, closed)
  const weights = numbersOf(item, 41)
  return splineContour(
    {
      degree: numberOf(item, 71, 3),
      knots: numbersOf(item, 40),
      control,
      weights: weights.length === control.length ? weights : control.map(() => 1),
    },
    closed,
    tolerance,
  )
}

const ellipse: Reader = (item, tolerance) => {
  const major = vectorOf(item, 11)
  const rx = Math.hypot(...major)
  const ratio = numberOf(item, 40, 1)
  if (!(rx > 0 && ratio > 0) || !Number.isFinite(rx * ratio)) return null
  const from = numberOf(item, 41, 0)
  const sweep = sweepOf(from, numberOf(item, 42, TURN), TURN)
  const circle = arc({ x: 0, y: 0 }, 1, 1, 0, from, sweep, tolerance / (rx * Math.max(1, ratio)))
  // The shorter axis stands on the longer one and on the extrusion, in space; it is seen from above.
  const minor = cross(normalOf(item), major).map((v) => v * ratio)
  const centre = pointOf(item, 10)
  return circle && transformContour(circle, [major[0], major[1], minor[0]!, minor[1]!, centre.x, centre.y])
}

/** How each kind of entity that is a line is read. Adding a kind is one entry. */
export const ENTITIES: Readonly<Record<string, Reader>> = {
  LINE: (item) => ({ start: pointOf(item, 10), segments: [{ to: pointOf(item, 11) }], closed: false }),
  LWPOLYLINE: lwpolyline,
  POLYLINE: polyline,
  ARC: (item, tolerance) => {
    const from = numberOf(item, 50, 0)
    const r = numberOf(item, 40, 0)
    const sweep = sweepOf(from, numberOf(item, 51, 360), 360)
    return arc(pointOf(item, 10), r, r, 0, from * RADIANS, sweep * RADIANS, tolerance)
  },
  CIRCLE: (item, tolerance) => {
    const r = numberOf(item, 40, 0)
    return arc(pointOf(item, 10), r, r, 0, 0, TURN, tolerance)
  },
  ELLIPSE: ellipse,
  SPLINE: spline,
}

type Vector = readonly [number, number, number]

const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

const vectorOf = (item: Item, xCode: number): Vector => [
  numberOf(item, xCode, 0),
  numberOf(item, xCode + 10, 0),
  numberOf(item, xCode + 20, 0),
]

/** The unit extrusion of an entity: which way the plane faces that it is drawn in. */
function normalOf(item: Item): Vector {
  const [x, y, z] = [numberOf(item, 210, 0), numberOf(item, 220, 0), numberOf(item, 230, 1)]
  const length = Math.hypot(x, y, z)
  return length > 0 && Number.isFinite(length) ? [x / length, y / length, z / length] : [0, 0, 1]
}

/** Kinds whose coordinates are in a system of the entity's own, which its extrusion turns. */
const IN_OWN_SYSTEM = new Set(['LWPOLYLINE', 'POLYLINE', 'ARC', 'CIRCLE', 'INSERT'])

/**
 * From an entity's own system to the drawing seen from above (DXF reference: arbitrary axis algorithm).
 */
export function ownSystem(item: Item): Affine {
  const normal = normalOf(item)
  if (!IN_OWN_SYSTEM.has(item.type) || normal[2] === 1) return IDENTITY
  const nearZ = Math.abs(normal[0]) < 1 / 64 && Math.abs(normal[1]) < 1 / 64
  const across = cross(nearZ ? [0, 1, 0] : [0, 0, 1], normal)
  const length = Math.hypot(...across)
  const x: Vector = [across[0] / length, across[1] / length, across[2] / length]
  const y = cross(normal, x)
  const height = numberOf(item, item.type === 'LWPOLYLINE' ? 38 : 30, 0)
  return [x[0], x[1], y[0], y[1], height * normal[0], height * normal[1]]
}

/** Whether an entity lies in a plane that is not seen from straight above or below. */
export const isTilted = (item: Item): boolean => Math.abs(normalOf(item)[2]) < 0.9999
