import { type FoldModel, onFlat } from './model'
import { dot, moved, type Rigid, turned, type Vec3 } from './rigid'

/** Sizes as the largest panel lies: across and up on it, and off it, mm. */
export type Extent = { width: number; depth: number; height: number }

/** Panels smaller than this share of the largest are no walls of the room within. */
const WALL = 0.03
/** A plane turned by less than this stands square, as the cosine. */
const SQUARE = Math.cos((3 * Math.PI) / 180)

/** The size of a build in a pose, mm. */
export function extentOf({ panels }: FoldModel, pose: readonly Rigid[]): Extent {
  const points = panels.flatMap(({ ring }, i) => ring.map((p) => moved(pose[i]!, onFlat(p))))
  const along = (k: 0 | 1 | 2) => {
    let [low, high] = [Infinity, -Infinity]
    for (const p of points) {
      low = Math.min(low, p[k])
      high = Math.max(high, p[k])
    }
    return high - low
  }
  return { width: along(0), depth: along(1), height: along(2) }
}

/**
 * The room within a box, mm: between walls that face each other, less the paper's thickness; where there is one wall
 * alone, as far as the walls that stand on it reach. Null where nothing stands square to anything.
 * @param caliper mm
 */
export function roomOf({ panels }: FoldModel, pose: readonly Rigid[], caliper: number): Extent | null {
  const largest = Math.max(...panels.map((p) => p.area))
  const walls = panels.flatMap((panel, i) => {
    if (panel.area < WALL * largest) return []
    const normal = turned(pose[i]!, [0, 0, 1])
    const axis = normal.findIndex((v) => Math.abs(v) > SQUARE)
    const points = panel.ring.map((p) => moved(pose[i]!, onFlat(p)))
    return axis < 0 ? [] : [{ axis: axis as 0 | 1 | 2, points }]
  })
  const axes = new Set(walls.map((w) => w.axis))
  if (axes.size < 2) return null
  const room = ([0, 1, 2] as const).map((k) => {
    const facing = walls.filter((w) => w.axis === k).map((w) => mean(w.points, k))
    const apart = Math.max(...facing) - Math.min(...facing)
    if (facing.length > 1 && apart > 1) return apart - caliper
    const reach = walls.filter((w) => w.axis !== k).flatMap((w) => w.points.map((p) => p[k]))
    return reach.length > 0 ? Math.max(...reach) - Math.min(...reach) - caliper / 2 : 0
  })
  return { width: room[0]!, depth: room[1]!, height: room[2]! }
}

const mean = (points: readonly Vec3[], k: 0 | 1 | 2) =>
  points.reduce((sum, p) => sum + p[k], 0) / points.length

/** Whether a build lies flat in a pose: no corner farther off the largest panel than some thickness, mm. */
export const heightAbove = ({ panels }: FoldModel, pose: readonly Rigid[]): number => {
  const up = turned(pose[0]!, [0, 0, 1])
  const from = moved(pose[0]!, [0, 0, 0])
  return Math.max(
    ...panels.flatMap(({ ring }, i) =>
      ring.map((p) => Math.abs(dot(up, moved(pose[i]!, onFlat(p))) - dot(up, from))),
    ),
  )
}
