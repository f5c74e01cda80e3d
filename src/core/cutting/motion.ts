import type { Polyline } from '../geometry/flatten'
import { lengthOfVector } from '../geometry/point'

/** How a machine moves. */
export type Motion = {
  /** mm/s that it may go */
  speed: number
  /** mm/s² */
  acceleration: number
  /** the change of velocity that a corner may ask for at once, mm/s */
  corner: number
}

/**
 * The time to go a distance, speeding up from `from` and slowing down to `to`, never faster than `speed`: the
 * trapezoid motion profile, a triangle where the distance is too short to reach the speed (textbook).
 * @param distance mm
 * @param from mm/s
 * @param to mm/s
 * @returns seconds
 */
export function trapezoidTime(
  distance: number,
  from: number,
  to: number,
  { speed, acceleration }: Pick<Motion, 'speed' | 'acceleration'>,
): number {
  const peak = Math.min(speed, Math.sqrt(acceleration * distance + (from * from + to * to) / 2))
  const ramps = (2 * peak * peak - from * from - to * to) / (2 * acceleration)
  return (2 * peak - from - to) / acceleration + Math.max(0, distance - ramps) / peak
}

/** The speed at which a corner that turns by `angle` radians may be passed, mm/s. */
export function cornerSpeed(angle: number, { speed, corner }: Pick<Motion, 'speed' | 'corner'>): number {
  const change = 2 * Math.sin(Math.abs(angle) / 2)
  return change * speed <= corner ? speed : corner / change
}

/**
 * How long each stretch of a polyline takes, from rest to rest: corners are passed as fast as they may, and no faster
 * than the stretches before and after leave room to speed up and slow down.
 * @returns seconds for each stretch
 */
export function stretchTimes(points: Polyline, motion: Motion): Float64Array {
  const n = points.length / 2 - 1
  const lengths = new Float64Array(Math.max(0, n))
  const speeds = new Float64Array(Math.max(1, n + 1))
  let before = 0
  for (let i = 0; i < n; i += 1) {
    const dx = points[2 * i + 2]! - points[2 * i]!
    const dy = points[2 * i + 3]! - points[2 * i + 1]!
    lengths[i] = lengthOfVector(dx, dy)
    const heading = Math.atan2(dy, dx)
    if (i > 0) {
      const turn = Math.atan2(Math.sin(heading - before), Math.cos(heading - before))
      speeds[i] = cornerSpeed(turn, motion)
    }
    before = heading
  }
  const reach = (v: number, length: number) => Math.sqrt(v * v + 2 * motion.acceleration * length)
  for (let i = 1; i <= n; i += 1) speeds[i] = Math.min(speeds[i]!, reach(speeds[i - 1]!, lengths[i - 1]!))
  for (let i = n - 1; i >= 0; i -= 1) speeds[i] = Math.min(speeds[i]!, reach(speeds[i + 1]!, lengths[i]!))
  return lengths.map((length, i) =>
    length === 0 ? 0 : trapezoidTime(length, speeds[i]!, speeds[i + 1]!, motion),
  )
}
