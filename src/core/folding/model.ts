import type { Polyline } from '../geometry/flatten'
import type { Vec3 } from './rigid'

/** A place on the flat sheet as folding counts it, mm: y up, so that a fold's right hand is the right hand in space. */
export type Flat = readonly [x: number, y: number]

/** A rigid part of a piece. */
export type FoldPanel = {
  id: string
  piece: string
  /** its edge, closed without repeating its first point, the paper on its left */
  ring: readonly Flat[]
  /** the edges of its openings, the paper on their left too */
  openings: readonly (readonly Flat[])[]
  /** mm² */
  area: number
}

/** Why a fold has its angle, and whether that needs no second look. */
export type Reason = { sure: boolean; why: string }

/** What joins two panels: a straight axis, with `b` on its left and `a` on its right. */
export type Hinge = {
  id: string
  /** lines that are drawn along it; several where a fold is interrupted */
  lines: readonly string[]
  /** positions of its panels */
  a: number
  b: number
  from: Flat
  to: Flat
  /** the angle it folds to, degrees from flat, valley greater than nought (as FOLD counts them) */
  target: number
  /** whether the angle follows from others by a loop, so that it is the first to change where the loop does not close */
  follows: boolean
  /** whether its drawing gives the angle, so that nothing is thought about it */
  given?: boolean
  /** whether its drawn direction is against that of all others like it */
  against?: boolean
} & Reason

/** A panel that is glued to another: what maps the flat place of one onto the flat place of the other. */
export type Glue = {
  panel: number
  partner: number
  /** turn (cosine, sine) and shift of the flat sheet that lay the panel onto its partner; mirrored where faces meet */
  lay: { cos: number; sin: number; x: number; y: number; mirrored: boolean }
  /** the edge of the partner that the hinge of the panel comes to lie on; null where it lies on its face */
  edge: readonly [Flat, Flat] | null
}

/** Panels and hinges of one build, with what is glued. */
export type FoldModel = {
  panels: readonly FoldPanel[]
  hinges: readonly Hinge[]
  glue: readonly Glue[]
  /** lines of folds that no panel turns about, each with the reason */
  idle: readonly { line: string; why: string }[]
}

export const onFlat = ([x, y]: Flat): Vec3 => [x, y, 0]

/** A polyline of the drawing as flat places, the last point left out where it repeats the first. */
export function flatsOf(polyline: Polyline): Flat[] {
  const flats: Flat[] = []
  for (let i = 0; i + 1 < polyline.length; i += 2) flats.push([polyline[i]!, -polyline[i + 1]!])
  const [first, last] = [flats[0], flats.at(-1)]
  if (flats.length > 1 && Math.abs(first![0] - last![0]) + Math.abs(first![1] - last![1]) < 1e-9) flats.pop()
  return flats
}

/** Twice the area within a ring: greater than nought where the paper lies on its left, mm². */
export function twiceAreaOf(ring: readonly Flat[]): number {
  let sum = 0
  for (let i = 0; i < ring.length; i += 1) {
    const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!]
    sum += a[0] * b[1] - b[0] * a[1]
  }
  return sum
}

/** A ring turned so that the paper lies on its left, or as an opening with the paper on its left. */
export const wound = (ring: readonly Flat[], isOpening = false): readonly Flat[] =>
  twiceAreaOf(ring) > 0 === isOpening ? [...ring].reverse() : ring

/** The flat place onto which a glued panel's place is laid. */
export function laid({ cos, sin, x, y, mirrored }: Glue['lay'], [px, py]: Flat): Flat {
  const q = mirrored ? -py : py
  return [cos * px - sin * q + x, sin * px + cos * q + y]
}

/** Whether a flat place lies within a ring, by the even-odd rule. */
export function isWithin(ring: readonly Flat[], [x, y]: Flat): boolean {
  let inside = false
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside
  })
  return inside
}
