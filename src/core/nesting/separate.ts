import type { Bin } from './bin'
import { shuffled } from './random'
import { bestPlace, type Effort, USUAL } from './search'

/** Rounds without a better state before a strike, and strikes before it is given up. */
const PATIENCE = { rounds: 40, strikes: 1 }

/** How fast the weight of an overlap grows, from the least one to the greatest, and falls where there is none. */
const GROWS = { least: 1.1, most: 1.5, falls: 0.95 }

/**
 * Brings the members of a bin out of one another: each that overlaps goes to the place where it overlaps least, and
 * overlaps that last weigh more and more, so that the search leaves the dead ends it runs into (guided local search;
 * Egeblad, Nielsen and Odgaard 2007; Gardeyn, Vanden Berghe and Wauters 2025, from memory).
 * @yields after each move, so that the caller can keep an eye on the time
 * @returns whether nothing overlaps now; else the bin is left as it overlapped least
 */
export function* separate(
  bin: Bin,
  random: () => number,
  patience = PATIENCE,
  effort: Effort = USUAL,
): Generator<void, boolean> {
  const n = bin.members.length
  const soft = bin.soft
  const overlaps = new Float64Array(n * n)
  const weights = new Float64Array(n * n).fill(1)
  const measure = (i: number) => {
    for (let j = 0; j < n; j += 1) {
      const v = i === j || (bin.members[i]!.fixed && bin.members[j]!.fixed) ? 0 : bin.overlap(i, j, soft)
      overlaps[i * n + j] = v
      overlaps[j * n + i] = v
    }
  }
  for (let i = 0; i < n; i += 1) measure(i)
  const total = () => {
    let sum = 0
    for (let i = 0; i < n; i += 1) for (let j = i + 1; j < n; j += 1) sum += overlaps[i * n + j]!
    return sum
  }
  const movable = bin.members.flatMap((m, i) => (m.fixed ? [] : [i]))
  const overlapping = (i: number) => {
    for (let j = 0; j < n; j += 1) if (overlaps[i * n + j]! > 0) return true
    return false
  }
  let least = total()
  let kept = bin.copyPoses()
  for (let strike = 0; least > 0 && strike < patience.strikes; strike += 1) {
    const before = least
    for (let idle = 0; least > 0 && idle < patience.rounds; ) {
      for (const i of shuffled(movable, random)) {
        if (!overlapping(i)) continue
        const place = bestPlace(bin, i, (j) => weights[i * n + j]!, random, effort)
        if (place) {
          bin.set(i, place)
          measure(i)
        }
        yield
      }
      const now = total()
      if (now < least) {
        idle = now < 0.98 * least ? 0 : idle + 1
        least = now
        kept = bin.copyPoses()
      } else idle += 1
      reweigh(overlaps, weights)
    }
    if (least === 0) break
    bin.restore(kept)
    for (let i = 0; i < n; i += 1) measure(i)
    if (least < 0.98 * before) strike = -1
  }
  bin.restore(kept)
  return least === 0
}

function reweigh(overlaps: Float64Array, weights: Float64Array): void {
  let most = 0
  for (const v of overlaps) if (v > most) most = v
  for (let k = 0; k < weights.length; k += 1) {
    const v = overlaps[k]!
    weights[k] =
      v > 0
        ? weights[k]! * (GROWS.least + (GROWS.most - GROWS.least) * (v / most))
        : Math.max(1, weights[k]! * GROWS.falls)
  }
}
