import type { Polyline } from '../geometry/flatten'
import { intersect, type Region, regionArea } from '../geometry/regions'
import type { Extent } from './extent'
import { type FoldModel, onFlat } from './model'
import { minus, moved, plus, type Rigid, times, turned, type Vec3 } from './rigid'

type Axis = 0 | 1 | 2
const AXES = [0, 1, 2] as const

/** A panel square to an axis: where its middle plane crosses it, and its ring as seen along it, mm. */
type Slab = { at: number; ring: Polyline; area: number }
/** From and to along each axis, mm. */
type Room = readonly (readonly [low: number, high: number])[]

/** Panels smaller than this share of the largest are no walls; they may lie on one. */
const WALL = 0.03
/** A plane turned by less than this stands square, as the cosine. */
const SQUARE = Math.cos((3 * Math.PI) / 180)
/** A wall that leans by less does not close the room over it, as the sine. */
const UPRIGHT = Math.sin((3 * Math.PI) / 180)
/** A layer lies on those below it where it is no farther off than this, mm. */
const LIES = 0.6
/** Panels whose planes are so near one another lie in one plane, mm. */
const SAME = 0.05
/** Panels that share less lie beside one another, mm². */
const BESIDE = 0.5

/**
 * The room within a box, mm: the largest block that goes between its walls, which are as thick as the paper and carry
 * what lies on them inside (glue tabs, tongues, flaps); where there is one wall alone, as far as the walls that stand on
 * it reach. Layers lie on one another as stiff plates do, the larger one outside, where the block is: elsewhere paper
 * gives. Null where nothing stands square to anything.
 * @param caliper mm
 */
export function roomOf({ panels }: FoldModel, pose: readonly Rigid[], caliper: number): Extent | null {
  const largest = Math.max(...panels.map((p) => p.area))
  const slabs: [Slab[], Slab[], Slab[]] = [[], [], []]
  const reach: [number[], number[], number[]] = [[], [], []]
  const slanting: { normal: Vec3; ring: Vec3[] }[] = []
  panels.forEach(({ ring: flat, area }, i) => {
    const normal = turned(pose[i]!, [0, 0, 1])
    const axis = AXES.find((k) => Math.abs(normal[k]) > SQUARE)
    const points = flat.map((p) => moved(pose[i]!, onFlat(p)))
    if (axis === undefined) {
      for (const side of [-1, 1])
        slanting.push({ normal, ring: points.map((p) => plus(p, times(normal, (side * caliper) / 2))) })
      return
    }
    const others = AXES.filter((k) => k !== axis)
    const at = points.reduce((sum, p) => sum + p[axis], 0) / points.length
    const ring = [...points, points[0]!].flatMap((p) => others.map((k) => p[k]))
    slabs[axis].push({ at, ring: Float64Array.from(ring), area })
    if (area >= WALL * largest) for (const k of others) reach[k].push(...points.map((p) => p[k]))
  })
  const isWall = ({ area }: Slab) => area >= WALL * largest
  if (slabs.filter((s) => s.some(isWall)).length < 2) return null
  const between = (room: Room | null): Room =>
    AXES.map((axis): [number, number] => {
      const walls = slabs[axis].filter(isWall).map((s) => s.at)
      const edges = reach[axis].length > 0 ? reach[axis] : [0]
      const [low, high] = [Math.min(...walls), Math.max(...walls)]
      const seen = room && windowOf(room, axis)
      const inner = (from: number, inwards: 1 | -1) => stacked(slabs[axis], from, inwards, caliper, seen)
      if (high - low > 1) return [inner(low, 1), inner(high, -1)]
      const [least, most] = [Math.min(...edges), Math.max(...edges)]
      if (walls.length === 0) return [least, most]
      const inwards = most - low > low - least ? 1 : -1
      const face = inner(inwards > 0 ? low : high, inwards)
      const open = inwards > 0 ? most : least
      const roof = slanting.flatMap(({ normal, ring }) =>
        room && Math.abs(normal[axis]) > UPRIGHT
          ? within(ring, room, axis).map((p) => inwards * p[axis])
          : [],
      )
      const end = inwards * Math.min(inwards * open, ...roof)
      return inwards > 0 ? [face, end] : [end, face]
    })
  // What lies beside the block, within the thickness of a wall or above it, is not in its way.
  const room = between(between(between(null)))
  const [width, depth, height] = room.map(([low, high]) => Math.max(0, high - low))
  return { width: width!, depth: depth!, height: height! }
}

/** The block as seen along an axis, as a closed ring. */
function windowOf(room: Room, axis: Axis): Polyline {
  const [[left, right], [foot, head]] = AXES.filter((k) => k !== axis).map((k) => room[k]!) as [
    Room[number],
    Room[number],
  ]
  return Float64Array.of(left, foot, right, foot, right, head, left, head, left, foot)
}

/** The part of a slanting panel that lies over the block as seen along an axis (Sutherland and Hodgman 1974). */
function within(ring: readonly Vec3[], room: Room, axis: Axis): Vec3[] {
  let left = [...ring]
  for (const k of AXES)
    for (const side of [1, -1]) {
      if (k === axis) continue
      // What touches a wall's thickness alone does not lie over the block.
      const beyond = (p: Vec3) => side * (p[k] - room[k]![side > 0 ? 1 : 0]) + BESIDE / 10
      left = left.flatMap((p, i) => {
        const next = left[(i + 1) % left.length]!
        const [d, e] = [beyond(p), beyond(next)]
        const kept = d <= 0 ? [p] : []
        return d <= 0 === e <= 0 ? kept : [...kept, plus(p, times(minus(next, p), d / (d - e)))]
      })
    }
  return left
}

/**
 * The inner face of a wall and all that lies on it, along its axis, mm.
 * @param inwards the direction in which the room lies
 * @param seen what of it counts: where the block is
 */
function stacked(
  slabs: readonly Slab[],
  wall: number,
  inwards: 1 | -1,
  caliper: number,
  seen: Polyline | null,
): number {
  const off = ({ at }: Slab) => inwards * (at - wall)
  const plane = (slab: Slab) => Math.round(off(slab) / SAME)
  const rising = [...slabs].sort((a, b) => plane(a) - plane(b) || b.area - a.area)
  const lying: { part: Region; height: number }[] = []
  let top = 0
  for (const slab of rising) {
    if (off(slab) > top + caliper + LIES) break
    const part = seen ? intersect([slab.ring], [seen], 'even-odd') : [slab.ring]
    if (regionArea(part) < BESIDE) continue
    const below = lying.filter((l) => regionArea(intersect(l.part, part)) > BESIDE)
    const height = Math.max(off(slab), ...below.map((l) => l.height + caliper))
    lying.push({ part, height })
    top = Math.max(top, height)
  }
  return wall + inwards * (top + caliper / 2)
}
