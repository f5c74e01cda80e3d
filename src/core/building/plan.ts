import { type Build, type FoldedPiece, type Joined, type Posed, posedPieces } from '../folding'
import { inverse } from '../folding/joins'
import { poseOf, type Tree, treeOf } from '../folding/pose'
import { after } from '../folding/rigid'
import { type Closure, closuresOf, heldBy, hubOf } from './closures'
import { inOrder } from './order'
import { wayOut } from './removal'
import * as says from './sentences'
import type { Step } from './step'
import { gluedTabs, hingesBetween } from './tongues'

/** What one piece needs: its folds, its glue, the flaps that close it. */
export type PiecePlan = {
  piece: FoldedPiece
  /** from the panel that stays where it is */
  tree: Tree
  closures: Closure[]
  fold: Step | null
  glue: Step[]
  close: Step[]
}

const STUCK = 'Its place is shut in once that is done.'
const FIRST = 'That makes it ready.'
const UNDER = 'It lies under that.'

/**
 * The steps of a build in an order that works, each with what it needs. Every piece is scored and folded, glued,
 * filled, and closed. What is laid into another piece goes in before the flaps and the pieces that shut it in, and what
 * is glued to one while that is flat: found by taking the whole apart again, flap by flap and piece by piece.
 */
export function stepsOf(build: Build): Step[] {
  return planOfBuild(build).steps
}

/** The steps of a build, and by piece what they are made of. */
export function planOfBuild(build: Build): { steps: Step[]; plans: PiecePlan[] } {
  const nameOf = says.shortNames(build.pieces.map((p) => p.shape.piece.name))
  const plans = build.pieces.map((piece, i) => {
    const carrying = build.joins.filter((j) => j.onto === i)
    return planOf(
      piece,
      nameOf(i),
      carrying.map((j) => j.partner),
    )
  })
  const joins = build.joins.map((join) => joinStep(build, join, nameOf))
  const posed = posedPieces(build, 1)
  build.joins.forEach((join, n) => {
    const step = joins[n]!
    const [own, other] = [plans[join.piece]!, plans[join.onto]!]
    for (const ready of readyOf(own)) needs(step, ready, FIRST)
    // What lies on this piece already is a part of it.
    build.joins.forEach((before, m) => {
      if (before.onto === join.piece && before.how !== 'slide') needs(step, joins[m]!, FIRST)
    })
    if (other.fold) needs(step, other.fold, FIRST)
    if (join.how === 'glue' && !standsOff(join)) {
      for (const late of [...other.glue, ...other.close]) needs(late, step, STUCK)
      return
    }
    const beside = build.joins.flatMap((j) => (j !== join && j.onto === join.onto ? [posed[j.piece]!] : []))
    orderInto(posed, join, step, other, beside)
    const whole = openOf(posed, join, other, () => false, -1)
    const lies = [join.panel, join.partner] as const
    if (wayOut(posed[join.piece]!, [whole], lies, join.side) === null) return
    build.joins.forEach((sibling, m) => {
      if (m === n || sibling.onto !== join.onto) return
      if (wayOut(posed[join.piece]!, [whole, posed[sibling.piece]!], lies, join.side) === null)
        needs(joins[m]!, step, UNDER)
    })
  })
  const all = [...plans.flatMap((p) => [...(p.fold ? [p.fold] : []), ...p.glue, ...p.close]), ...joins]
  return { steps: withLetters(inOrder(together(all, nameOf, build))), plans }
}

const needs = (step: Step, before: Step, why: string): void => {
  if (step !== before && !step.after.some((a) => a.step === before.id))
    step.after.push({ step: before.id, why })
}

/** The steps after which a piece is as it goes into another one. */
const readyOf = ({ fold, glue, close }: PiecePlan): Step[] => {
  const all = [...glue, ...close]
  return all.length > 0 ? all : fold ? [fold] : []
}

/** Whether a piece stands off the front of the panel that it is glued to, as a pocket does: the other is whole then. */
const standsOff = ({ above, side }: Joined): boolean => side === 'front' && above > 0

/** What goes into another piece, or over it: after its glue, before the flaps that would shut it in. */
function orderInto(
  posed: readonly Posed[],
  join: Joined,
  step: Step,
  other: PiecePlan,
  beside: readonly Posed[],
): void {
  const flap = other.closures.findIndex((c) => c.panels.includes(join.partner))
  if (flap >= 0) needs(step, other.close[flap]!, 'It lies on that.')
  const isOut = (isShut: (closure: number) => boolean, more: readonly Posed[] = []) =>
    wayOut(
      posed[join.piece]!,
      [openOf(posed, join, other, isShut, flap), ...more],
      [join.panel, join.partner],
      join.side,
    ) !== null
  if (!isOut(() => false)) {
    for (const late of other.glue) needs(late, step, STUCK)
    for (const [k, late] of other.close.entries()) if (k !== flap) needs(late, step, STUCK)
    return
  }
  for (const early of other.glue) needs(step, early, FIRST)
  const late = other.close.filter((_, k) => k !== flap && !isOut((n) => n === k))
  // Where no flap alone shuts it in, and all of it together does, it goes in before all of them.
  const isShutIn = late.length === 0 && isOut(() => false, beside) && !isOut(() => true, beside)
  other.close.forEach((close, k) => {
    if (k === flap) return
    if (isShutIn || late.includes(close)) needs(close, step, STUCK)
    // Nothing is in the way: what slides over all goes last.
    else if (join.how === 'slide') needs(step, close, FIRST)
  })
}

