import type { Polyline } from '../geometry/flatten'
import { lengthOfVector } from '../geometry/point'

/**
 * Cuts a polyline into dashes that come out even: they stay as long as was asked for and the gaps vary, from half to
 * three times theirs. Only a line too short for that gets other dashes. Both ends are half a gap away from the line's
 * ends: a bridge of paper stays there, so that a dash never runs into an edge.
 * @param dash length of a dash, mm
 * @param gap length between dashes, mm
 * @returns the dashes; none for a line shorter than one gap
 */
export function intoDashes(line: Polyline, dash: number, gap: number): Polyline[] {
  if (!(dash > 0 && gap > 0))
    throw new RangeError(`dashes: dash ${dash} and gap ${gap} must be greater than 0`)
  const along = [0]
  for (let i = 2; i < line.length; i += 2)
    along.push(along.at(-1)! + lengthOfVector(line[i]! - line[i - 2]!, line[i + 1]! - line[i - 1]!))
  const total = along.at(-1)!
  if (total <= gap) return []
  const fewest = Math.max(1, Math.floor(total / (dash + gap)))
  const gapOf = (count: number) => total / count - dash
  const [nearest] = [fewest, fewest + 1]
    .filter((count) => gapOf(count) >= gap / 2 && gapOf(count) <= 3 * gap)
    .sort((a, b) => Math.abs(Math.log(gapOf(a) / gap)) - Math.abs(Math.log(gapOf(b) / gap)))
  const count = nearest ?? Math.max(1, Math.round(total / (dash + gap)))
  const beat = total / count
  const mark = nearest ? dash : Math.min((beat * dash) / (dash + gap), beat - gap / 2)
  return Array.from({ length: count }, (_, i) => {
    const from = i * beat + (beat - mark) / 2
    return stretch(line, along, from, from + mark)
  })
}

/** The part of a polyline between two distances from its start. */
function stretch(line: Polyline, along: readonly number[], from: number, to: number): Polyline {
  const points: number[] = []
  const put = (k: number, distance: number) => {
    const length = along[k]! - along[k - 1]!
    const t = length > 0 ? (distance - along[k - 1]!) / length : 0
    points.push(
      line[2 * k - 2]! + t * (line[2 * k]! - line[2 * k - 2]!),
      line[2 * k - 1]! + t * (line[2 * k + 1]! - line[2 * k - 1]!),
    )
  }
  let k = 1
  while (k < along.length - 1 && along[k]! <= from) k += 1
  put(k, from)
  while (k < along.length - 1 && along[k]! < to) {
    points.push(line[2 * k]!, line[2 * k + 1]!)
    k += 1
  }
  put(k, to)
  return Float64Array.from(points)
}
