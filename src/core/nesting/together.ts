import { Bin, type Pose } from './bin'
import { gridCell, partOnGrid } from './part-on-grid'
import { bestPlace } from './search'
import { separate } from './separate'

/** Rounds without a better state before a strike, and strikes before a try is given up. */
const PATIENCE = { rounds: 150, strikes: 3 }
/** Passes over a grid before a try is given up. */
const PASSES = 700
/** Room between two sheets that lie side by side for the search, mm. */
const APART = 10

/**
 * Lays what lies in one bin into others, with all that lies there: every piece may go to every sheet, overlaps are
 * allowed and made less and less until there are none (overlap minimisation over all sheets at once: on a grid where
 * pieces turn by quarters, else by {@link separate}).
 * @yields after each move
 * @returns whether it was done; else all is as before
 */
export function* layTogether(
  bins: readonly Bin[],
  from: Bin,
  random: () => number,
): Generator<void, boolean> {
  const shifts: number[] = []
  let end = 0
  const areas = bins.map(({ area }) => {
    const shift = end - area.minX
    shifts.push(shift)
    end += area.maxX - area.minX + APART
    return { ...area, minX: area.minX + shift, maxX: area.maxX + shift }
  })
  const all = new Bin(areas, random)
  const moved = (pose: Pose, dx: number): Pose => ({ ...pose, x: pose.x + dx })
  bins.forEach((bin, k) => {
    bin.members.forEach((member, i) => {
      all.add(member, moved(bin.poses[i]!, shifts[k]!))
    })
  })
  for (const member of from.members) {
    if (member.fixed) continue
    const at = all.add(member, {
      x: areas[0]!.minX,
      y: areas[0]!.minY,
      degrees: all.anyTurn(member.kind.kind),
    })
    const place = bestPlace(all, at, () => 1, random)
    // What fits on none of the sheets by itself never will.
    if (!place) return false
    all.set(at, place)
    yield
  }
  const cell = gridCell(all)
  const parted = cell ? yield* partOnGrid(all, cell, random, PASSES) : yield* separate(all, random, PATIENCE)
  if (!parted) return false
  const laid = all.members.map((member, i) => ({ member, pose: all.poses[i]!, area: all.areaOf(i) }))
  bins.forEach((bin, k) => {
    for (let i = bin.members.length - 1; i >= 0; i -= 1) bin.remove(i)
    for (const { member, pose, area } of laid) if (area === k) bin.add(member, moved(pose, -shifts[k]!))
  })
  for (let i = from.members.length - 1; i >= 0; i -= 1) if (!from.members[i]!.fixed) from.remove(i)
  return true
}
