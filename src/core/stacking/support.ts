import type { Polyline } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import { isInside, polylineArea, polylineBox } from '../geometry/polyline'
import { intersect, offset, type Region, regionArea, subtract, unite } from '../geometry/regions'
import { ringDepths } from '../geometry/rings'
import { SpatialIndex } from '../geometry/spatial-index'

/** A strip or a dot between two layers, about the common centre, mm. */
export type Pad = { kind: 'strip' | 'dot'; region: Region }

/** Paper that hangs free: farther from all that holds it than is allowed. */
export type Hanging = {
  region: Region
  area: number /** whether nothing holds its part at all */
  falls: boolean
}

/** What lies between a layer and the one behind it. */
export type Support = {
  pads: Pad[]
  hanging: Hanging[] /** parts of the layer that are held */
  held: Region
}

export type SupportOptions = {
  /** how high the gap is, mm */
  gap: number
  /** how far from a pad paper may reach, mm */
  span: number
  /** of strips and dots, mm */
  width: number
}

/** The picture is looked at from up to so far aside, degrees: no spacer is to be seen then. */
const ASIDE = 30
/** Pads stay so far within the edges of what they lie on, mm. */
const WITHIN = 1
/** Places for dots are looked for, and paper is asked whether it is held, on a grid so wide, mm. */
const GRID = 4
/** Less paper than this hangs unnoticed, mm². */
const LEAST_HANGING = 20
/** Strips shorter than this many widths are left to dots. */
const STRIP_LENGTH = 2.5

/**
 * Spacers between a layer and what holds behind it, so that none is seen from the front and all of it is held: strips
 * along the rim where there is room, then dots by greedy set cover on a grid (Chvátal 1979). Pads lie within the layer,
 * drawn in by what an eye aside would see of the gap, and on paper that is held itself.
 * @param upper the layer
 * @param lower the parts of the layer behind that are held
 */
export function supportOf(upper: Region, lower: Region, { gap, span, width }: SupportOptions): Support {
  const drawnIn = Math.max(WITHIN, gap * Math.tan((ASIDE * Math.PI) / 180))
  // Sharp corners draw openings wider than round ones, and are far fewer points.
  const room = opened(intersect(offset(upper, -drawnIn, 'sharp'), offset(lower, -WITHIN, 'sharp')), width / 2)
  const parts = partsOf(upper)
  const pads: Pad[] = []
  const hanging: Hanging[] = []
  const held: Region = []
  for (const part of parts) {
    const own = parts.length === 1 ? room : intersect(room, part)
    const found = padsOf(part, own, { span, width, drawnIn })
    pads.push(...found)
    if (found.length === 0) {
      hanging.push({ region: part, area: regionArea(part), falls: true })
      continue
    }
    held.push(...part)
    const reached = offset(
      found.flatMap((p) => p.region),
      span,
      'round',
      ROUND,
    )
    for (const rest of partsOf(subtract(part, reached))) {
      const area = regionArea(rest)
      if (area > LEAST_HANGING) hanging.push({ region: rest, area, falls: false })
    }
  }
  return { pads, hanging, held }
}

/** How straight rounded corners are, mm: spacers are cut by hand. */
const ROUND = 0.1

/** What of a region is at least so far from its edge somewhere near: thinner parts go. @param by mm */
const opened = (region: Region, by: number): Region =>
  offset(offset(region, -by, 'sharp'), by, 'round', ROUND)

/** The separate parts of a region, each with its openings. */
export function partsOf(region: Region): Region[] {
  if (region.length < 2) return region.length === 0 ? [] : [region]
  const rings = region.map((polyline) => ({
    polyline,
    box: polylineBox(polyline),
    area: Math.abs(polylineArea(polyline)),
  }))
  const depths = ringDepths(rings)
  const parts = new Map<number, Region>()
  depths.forEach(({ depth, twin }, i) => {
    if (twin < 0 && depth % 2 === 0) parts.set(i, [region[i]!])
  })
  depths.forEach(({ depth, parent, twin }, i) => {
    if (twin < 0 && depth % 2 === 1) parts.get(parent)?.push(region[i]!)
  })
  return [...parts.values()]
}

type PadOptions = { span: number; width: number; drawnIn: number }

function padsOf(part: Region, room: Region, { span, width, drawnIn }: PadOptions): Pad[] {
  if (room.length === 0) return []
  const strips = stripsOf(part, room, width, drawnIn)
  const reached = offset(
    strips.flatMap((s) => s.region),
    span,
    'round',
    ROUND,
  )
  const left = strips.length > 0 ? subtract(part, reached) : part
  // Where nothing is left by more than a grid's width, the strips hold it all.
  const wanted = gridIn(left, GRID)
  if (wanted.length === 0 && (strips.length > 0 || regionArea(part) === 0)) return strips
  // A small part has no point of the grid on it: any place of its room holds it.
  const targets = wanted.length > 0 ? wanted : room.slice(0, 1).map((ring) => ({ x: ring[0]!, y: ring[1]! }))
  return [...strips, ...dotsOf(targets, room, strips, { span, width })]
}

