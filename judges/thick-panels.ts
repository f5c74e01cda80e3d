/**
 * Folded panels as thick as their paper, and what is free between them: by rays through the panels, each counted where
 * a ray meets it. It knows nothing of how a pattern counts its layers.
 */

export type Place = readonly [x: number, y: number, z: number]
/** A panel in space by the corners of its middle plane, mm. */
export type ThickPanel = { ring: readonly Place[] }

export const dot = (a: Place, b: Place) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Place, b: Place): Place => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const unit = (a: Place): Place => {
  const length = Math.hypot(...a)
  return [a[0] / length, a[1] / length, a[2] / length]
}

/** The unit normal of a panel (Newell). */
export function normalOf({ ring }: ThickPanel): Place {
  const sum: [number, number, number] = [0, 0, 0]
  ring.forEach((p, i) => {
    const c = cross(p, ring[(i + 1) % ring.length]!)
    sum[0] += c[0]
    sum[1] += c[1]
    sum[2] += c[2]
  })
  return unit(sum)
}

/** Rays to a side of the block. */
const RAYS = 41
/** Layers farther off one another than this do not touch, mm. */
const TOUCHES = 0.7

/** A block: from and to along each of three directions, mm. */
export type Block = readonly (readonly [number, number])[]

/**
 * How far a block may reach from its middle along each of three directions: rays run both ways from a grid over its
 * other two sides, and where they meet panels, these are pushed apart to lie on one another, each a caliper thick.
 * @param directions at right angles to each other
 * @param start a block about in the middle of the room, of the size that is said to go in, mm
 * @param caliper mm
 */
export function freeBlock(
  panels: readonly ThickPanel[],
  directions: readonly Place[],
  start: Block,
  caliper: number,
): Block {
  return directions.map((direction, k): [number, number] => {
    const [u, v] = [0, 1, 2].filter((j) => j !== k) as [number, number]
    const across = panels
      .filter((p) => Math.abs(dot(normalOf(p), direction)) > 0.05)
      .map((panel) => ({
        normal: normalOf(panel),
        panel,
        flat: shadow(panel, directions[u]!, directions[v]!),
      }))
    const middle = (start[k]![0] + start[k]![1]) / 2
    let [low, high] = [-Infinity, Infinity]
    for (const a of steps(start[u]!))
      for (const b of steps(start[v]!)) {
        const met = across.flatMap(({ normal, panel, flat }) => {
          if (!holds(flat, a, b)) return []
          // Where the plane of the panel is, over (a, b).
          const [p] = panel.ring
          const [n, nu, nv] = [
            dot(normal, direction),
            dot(normal, directions[u]!),
            dot(normal, directions[v]!),
          ]
          const [pu, pv] = [dot(p!, directions[u]!), dot(p!, directions[v]!)]
          const at = dot(p!, direction) - (nu * (a - pu) + nv * (b - pv)) / n
          return [{ at, half: caliper / 2 / Math.abs(n) }]
        })
        high = Math.min(
          high,
          innermost(
            met.filter((m) => m.at > middle),
            1,
          ),
        )
        low = Math.max(
          low,
          -innermost(
            met.filter((m) => m.at <= middle),
            -1,
          ),
        )
      }
    return [low, high]
  })
}

/** Layers that touch the outermost one, pushed inwards until none lies in another; their inner face. */
function innermost(met: readonly { at: number; half: number }[], side: 1 | -1): number {
  if (met.length === 0) return Infinity
  const inwards = met.map(({ at, half }) => ({ off: side * at, half })).sort((p, q) => q.off - p.off)
  let face = Infinity
  for (const { off, half } of inwards) {
    // What lies loose, farther within, is met by itself.
    const centre = off > face - half - TOUCHES ? Math.min(off, face - half) : off
    face = centre - half
  }
  return face
}

const shadow = ({ ring }: ThickPanel, u: Place, v: Place) => ring.map((p) => [dot(p, u), dot(p, v)] as const)

function holds(ring: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let inside = false
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!
    if (ay > y !== by > y && x < ax + ((y - ay) * (bx - ax)) / (by - ay)) inside = !inside
  })
  return inside
}

function* steps([from, to]: readonly [number, number]) {
  // Not on the very edge, where a neighbour's own thickness is.
  const inset = Math.min(0.02 * (to - from), 0.4)
  for (let i = 0; i < RAYS; i += 1) yield from + inset + ((to - from - 2 * inset) * i) / (RAYS - 1)
}

/** From and to of thick panels along a direction, mm. */
export function extentAlong(
  panels: readonly ThickPanel[],
  direction: Place,
  caliper: number,
): [number, number] {
  const all = panels.flatMap((panel) => {
    const half = (Math.abs(dot(normalOf(panel), direction)) * caliper) / 2
    return panel.ring.flatMap((p) => [dot(p, direction) - half, dot(p, direction) + half])
  })
  return [Math.min(...all), Math.max(...all)]
}
