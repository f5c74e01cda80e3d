import { rotation } from '../geometry/affine'
import type { Polyline } from '../geometry/flatten'
import { heightOf, widthOf } from '../geometry/measure'
import { polylineBox, transformPolyline } from '../geometry/polyline'
import { offset } from '../geometry/regions'

/** A shape laid in a room: the left upper corner of its turned box, and degrees clockwise. */
export type LaidShape = { x: number; y: number; rotation: number }

/**
 * Rows in which equal shapes reach into one another, each turned by half against the one before it or none of them:
 * triangles, trapezes and arrows take less than their boxes so.
 * @param ring the outline, a closed polyline
 * @param spacing least distance between two shapes, mm
 * @param angles the turns that may begin a row, degrees
 * @param halves whether every other one may be turned by half
 * @returns the fullest way of those; of none where boxes alone do as well
 */
export function fillRows(
  ring: Polyline,
  room: { width: number; height: number },
  spacing: number,
  angles: readonly number[],
  halves: boolean,
): LaidShape[] {
  const [grown] = offset([ring], spacing / 2, 'round')
  if (!grown) return []
  let best: LaidShape[] = []
  for (const angle of angles)
    for (const other of halves ? [angle, angle + 180] : [angle]) {
      const laid = rowsOf(grown, room, spacing, [angle, other])
      if (laid.length > best.length) best = laid
    }
  return best
}

function rowsOf(
  grown: Polyline,
  room: { width: number; height: number },
  spacing: number,
  angles: readonly [number, number],
): LaidShape[] {
  const [a, b] = angles.map((angle) => new Turned(grown, angle)) as [Turned, Turned]
  const { width, height } = a
  const ab = a.reachTo(b)
  const ba = b.reachTo(a)
  // The one after the next must clear the first too.
  const period = Math.max(ab + ba, a.reachTo(a), b.reachTo(b))
  const places: { x: number; rotation: number }[] = []
  // What was grown may lie over the rim by half the spacing.
  const wide = room.width + spacing + 1e-6
  for (let k = 0; ; k += 1) {
    const x = Math.floor(k / 2) * period + (k % 2) * ab
    if (x + width > wide) break
    places.push({ x, rotation: angles[k % 2]! % 360 })
  }
  const rows = Math.floor((room.height + spacing + 1e-6) / height)
  return Array.from({ length: rows }, (_, row) => places.map((p) => ({ ...p, y: row * height }))).flat()
}

/** A shape turned, with the left upper corner of its box at the origin. */
class Turned {
  readonly width: number
  readonly height: number
  private readonly ring: Polyline

  constructor(shape: Polyline, degrees: number) {
    const turned = transformPolyline(shape, rotation(degrees))
    const box = polylineBox(turned)
    this.ring = turned.map((v, i) => v - (i % 2 === 0 ? box.minX : box.minY))
    this.width = widthOf(box)
    this.height = heightOf(box)
  }

  /** How far to the right another one must lie to clear this one, both on one level. */
  reachTo(other: Turned): number {
    let least = 0
    // Between two heights of corners both edges are straight, so the narrowest place is at a corner, seen from above or below.
    for (const y of new Set([...this.heights(), ...other.heights()]))
      for (const at of [y - 1e-7, y + 1e-7]) {
        const [right, left] = [this.extent(at)?.[1], other.extent(at)?.[0]]
        if (right !== undefined && left !== undefined) least = Math.max(least, right - left)
      }
    return least
  }

  private heights(): number[] {
    return Array.from({ length: this.ring.length / 2 }, (_, i) => this.ring[2 * i + 1]!)
  }

  /** From where to where it reaches at a height; undefined above and below it. */
  private extent(y: number): [number, number] | undefined {
    let [left, right] = [Infinity, -Infinity]
    const r = this.ring
    for (let i = 2; i < r.length; i += 2) {
      const [ay, by] = [r[i - 1]!, r[i + 1]!]
      if (ay > y === by > y) continue
      const x = r[i - 2]! + ((y - ay) / (by - ay)) * (r[i]! - r[i - 2]!)
      left = Math.min(left, x)
      right = Math.max(right, x)
    }
    return left <= right ? [left, right] : undefined
  }
}
