import { collisionsOf, type FoldPanel, type Posed } from '../folding'
import { inverse } from '../folding/joins'
import { type Flat, isWithin, onFlat } from '../folding/model'
import { minus, moved, plus, type Rigid, times, turned, type Vec3 } from '../folding/rigid'

/** How far a piece is moved to see whether it comes out, as shares of its reach. */
const WAYS = [0.04, 0.1, 0.2, 0.35, 0.55, 0.8, 1.1, 1.5]

/**
 * A direction in which a piece comes out without passing through others, or null where it is shut in:
 * assembly by disassembly (Homem de Mello and Sanderson 1991), by straight ways along the axes of the panel that it
 * lies on.
 * @param others the piece that it lies on, then what else is in the way
 * @param joined its panel and the panel of the first of the others that lie on one another, by position
 * @param side the face of the other that it lies on
 */
export function wayOut(
  one: Posed,
  others: readonly Posed[],
  [panel, partner]: readonly [number, number],
  side: 'front' | 'back',
): Vec3 | null {
  const [other] = others
  const at = other!.pose[partner]!
  const off = turned(at, [0, 0, side === 'front' ? 1 : -1])
  const [x, y] = [turned(at, [1, 0, 0]), turned(at, [0, 1, 0])]
  const reach = reachOf(one) + Math.max(...others.map(reachOf))
  const isFree = (way: Vec3) =>
    others.every(
      (o) =>
        !isStopped(one, o, times(way, 1.5 * reach), o === other ? partner : -1) &&
        WAYS.every((share) => !meets(one, o, times(way, share * reach), [panel, o === other ? partner : -1])),
    )
  return [off, x, times(x, -1), y, times(y, -1)].find(isFree) ?? null
}

/** Places of a panel that are followed on their way: its corners and the middles of its edges, drawn in a little. */
function placesOf({ ring }: FoldPanel): Flat[] {
  const middle = [0, 1].map((k) => ring.reduce((sum, p) => sum + p[k as 0 | 1], 0) / ring.length)
  const drawnIn = ([x, y]: Flat): Flat => [x + 0.04 * (middle[0]! - x), y + 0.04 * (middle[1]! - y)]
  return ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!
    return [drawnIn(p), drawnIn([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2])]
  })
}

/** Whether any place of a piece meets a panel of the other on a straight way; the panel that it lies on does not count. */
function isStopped(one: Posed, other: Posed, way: Vec3, partner: number): boolean {
  const starts = one.model.panels.flatMap((p, i) => placesOf(p).map((q) => moved(one.pose[i]!, onFlat(q))))
  return other.model.panels.some((panel, i) => {
    if (i === partner) return false
    const back = inverse(other.pose[i]!)
    const step = turned(back, way)
    return starts.some((start) => {
      const from = moved(back, start)
      // Along the panel's plane nothing is met; what begins on it does not meet it.
      if (Math.abs(step[2]) < 1e-9) return false
      const t = -from[2] / step[2]
      if (t <= 0 || t > 1 || Math.abs(from[2]) < STARTS) return false
      return holds([panel.ring, ...panel.openings], [from[0] + t * step[0], from[1] + t * step[1]])
    })
  })
}

/** Paper that lies on a panel is so near to it, mm. */
const STARTS = 0.7

/** Whether a place lies within rings, openings left out. */
const holds = (rings: readonly (readonly Flat[])[], at: Flat): boolean =>
  rings.reduce((inside, ring) => isWithin(ring, at) !== inside, false)

/** Whether a moved piece passes through another one. */
function meets(one: Posed, other: Posed, by: Vec3, [panel, partner]: readonly [number, number]): boolean {
  const count = one.model.panels.length
  const shifted = one.pose.map((p): Rigid => ({ r: p.r, t: plus(p.t, by) }))
  const model = {
    panels: [...one.model.panels, ...other.model.panels],
    hinges: [],
    glue: [],
    idle: [],
  }
  const lying = partner < 0 ? [] : ([[panel, count + partner]] as const)
  return collisionsOf(model, [...shifted, ...other.pose], lying).some(({ a, b }) => a < count !== b < count)
}

/** The diagonal of the box of a piece where it lies, mm. */
function reachOf({ model, pose }: Posed): number {
  const low: [number, number, number] = [Infinity, Infinity, Infinity]
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  model.panels.forEach(({ ring }, i) => {
    for (const p of ring) {
      const v = moved(pose[i]!, onFlat(p))
      for (const k of [0, 1, 2] as const) {
        low[k] = Math.min(low[k], v[k])
        high[k] = Math.max(high[k], v[k])
      }
    }
  })
  return Math.hypot(...minus(high, low))
}
