import { type Affine, apply } from '../../geometry/affine'
import { flatten, type Polyline } from '../../geometry/flatten'
import type { Box } from '../../geometry/measure'
import type { Contour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { isInside, nearestOn } from '../../geometry/polyline'
import { SpatialIndex } from '../../geometry/spatial-index'

/** How far apart the points of a letter's edge lie at most that are looked at, mm. */
const SPACING = 0.25
/** How far from the outline a point is still measured, mm; farther ones do not matter. */
const REACH = 40
/** Sinks that differ by less are equal, mm. */
const EVEN = 0.002

/** A base into which letters sink: on one side of its outline, or on the other of an opening's. */
export class Ground {
  private readonly line: Polyline
  private readonly stretches: SpatialIndex

  constructor(
    contour: Contour,
    private readonly isOpening: boolean,
  ) {
    this.line = flatten(contour, 0.002)
    const boxes: Box[] = []
    for (let i = 0; 2 * i + 3 < this.line.length; i += 1) {
      const [ax, ay, bx, by] = this.line.subarray(2 * i, 2 * i + 4) as unknown as [
        number,
        number,
        number,
        number,
      ]
      boxes.push({
        minX: Math.min(ax, bx),
        minY: Math.min(ay, by),
        maxX: Math.max(ax, bx),
        maxY: Math.max(ay, by),
      })
    }
    this.stretches = new SpatialIndex(boxes)
  }

  /** How deep a point lies in the paper, mm; less than nought outside of it. */
  depthOf(p: Point): number {
    let nearest = REACH
    for (let reach = 1; reach <= REACH; reach *= 6.4) {
      const box = { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }
      for (const k of this.stretches.meeting(box, reach))
        nearest = Math.min(nearest, nearestOn(this.line, k, p.x, p.y).distance)
      if (nearest <= reach) break
    }
    return isInside(p, this.line) !== this.isOpening ? nearest : -nearest
  }
}

/** The points of a letter's edge that may reach a base: those of its lower part, close together. */
export function footOf(contours: readonly Contour[], scale: number): Point[] {
  const points = contours.flatMap((c) => spaced(flatten(c, 0.005 / scale), SPACING / scale))
  const lowest = Math.max(...points.map((p) => p.y))
  const highest = Math.min(...points.map((p) => p.y))
  return points.filter((p) => p.y > lowest - 0.4 * (lowest - highest))
}

function spaced(line: Polyline, spacing: number): Point[] {
  const points: Point[] = []
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [ax, ay, bx, by] = [line[i]!, line[i + 1]!, line[i + 2]!, line[i + 3]!]
    const parts = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / spacing))
    for (let k = 0; k < parts; k += 1)
      points.push({ x: ax + (k / parts) * (bx - ax), y: ay + (k / parts) * (by - ay) })
  }
  return points
}

/**
 * How far below its course a letter's base line lies so that its deepest point sinks exactly so deep, whatever its
 * foot: by the secant method on the depth, which is nearly as steep as the way down.
 * @param stand the map of the letter, for a sink of its base line
 */
export function evenSink(
  ground: Ground,
  foot: readonly Point[],
  sink: number,
  stand: (sink: number) => Affine,
): number {
  const deepest = (at: number) => {
    const map = stand(at)
    return Math.max(...foot.map((p) => ground.depthOf(apply(map, p))))
  }
  let [a, fa] = [sink, deepest(sink) - sink]
  if (Math.abs(fa) < EVEN) return a
  let b = a - fa
  for (let k = 0; k < 8; k += 1) {
    const fb = deepest(b) - sink
    if (Math.abs(fb) < EVEN || fb === fa) break
    const next = b - (fb * (b - a)) / (fb - fa)
    ;[a, fa, b] = [b, fb, next]
  }
  return b
}

/** Along how much of its width a letter lies in the base, mm in the letter's own frame. */
export function contactOf(ground: Ground, foot: readonly Point[], map: Affine, scale: number): number {
  const within = foot.filter((p) => ground.depthOf(apply(map, p)) > 0).map((p) => p.x)
  return within.length > 0 ? scale * (Math.max(...within) - Math.min(...within)) : 0
}
