import type { Line } from '../document/lines'
import type { PieceShape } from '../pieces/piece-shape'
import { say } from '../words'
import { anglesOf, type Given } from './angles'
import { hingesOf } from './hinges'
import { CLOSED, type Closure, closeLoops, closureOf, type Tie, tiesOfGlue, tiesOfLoops } from './loops'
import { withMetTabs } from './met-tabs'
import type { FoldModel } from './model'
import { glueOf, partnersOf } from './partners'
import { poseOf, rootOf, type Tree, treeOf } from './pose'
import type { Rigid } from './rigid'

/** A tab whose loop stays open by more than this is not glued where it was thought to be, mm. */
export const MEETING = 0.6

/** A build in one position of its motion. */
export type Folded = {
  /** by hinge, degrees from flat, valley greater than nought */
  angles: readonly number[]
  /** by panel: where it lies */
  pose: readonly Rigid[]
  /** how far loops within the paper are from closed */
  loops: Closure
}

/** How a build folds: its model with the angles that close it, and every position from flat to folded. */
export type Motion = {
  model: FoldModel
  tree: Tree
  /** loops within the paper and tabs on their partners, folded */
  closure: Closure
  /** @param share 0 flat, 1 folded */
  at(share: number): Folded
}

/**
 * Panels, hinges, angles and tabs of a piece as it is drawn: what its lines give, and what follows from them.
 * @throws TooManyMeetings for lines that cross without end
 */
export function modelOf(shape: PieceShape): FoldModel {
  const bare = hingesOf(shape)
  const lines = new Map(shape.lines.map((l) => [l.id, l]))
  const given = bare.hinges.map((h) => givenOf(h.lines.flatMap((id) => lines.get(id) ?? [])))
  const partners = partnersOf(
    bare,
    given.map((g) => g.fold),
  )
  const angles = anglesOf(bare, partners, given)
  const idle = bare.idle.map((line) => ({
    line,
    why: say`It ends within its panel, so that nothing turns about it.`,
  }))
  return {
    panels: bare.panels,
    hinges: bare.hinges.map(({ isCurved: _, ...hinge }, k) => ({ ...hinge, ...angles[k]! })),
    // Where all angles are given, tabs are what lies on an edge then: nothing is guessed.
    glue: angles.every((a) => a.given) ? [] : partners.map((p) => glueOf(p, bare.hinges)),
    idle,
  }
}

/** What the lines of a hinge tell of it. */
const givenOf = (lines: readonly Pick<Line, 'fold' | 'angle'>[]): Given => ({
  fold: lines.find((l) => l.fold)?.fold ?? null,
  angle: lines.find((l) => l.angle !== undefined)?.angle ?? null,
})

type End = { model: FoldModel; end: ReturnType<typeof closeLoops> }

/** Loops closed with what leads kept as it is; where that cannot be, all give way. */
function led(model: FoldModel, tree: Tree, ties: readonly Tie[], start: readonly number[]) {
  const leads = (k: number) => model.hinges[k]!.sure && !model.hinges[k]!.follows
  const found = closeLoops(model, tree, ties, start, { held: leads })
  return found.closure.mm <= CLOSED ? found : closeLoops(model, tree, ties, start)
}

/** Folded by the angles that a drawing gives: nothing gives way, tabs are those that lie on an edge then. */
function asGiven(given: FoldModel, tree: Tree, loops: readonly Tie[], start: readonly number[]): End {
  const end = led(given, tree, loops, start)
  const model = withMetTabs(given, end.pose)
  return { model, end: { ...end, closure: closureOf(end.pose, [...loops, ...tiesOfGlue(model)]) } }
}

/** Folded so that tabs meet their partners; one that cannot is let go of, so that it does not bend the rest. */
function glued(given: FoldModel, tree: Tree, loops: readonly Tie[], start: readonly number[]): End {
  let model = given
  for (;;) {
    const end = led(model, tree, [...loops, ...tiesOfGlue(model)], start)
    if (model.glue.length === 0 || end.closure.mm <= MEETING)
      return { model: withMetTabs(model, end.pose), end }
    const worst = openest(end.pose, tiesOfGlue(model))
    model = { ...model, glue: model.glue.filter((_, i) => i !== worst) }
  }
}

/** The steps in which loops are followed from half folded outwards. */
const STEPS = 10

/**
 * The motion of a model. Trees turn by their share of their angles, exactly. Loops within the paper are solved half
 * folded, where directions tell one branch from another, and followed outwards from there; glue is closed at the end.
 */
export function motionOf(given: FoldModel): Motion {
  const tree = treeOf(given, rootOf(given))
  const loops = tiesOfLoops(given, tree)
  const targets = given.hinges.map((h) => h.target)
  const frames = loops.length > 0 ? followed(given, tree, loops, targets) : null
  const start = frames?.[STEPS] ?? targets
  const { model, end } = given.hinges.every((h) => h.given)
    ? asGiven(given, tree, loops, start)
    : glued(given, tree, loops, start)
  if (frames) frames[STEPS] = end.angles
  const at = (share: number): Folded => {
    const s = Math.min(1, Math.max(0, share))
    const start = frames ? mixed(frames, s * STEPS) : end.angles.map((a) => a * s)
    // Folded to the end it is as it was closed.
    if (s === 1)
      return {
        angles: end.angles,
        pose: end.pose,
        loops: closeLoops(model, tree, loops, end.angles, { held: () => true }).closure,
      }
    const { angles, pose, closure } = led(model, tree, loops, start)
    return { angles, pose, loops: closure }
  }
  return { model, tree, closure: end.closure, at }
}

function followed(
  model: FoldModel,
  tree: Tree,
  loops: readonly Tie[],
  targets: readonly number[],
): number[][] {
  const middle = STEPS / 2
  const frames: number[][] = []
  const solve = (start: readonly number[]) => led(model, tree, loops, start).angles
  /** What others follow has its share of its angle; what follows goes on as it went. */
  const next = (i: number, from: number) =>
    frames[from]!.map((a, k) => (model.hinges[k]!.follows ? (a * i) / from : (targets[k]! * i) / STEPS))
  frames[middle] = solve(targets.map((t) => t / 2))
  for (let i = middle + 1; i <= STEPS; i += 1) frames[i] = solve(next(i, i - 1))
  for (let i = middle - 1; i >= 0; i -= 1) frames[i] = solve(next(i, i + 1))
  // Flat on flat, small misses turn far: where the angles close as they are, they are the end.
  if (closureOf(poseOf(model, tree, targets), loops).mm < CLOSED / 10) frames[STEPS] = [...targets]
  return frames
}

function mixed(frames: readonly (readonly number[])[], place: number): number[] {
  const i = Math.min(STEPS - 1, Math.floor(place))
  const t = place - i
  return frames[i]!.map((a, k) => a + t * (frames[i + 1]![k]! - a))
}

/** Which of several ties is farthest from closed. */
function openest(pose: readonly Rigid[], ties: readonly Tie[]): number {
  const open = ties.map((tie) => closureOf(pose, [tie]).mm)
  return open.indexOf(Math.max(...open))
}
