import type { Joined, Posed } from '../folding'
import { inverse } from '../folding/joins'
import { onFlat } from '../folding/model'
import { poseOf } from '../folding/pose'
import { after, dot, moved, type Vec3 } from '../folding/rigid'
import { say } from '../words'
import type { Closure } from './closures'
import { FIRST, needs, type PiecePlan, STUCK } from './piece-plan'
import { wayOut } from './removal'
import type { Step } from './step'

/** Pieces that are glued to one another along their edges: their joints, and the flaps that close all of them. */
export type Body = {
  pieces: readonly number[]
  /** steps of its joins, and of the tabs that come to lie on a partner by them */
  joins: readonly Step[]
  more: readonly Step[]
  closures: readonly { of: number; closure: Closure; step: Step }[]
}

/** What carries a join: its body, with the plans of all pieces. */
export type Carrying = { body: Body; plans: readonly PiecePlan[] }

/** What goes into another piece, or over it: after its glue, before the flaps that would shut it in. */
export function orderInto(
  posed: readonly Posed[],
  join: Joined,
  step: Step,
  carrying: Carrying,
  beside: readonly Posed[],
): void {
  const { body, plans } = carrying
  const { closures } = body
  const flap = closures.findIndex((c) => c.of === join.onto && c.closure.panels.includes(join.partner))
  if (flap >= 0) needs(step, closures[flap]!.step, say`It lies on that.`)
  const isOut = (isShut: (closure: number) => boolean, more: readonly Posed[] = []) =>
    wayOut(
      posed[join.piece]!,
      [...opened(posed, join, carrying, (k) => k === flap || isShut(k)), ...more],
      [join.panel, join.partner],
      join.side,
    )
  const glued = [...body.pieces.flatMap((i) => plans[i]!.glue), ...body.joins, ...body.more]
  const others = closures.flatMap((c, k) => (k === flap ? [] : [{ ...c, k }]))
  const way = isOut(() => false)
  if (!way) {
    for (const late of [...glued, ...others.map((c) => c.step)]) needs(late, step, STUCK)
    return
  }
  for (const early of glued) needs(step, early, FIRST)
  const late = others.filter(({ k }) => !isOut((n) => n === k))
  // Where no flap alone shuts it in, and all of it together does: what lies away from its way out is closed before it.
  if (late.length === 0 && isOut(() => false, beside) && !isOut(() => true, beside)) {
    const shut: number[] = []
    for (const { k } of nearestLast(posed, others, way))
      if (isOut((n) => n === k || shut.includes(n), beside)) shut.push(k)
    for (const { k, step: close } of others)
      if (shut.includes(k)) needs(step, close, FIRST)
      else needs(close, step, STUCK)
    return
  }
  for (const close of others) {
    if (late.includes(close)) needs(close.step, step, STUCK)
    // Nothing is in the way: what slides over all goes last.
    else if (join.how === 'slide') needs(step, close.step, FIRST)
  }
}

/** Flaps from those that lie, closed, farthest against a way to those that lie farthest along it. */
function nearestLast<T extends { of: number; closure: Closure }>(
  posed: readonly Posed[],
  closures: readonly T[],
  way: Vec3,
): T[] {
  const along = ({ of, closure }: T) => {
    const { model, pose } = posed[of]!
    const [first] = closure.panels
    const { ring } = model.panels[first!]!
    return ring.reduce((sum, p) => sum + dot(way, moved(pose[first!]!, onFlat(p))) / ring.length, 0)
  }
  return [...closures].sort((a, b) => along(a) - along(b))
}

/** The pieces that carry a join where they lie, the one that it lies on first, with some of their closures open. */
export function opened(
  posed: readonly Posed[],
  join: Joined,
  { body, plans }: Carrying,
  isShut: (closure: number) => boolean,
): Posed[] {
  const open = (i: number): Posed => {
    const { piece, tree } = plans[i]!
    const whole = posed[i]!
    const angles = [...whole.angles]
    body.closures.forEach(({ of, closure }, k) => {
      if (of === i && !isShut(k)) for (const h of closure.hinges) angles[h] = 0
    })
    const pose = poseOf(piece.motion.model, tree, angles)
    // The panel that stays where it is does so.
    const by = after(whole.pose[tree.root]!, inverse(pose[tree.root]!))
    return { ...whole, angles, pose: pose.map((p) => after(by, p)) }
  }
  return [join.onto, ...body.pieces.filter((i) => i !== join.onto)].map(open)
}
