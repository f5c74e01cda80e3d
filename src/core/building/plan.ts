import { type Build, type Joined, placed, posedPieces } from '../folding'
import { poseOf } from '../folding/pose'
import { bodiesOf, type Seam, seamsOf } from './bodies'
import { heldBy } from './closures'
import { type Body, opened, orderInto } from './into'
import { joinStep, seamStep } from './joint-steps'
import { inOrder } from './order'
import { FIRST, needs, type PiecePlan, planOf, STUCK, UNDER } from './piece-plan'
import { wayOut } from './removal'
import * as says from './sentences'
import type { Step } from './step'

/**
 * The steps of a build in an order that works, each with what it needs. Every piece is scored and folded, glued,
 * filled, and closed. What is laid into another piece goes in before the flaps and the pieces that shut it in, and what
 * is glued to one while that is flat: found by taking the whole apart again, flap by flap and piece by piece.
 */
export function stepsOf(build: Build): Step[] {
  return planOfBuild(build).steps
}

/** The steps of a build, and by piece what they are made of. */
export function planOfBuild(build: Build): { steps: Step[]; plans: PiecePlan[]; seams: Seam[] } {
  const nameOf = says.shortNames(build.pieces.map((p) => p.shape.piece.name))
  const seams = seamsOf(build)
  const plans = build.pieces.map((piece, i) => {
    const carrying = build.joins.filter((j) => j.onto === i)
    return planOf(
      piece,
      nameOf(i),
      carrying.map((j) => j.partner),
      seams.flatMap((s) => [...(s.piece === i ? [s.panel] : []), ...(s.onto === i ? [s.partner] : [])]),
    )
  })
  const joins = build.joins.map((join) => joinStep(build, join, nameOf, seams))
  const bodies = bodiesOf(build, seams).map((pieces) => bodyOf(build, pieces, seams, plans, joins, nameOf))
  const bodyWith = (piece: number) => bodies.find((b) => b.pieces.includes(piece))!
  for (const body of bodies) orderBody(build, body, plans)
  const posed = posedPieces(build, 1)
  build.joins.forEach((join, n) => {
    const step = joins[n]!
    const other = plans[join.onto]!
    if (other.fold) needs(step, other.fold, FIRST)
    // What lies flat on both halves is a part of them.
    if (seams.some((s) => s.join === join)) {
      build.joins.forEach((before, m) => {
        const isOnIt = before.onto === join.piece || before.onto === join.onto
        if (isOnIt && isFlatGlue(before) && !seams.some((s) => s.join === before))
          needs(step, joins[m]!, FIRST)
      })
      return
    }
    const [lying, carrying] = [bodyWith(join.piece), bodyWith(join.onto)]
    for (const ready of readyOf(lying, plans)) needs(step, ready, FIRST)
    // What lies on this piece already is a part of it.
    build.joins.forEach((before, m) => {
      if (lying.pieces.includes(before.onto) && before.how !== 'slide') needs(step, joins[m]!, FIRST)
    })
    if (isFlatGlue(join)) {
      for (const late of [...other.glue, ...carrying.closures.map((c) => c.step)]) needs(late, step, STUCK)
      return
    }
    const isBeside = (j: Joined) => j !== join && j.onto === join.onto && !carrying.pieces.includes(j.piece)
    const beside = build.joins.flatMap((j) => (isBeside(j) ? [posed[j.piece]!] : []))
    orderInto(posed, join, step, { body: carrying, plans }, beside)
    const whole = opened(posed, join, { body: carrying, plans }, () => false)
    const lies = [join.panel, join.partner] as const
    if (wayOut(posed[join.piece]!, whole, lies, join.side) === null) return
    build.joins.forEach((sibling, m) => {
      if (!isBeside(sibling)) return
      if (wayOut(posed[join.piece]!, [...whole, posed[sibling.piece]!], lies, join.side) === null)
        needs(joins[m]!, step, UNDER)
    })
  })
  const ofPieces = plans.flatMap((p) => [...(p.fold ? [p.fold] : []), ...p.glue, ...p.close])
  const all = [...ofPieces, ...joins, ...bodies.flatMap((b) => b.more)]
  const flaps = new Set(
    plans.flatMap((p) => p.close.flatMap((step, k) => (p.closures[k]!.panels.length === 1 ? [step.id] : []))),
  )
  return { steps: withLetters(inOrder(together(all, flaps, nameOf, build))), plans, seams }
}

