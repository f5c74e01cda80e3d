import type { Box } from '../geometry/measure'
import type { Bin, Pose } from './bin'

/** Places tried all over the bin, places tried near where it lies, and how many of them are looked at closer. */
export type Effort = { wide: number; near: number; closer: number }
export const USUAL: Effort = { wide: 40, near: 20, closer: 3 }

type Found = Pose & { loss: number; area: number }

/**
 * Looks for the place of a member where it overlaps least: random places, the best of which are improved step by step
 * along one axis at a time.
 * @param weights how much an overlap with member `j` counts
 * @param also what a place costs by itself, for places without overlap; less is better
 */
export function bestPlace(
  bin: Bin,
  at: number,
  weights: (j: number) => number,
  random: () => number,
  effort: Effort = USUAL,
  also: ((x: number, y: number, degrees: number) => number) | null = null,
): Found | null {
  const { kind } = bin.members[at]!
  const soft = bin.soft
  const here = bin.poses[at]!
  const best: Found[] = []
  const worst = () => (best.length < effort.closer ? Infinity : best[best.length - 1]!.loss)
  const lossAt = (x: number, y: number, degrees: number, bound: number): number => {
    const loss = bin.lossAt(kind.at(degrees), kind.weight, x, y, at, weights, soft, bound)
    // What does not overlap is told apart by its own cost, which is below 0.
    return loss > 0 || !also ? loss : also(x, y, degrees)
  }
  const offer = (found: Found) => {
    const k = best.findIndex((b) => found.loss < b.loss)
    best.splice(k < 0 ? best.length : k, 0, found)
    if (best.length > effort.closer) best.pop()
  }
  const tryAt = (x: number, y: number, degrees: number, area: number) => {
    const loss = lossAt(x, y, degrees, worst())
    if (loss < worst()) offer({ x, y, degrees, loss, area })
  }
  for (let k = 0; k < effort.wide; k += 1) {
    const degrees = bin.anyTurn(kind.kind)
    const area = bin.anyArea()
    const room = bin.room(kind.at(degrees), area)
    if (!room) continue
    tryAt(
      room.minX + random() * (room.maxX - room.minX),
      room.minY + random() * (room.maxY - room.minY),
      degrees,
      area,
    )
  }
  const own = kind.at(here.degrees)
  const home = bin.areaOf(at)
  const room = bin.room(own, home)
  if (room) {
    const reachX = 0.25 * (own.box.maxX - own.box.minX)
    const reachY = 0.25 * (own.box.maxY - own.box.minY)
    tryAt(clamp(here.x, room.minX, room.maxX), clamp(here.y, room.minY, room.maxY), here.degrees, home)
    for (let k = 0; k < effort.near; k += 1)
      tryAt(
        clamp(here.x + (2 * random() - 1) * reachX, room.minX, room.maxX),
        clamp(here.y + (2 * random() - 1) * reachY, room.minY, room.maxY),
        here.degrees,
        home,
      )
  }
  if (best.length === 0) return null
  const size = Math.min(own.box.maxX - own.box.minX, own.box.maxY - own.box.minY)
  const walk = (from: Found, most: number, least: number) =>
    descend(from, bin.room(kind.at(from.degrees), from.area)!, lossAt, random, most * size, least * size)
  const improved = best.map((b) => walk(b, 0.25, 0.02))
  const first = improved.reduce((a, b) => (b.loss < a.loss ? b : a))
  return first.loss > 0 || also ? walk(first, 0.02, 0.0008) : first
}

/** Walks downhill: steps along x, y or both, a little longer after a success, half as long after a failure. */
function descend(
  start: Found,
  room: Box,
  lossAt: (x: number, y: number, degrees: number, bound: number) => number,
  random: () => number,
  first: number,
  last: number,
): Found {
  let { x, y, loss } = start
  const { degrees, area } = start
  let stepX = first
  let stepY = first
  while (stepX > last || stepY > last) {
    const way = random()
    // Mostly along one axis; now and then along a diagonal.
    const dx = way < 0.7 ? (way < 0.35 ? stepX : 0) : stepX
    const dy = way < 0.35 ? 0 : way < 0.7 ? stepY : way < 0.85 ? stepY : -stepY
    let better = false
    for (const sign of [1, -1]) {
      const u = clamp(x + sign * dx, room.minX, room.maxX)
      const v = clamp(y + sign * dy, room.minY, room.maxY)
      if (u === x && v === y) continue
      const tried = lossAt(u, v, degrees, loss)
      if (tried < loss) {
        ;[x, y, loss, better] = [u, v, tried, true]
        break
      }
    }
    const change = better ? 1.1 : 0.5
    if (dx !== 0) stepX *= change
    if (dy !== 0) stepY *= change
  }
  return { x, y, degrees, loss, area }
}

const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v))