/** The piece that carries a join where it lies, with some of its closures open. */
function openOf(
  posed: readonly Posed[],
  join: Joined,
  { piece, tree, closures }: PiecePlan,
  isShut: (closure: number) => boolean,
  always: number,
): Posed {
  const whole = posed[join.onto]!
  const angles = [...whole.angles]
  closures.forEach((c, k) => {
    if (!isShut(k) && k !== always) for (const h of c.hinges) angles[h] = 0
  })
  const pose = poseOf(piece.motion.model, tree, angles)
  // The panel that stays where it is does so.
  const by = after(whole.pose[tree.root]!, inverse(pose[tree.root]!))
  return { ...whole, angles, pose: pose.map((p) => after(by, p)) }
}

function planOf(piece: FoldedPiece, name: string, carrying: readonly number[]): PiecePlan {
  const { shape, motion } = piece
  const { id } = shape.piece
  const { model } = motion
  const tree = treeOf(model, hubOf(model, carrying))
  const folds = model.hinges.filter((h) => Math.abs(h.target) > 1)
  if (folds.length === 0) return { piece, tree, closures: [], fold: null, glue: [], close: [] }
  const base = { pieces: [id], glued: [], letter: null, hold: false }
  const tabs = gluedTabs(piece, tree)
  // A piece that is only folded is closed by folding it, unless something goes into it.
  const closures = tabs.length > 0 || carrying.length > 0 ? closuresOf(piece, tree, tabs) : []
  const isAll = tabs.length === 0 && closures.length === 0
  const fold: Step = {
    ...base,
    id: `${id}.fold`,
    kind: 'fold',
    says: says.fold(name, folds, isAll),
    after: [],
  }
  const glue = tabs.map(
    (g): Step => ({
      ...base,
      id: `${id}.glue.${g.panel}`,
      kind: 'glue',
      glued: [model.panels[g.panel]!.id, model.panels[g.partner]!.id],
      says: says.glueTab(name),
      hold: strainOf(piece, tree, g.panel, g.partner) >= STRAINED,
      after: [{ step: fold.id, why: FIRST }],
    }),
  )
  const close = closures.map(
    (c): Step => ({
      ...base,
      id: `${id}.close.${c.panels[0]}`,
      kind: 'close',
      says: says.close(name, c.panels.length > 1 ? 'end' : 'flap'),
      after: [...(glue.length > 0 ? glue : [fold]).map((s) => ({ step: s.id, why: FIRST }))],
    }),
  )
  for (const [first, then] of heldBy(piece, tree, closures)) needs(close[then]!, close[first]!, UNDER)
  return { piece, tree, closures, fold, glue, close }
}

/** Scores between a tab and its partner that spring back by so much in all pull at the glue, degrees. */
const STRAINED = 300

/** How far paper between a tab and its partner is bent in all, degrees. */
const strainOf = ({ motion: { model } }: FoldedPiece, tree: Tree, tab: number, partner: number): number =>
  hingesBetween(tree, tab, partner).reduce((sum, h) => sum + Math.abs(model.hinges[h]!.target), 0)

function joinStep(build: Build, join: Joined, nameOf: (piece: number) => string): Step {
  const [own, other] = [build.pieces[join.piece]!, build.pieces[join.onto]!]
  const isGlued = join.how === 'glue' || join.how === 'thread'
  return {
    id: `${own.shape.piece.id}.join`,
    kind: join.how === 'thread' ? 'curl' : 'join',
    pieces: [own.shape.piece.id, other.shape.piece.id],
    glued: isGlued
      ? [own.motion.model.panels[join.panel]!.id, other.motion.model.panels[join.partner]!.id]
      : [],
    letter: null,
    says: says.join(join, nameOf(join.piece), nameOf(join.onto)),
    hold: false,
    after: [],
  }
}

/** Flaps of one piece that are closed at the same time are one step. */
function together(steps: readonly Step[], nameOf: (piece: number) => string, build: Build): Step[] {
  const needed = new Map<string, string[]>()
  for (const s of steps) for (const { step } of s.after) needed.set(step, [...(needed.get(step) ?? []), s.id])
  const groups = new Map<string, Step[]>()
  for (const s of steps) {
    const isFlap = s.kind === 'close' && s.says.includes(says.A_FLAP)
    const key = isFlap
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
      after: first!.after.map((a) => ({ ...a, step: into.get(a.step) ?? a.step })),
    }
  })
}

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