function bodyOf(
  build: Build,
  pieces: readonly number[],
  seams: readonly Seam[],
  plans: readonly PiecePlan[],
  joins: readonly Step[],
  nameOf: (piece: number) => string,
): Body {
  const own = seams.filter((s) => pieces.includes(s.piece))
  const steps = own.flatMap((s) => (s.join ? [joins[build.joins.indexOf(s.join)]!] : []))
  const more = own.filter((s) => s.join === null).map((s) => seamStep(build, s, own, plans, steps, nameOf))
  const closures = pieces.flatMap((of) =>
    plans[of]!.closures.map((closure, k) => ({ of, closure, step: plans[of]!.close[k]! })),
  )
  return { pieces, joins: steps, more, closures }
}

/** What a body needs for itself: its halves folded before they are glued, and glued before flaps close it. */
function orderBody(build: Build, { pieces, joins, more, closures }: Body, plans: readonly PiecePlan[]): void {
  for (const join of joins)
    for (const of of pieces)
      for (const ready of [plans[of]!.fold, ...plans[of]!.glue]) if (ready) needs(join, ready, FIRST)
  for (const { step } of closures) for (const glued of [...joins, ...more]) needs(step, glued, FIRST)
  const models = pieces.map((i) => build.pieces[i]!.motion.model)
  const held = build.joins.flatMap((j) =>
    pieces.includes(j.piece) && pieces.includes(j.onto)
      ? [{ ...j, piece: pieces.indexOf(j.piece), onto: pieces.indexOf(j.onto) }]
      : [],
  )
  const pairs = heldBy({
    models,
    angles: pieces.map((i) => build.pieces[i]!.motion.at(1).angles),
    closures: closures.map((c) => ({ ...c, of: pieces.indexOf(c.of) })),
    poseAt: (angles) =>
      placed(
        { pieces: pieces.map((i) => build.pieces[i]!), joins: held },
        models.map((model, k) => ({
          model,
          angles: angles[k]!,
          pose: poseOf(model, plans[pieces[k]!]!.tree, angles[k]!),
        })),
      ).map((p) => p.pose),
  })
  for (const [first, then] of pairs) needs(closures[then]!.step, closures[first]!.step, UNDER)
}

/** The steps after which a body is as it goes into another one. */
function readyOf({ pieces, joins, more, closures }: Body, plans: readonly PiecePlan[]): Step[] {
  const glued = pieces.flatMap((i) => plans[i]!.glue)
  const all = [...glued, ...joins, ...more, ...closures.map((c) => c.step)]
  return all.length > 0 ? all : pieces.flatMap((i) => plans[i]!.fold ?? [])
}

/** Whether a piece is glued flat to another; one that stands off its front, as a pocket does, finds the other whole. */
const isFlatGlue = ({ how, above, side }: Joined): boolean =>
  how === 'glue' && !(side === 'front' && above > 0)

/**
 * Flaps of one piece that are closed at the same time are one step.
 * @param flaps ids of the steps that close a lone flap
 */
function together(
  steps: readonly Step[],
  flaps: ReadonlySet<string>,
  nameOf: (piece: number) => string,
  build: Build,
): Step[] {
  const needed = new Map<string, string[]>()
  for (const s of steps) for (const { step } of s.after) needed.set(step, [...(needed.get(step) ?? []), s.id])
  const groups = new Map<string, Step[]>()
  for (const s of steps) {
    const key = flaps.has(s.id)
      ? JSON.stringify([s.pieces, s.after.map((a) => a.step).sort(), [...(needed.get(s.id) ?? [])].sort()])
      : s.id
    groups.set(key, [...(groups.get(key) ?? []), s])
  }
  const into = new Map([...groups.values()].flatMap((g) => g.map((s) => [s.id, g[0]!.id] as const)))
  return [...groups.values()].map((g): Step => {
    const [first] = g
    const place = build.pieces.findIndex((p) => p.shape.piece.id === first!.pieces[0])
    return {
      ...first!,
      ...(g.length > 1 ? { says: says.close(nameOf(place), 'flap', g.length) } : {}),
      parts: g.map((s) => s.id),
      after: once(first!.after.map((a) => ({ ...a, step: into.get(a.step) ?? a.step }))),
    }
  })
}

/** Needs, each step once. */
const once = (all: Step['after']): Step['after'] =>
  all.filter((a, i) => all.findIndex((b) => b.step === a.step) === i)

/** Joints marked in the order in which they are made: A, B, … Z, AA, AB. */
function withLetters(ordered: readonly Step[]): Step[] {
  let n = 0
  return ordered.map((step) => {
    if (step.glued.length === 0) return step
    n += 1
    let [left, letter] = [n, '']
    while (left > 0) {
      letter = String.fromCharCode(65 + ((left - 1) % 26)) + letter
      left = Math.floor((left - 1) / 26)
    }
    return { ...step, letter, says: step.says.replaceAll(says.LETTER, letter) }
  })
}