/** Strips along the outer edge of a part, where there is room for them. */
function stripsOf(part: Region, room: Region, width: number, drawnIn: number): Pad[] {
  const [outer] = [...part].sort((a, b) => Math.abs(polylineArea(b)) - Math.abs(polylineArea(a)))
  if (!outer) return []
  const whole = unite([outer], 'even-odd')
  const rim = subtract(offset(whole, -drawnIn, 'sharp'), offset(whole, -drawnIn - width, 'sharp'))
  return partsOf(opened(intersect(rim, room), 0.45 * width))
    .filter((p) => regionArea(p) > STRIP_LENGTH * width * width)
    .map((region) => ({ kind: 'strip', region }))
}

/** Dots that hold all targets that can be held, few of them. */
function dotsOf(
  targets: readonly Point[],
  room: Region,
  strips: readonly Pad[],
  { span, width }: { span: number; width: number },
): Pad[] {
  const core = offset(room, -width / 2 + 0.02)
  const places = [...gridIn(core, GRID), ...core.map(middleOfRing).filter((p) => covers(core, p))].filter(
    (p) => !strips.some((s) => covers(s.region, p)),
  )
  const index = new SpatialIndex(targets.map(({ x, y }) => ({ minX: x, minY: y, maxX: x, maxY: y })))
  // What lies between the points of the grid is held too.
  const reach = Math.max(span / 2, span - GRID * Math.SQRT1_2)
  const holds = places.map((p) =>
    index
      .meeting({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }, reach)
      .filter((k) => Math.hypot(targets[k]!.x - p.x, targets[k]!.y - p.y) <= reach),
  )
  const isHeld = new Uint8Array(targets.length)
  // What a place would hold only ever becomes less: the best is asked again before it is taken.
  const queue = places.map((_, i) => ({ i, gain: holds[i]!.length })).sort((a, b) => b.gain - a.gain)
  const chosen: number[] = []
  while (queue.length > 0) {
    const best = queue.shift()!
    const gain = holds[best.i]!.filter((k) => !isHeld[k]).length
    if (gain === 0) continue
    if (queue.length > 0 && gain < queue[0]!.gain) {
      let [low, high] = [0, queue.length]
      while (low < high) {
        const middle = (low + high) >> 1
        if (queue[middle]!.gain > gain) low = middle + 1
        else high = middle
      }
      queue.splice(low, 0, { i: best.i, gain })
      continue
    }
    for (const k of holds[best.i]!) isHeld[k] = 1
    chosen.push(best.i)
  }
  return withoutNeedless(chosen, holds, targets.length).map((i) => ({
    kind: 'dot',
    region: [circleAt(places[i]!, width / 2)],
  }))
}

/** Places of which each holds something that no other does: later ones may have made earlier ones needless. */
function withoutNeedless(
  chosen: readonly number[],
  holds: readonly (readonly number[])[],
  targets: number,
): number[] {
  const times = new Uint16Array(targets)
  for (const i of chosen) for (const k of holds[i]!) times[k]! += 1
  return chosen.filter((i) => {
    const needless = holds[i]!.every((k) => times[k]! > 1)
    if (needless) for (const k of holds[i]!) times[k]! -= 1
    return !needless
  })
}

/** A circle as a closed polyline, on it or within. */
function circleAt({ x, y }: Point, radius: number): Polyline {
  const sides = 24
  const ring = new Float64Array(2 * sides + 2)
  for (let i = 0; i <= sides; i += 1) {
    const angle = (2 * Math.PI * (i % sides)) / sides
    ring[2 * i] = x + radius * Math.cos(angle)
    ring[2 * i + 1] = y + radius * Math.sin(angle)
  }
  return ring
}

const covers = (region: Region, p: Point): boolean =>
  region.reduce((inside, ring) => (isInside(p, ring) ? !inside : inside), false)

function middleOfRing(ring: Polyline): Point {
  const { minX, minY, maxX, maxY } = polylineBox(ring)
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
}

/** The points of a level grid about the origin that lie in a region, row by row by where its edges cross the rows. */
export function gridIn(region: Region, step: number): Point[] {
  const rows = new Map<number, number[]>()
  for (const ring of region)
    for (let i = 0; i + 3 < ring.length; i += 2) {
      const [ax, ay, bx, by] = [ring[i]!, ring[i + 1]!, ring[i + 2]!, ring[i + 3]!]
      if (ay === by) continue
      const [low, high] = ay < by ? [ay, by] : [by, ay]
      // Half open, so that a corner on a row counts once.
      for (let row = Math.ceil(low / step); row * step < high; row += 1) {
        const x = ax + ((row * step - ay) / (by - ay)) * (bx - ax)
        const known = rows.get(row)
        if (known) known.push(x)
        else rows.set(row, [x])
      }
    }
  const points: Point[] = []
  for (const [row, xs] of rows) {
    xs.sort((a, b) => a - b)
    for (let k = 0; k + 1 < xs.length; k += 2)
      for (let column = Math.ceil(xs[k]! / step); column * step <= xs[k + 1]!; column += 1)
        points.push({ x: column * step, y: row * step })
  }
  return points
}
