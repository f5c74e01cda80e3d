import { intersect, regionArea } from '../geometry/regions'
import type { Bin } from './bin'
import type { Laid } from './problem'

/** What lies in a bin, as it is told: by the corners of turned boxes. */
export const laidIn = (bin: Bin): Laid[] =>
  bin.members.flatMap(({ item, fixed }, i) => {
    if (fixed) return []
    const { x, y, degrees } = bin.poses[i]!
    const { own } = bin.solids[i]!
    return [{ item, x: x + own.minX, y: y + own.minY, rotation: degrees }]
  })

/** Whether no two solids share more than a hair, by the boolean library that the search does not use. */
export function isClean(bin: Bin): boolean {
  for (let i = 0; i < bin.members.length; i += 1)
    for (let j = 0; j < i; j += 1) {
      if (bin.members[i]!.fixed && bin.members[j]!.fixed) continue
      const [a, b] = [bin.solids[i]!, bin.solids[j]!]
      const [p, q] = [bin.poses[i]!, bin.poses[j]!]
      if (
        a.box.minX + p.x >= b.box.maxX + q.x ||
        a.box.maxX + p.x <= b.box.minX + q.x ||
        a.box.minY + p.y >= b.box.maxY + q.y ||
        a.box.maxY + p.y <= b.box.minY + q.y
      )
        continue
      const moved = (rings: readonly Float64Array[], dx: number, dy: number) =>
        rings.map((r) => r.map((v, k) => v + (k % 2 === 0 ? dx : dy)))
      if (regionArea(intersect(moved(a.rings, p.x, p.y), moved(b.rings, q.x, q.y), 'even-odd')) > 0.02)
        return false
    }
  return true
}
