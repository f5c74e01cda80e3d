import type { Bin } from './bin'
import { separate } from './separate'

/** Shares by which a bin is made shorter: to begin with, and at the least. */
const STEP = { first: 0.05, least: 0.002 }

/** The side along which a sheet is used up: the longer one, so that what is left is wide. */
export const sideOf = ({ area }: Bin): 'x' | 'y' =>
  area.maxX - area.minX > area.maxY - area.minY ? 'x' : 'y'

/** How far along its side a bin is used, mm from the area's beginning. */
export function extentOf(bin: Bin, side: 'x' | 'y'): number {
  let most = 0
  bin.solids.forEach(({ box }, i) => {
    if (bin.members[i]!.fixed) return
    const p = bin.poses[i]!
    const end = side === 'x' ? p.x + box.maxX - bin.area.minX : p.y + box.maxY - bin.area.minY
    most = Math.max(most, end)
  })
  return most
}

/**
 * Draws what lies in a bin together towards its beginning: the bin is made shorter, what reaches over the edge is
 * pushed in, and everything is brought out of one another again.
 * @yields true after each success, false in between
 */
export function* compress(bin: Bin, random: () => number): Generator<boolean, void> {
  const side = sideOf(bin)
  const whole = bin.area
  let step = STEP.first
  let best = bin.copyPoses()
  let extent = extentOf(bin, side)
  let failures = 0
  const area = bin.members.reduce((sum, m) => sum + m.kind.area, 0)
  const across = side === 'x' ? whole.maxY - whole.minY : whole.maxX - whole.minX
  while (failures < 12 && extent * across > area * 1.001) {
    const goal = Math.max(area / across, extent * (1 - step))
    bin.area = side === 'x' ? { ...whole, maxX: whole.minX + goal } : { ...whole, maxY: whole.minY + goal }
    if (failures > 0) swapTwo(bin, random)
    pushIn(bin)
    const run = separate(bin, random)
    let state = run.next()
    while (!state.done) {
      yield false
      state = run.next()
    }
    const done = state.value && bin.solids.every((s) => bin.room(s))
    bin.area = whole
    if (done && extentOf(bin, side) < extent) {
      best = bin.copyPoses()
      extent = extentOf(bin, side)
      failures = 0
      yield true
    } else {
      bin.restore(best)
      step /= 2
      if (step < STEP.least) {
        step = STEP.least * 2
        failures += 1
      }
    }
  }
}

/** Moves what lies beyond the edge back to it. */
function pushIn(bin: Bin): void {
  bin.members.forEach(({ fixed }, i) => {
    if (fixed) return
    const room = bin.room(bin.solids[i]!)
    const p = bin.poses[i]!
    if (!room) return
    const x = Math.min(room.maxX, Math.max(room.minX, p.x))
    const y = Math.min(room.maxY, Math.max(room.minY, p.y))
    if (x !== p.x || y !== p.y) bin.set(i, { ...p, x, y })
  })
}

/** Lets two large members change places: where small steps lead nowhere, a new beginning. */
function swapTwo(bin: Bin, random: () => number): void {
  const movable = bin.members.flatMap((m, i) => (m.fixed ? [] : [i]))
  if (movable.length < 2) return
  const large = movable.sort((a, b) => bin.members[b]!.kind.area - bin.members[a]!.kind.area)
  const few = large.slice(0, Math.max(2, Math.ceil(large.length * 0.6)))
  const i = few[Math.floor(random() * few.length)]!
  const j = few[Math.floor(random() * few.length)]!
  if (i === j) return
  const [p, q] = [bin.poses[i]!, bin.poses[j]!]
  bin.set(i, { ...p, x: q.x, y: q.y })
  bin.set(j, { ...q, x: p.x, y: p.y })
}
