import { type FoldModel, onFlat } from './model'
import { dot, moved, type Rigid, turned } from './rigid'

/** Sizes as the largest panel lies: across and up on it, and off it, mm. */
export type Extent = { width: number; depth: number; height: number }

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
