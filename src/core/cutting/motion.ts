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

/** Turns up to this are those of a curve that is drawn in short stretches, degrees; beyond, a corner. */
const SMOOTH = 20

const isSmooth = (angle: number): boolean => (Math.abs(angle) * 180) / Math.PI <= SMOOTH

/** A stretch that is longer than its neighbours by more than this is no chord of a curve. */
const LONGER = 2

/**
 * The speed at which a turn from one stretch to the next may be passed, mm/s. On a curve the centripetal acceleration
 * v²/r is the limit (textbook), whatever stretches it is drawn in; at a corner the change of velocity is.
 * @param angle radians
 * @param before and `after`: lengths of the two stretches, mm
 */
export function turnSpeed(angle: number, before: number, after: number, motion: Motion): number {
  if (!isSmooth(angle)) return cornerSpeed(angle, motion)
  // Half a chord over its radius is the sine of half the angle that it spans. Beside a long stretch the short one counts.
  const radius = Math.min(before, after) / 2 / Math.sin(Math.abs(angle) / 2)
  return Math.min(motion.speed, Math.sqrt(motion.acceleration * radius))
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
  /** where the course bends smoothly: how fast that may be passed */
  const bends = new Float64Array(Math.max(1, n + 1)).fill(Infinity)
  let before = 0
  for (let i = 0; i < n; i += 1) {
    const dx = points[2 * i + 2]! - points[2 * i]!
    const dy = points[2 * i + 3]! - points[2 * i + 1]!
    lengths[i] = lengthOfVector(dx, dy)
    const heading = Math.atan2(dy, dx)
    if (i > 0) {
      const turn = Math.atan2(Math.sin(heading - before), Math.cos(heading - before))
      speeds[i] = turnSpeed(turn, lengths[i - 1]!, lengths[i]!, motion)
      if (isSmooth(turn)) bends[i] = speeds[i]!
    }
    before = heading
  }
  // A chord of a curve is gone along no faster than its ends are passed.
  const most = lengths.map((length, i) => {
    const around = [lengths[i - 1], lengths[i + 1]].filter((l) => l !== undefined)
    const isChord = around.length > 0 && length <= LONGER * Math.max(...around)
    const ends = [i, i + 1].filter((k) => k > 0 && k < n).map((k) => bends[k]!)
    return isChord && ends.length > 0 ? Math.min(motion.speed, Math.max(...ends)) : motion.speed
  })
  const reach = (v: number, length: number) => Math.sqrt(v * v + 2 * motion.acceleration * length)
  for (let i = 1; i <= n; i += 1) speeds[i] = Math.min(speeds[i]!, reach(speeds[i - 1]!, lengths[i - 1]!))
  for (let i = n - 1; i >= 0; i -= 1) speeds[i] = Math.min(speeds[i]!, reach(speeds[i + 1]!, lengths[i]!))
  return lengths.map((length, i) =>
    length === 0 ? 0 : trapezoidTime(length, speeds[i]!, speeds[i + 1]!, { ...motion, speed: most[i]! }),
  )
}
