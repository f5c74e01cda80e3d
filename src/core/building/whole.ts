import type { Project } from '../document/project'
import { type Build, buildOf, folderOf } from '../folding'
import { joinsOf } from '../making/joins'
import { type Papers, type Stacked, stacked } from '../stacking'
import type { Seam } from './bodies'
import { type Fit, fitsOf } from './fits'
import { byHand, outOfOrder } from './order'
import { type StepScene, sceneOfStep } from './picture'
import type { PiecePlan } from './piece-plan'
import { planOfBuild } from './plan'
import { stackSteps } from './stack-steps'
import type { OutOfOrder, Step } from './step'

/** Everything that a project's build is: its pieces put together, its stack, and the steps of both in their order. */
export type Whole = {
  build: Build
  plans: readonly PiecePlan[]
  /** where pieces become one body */
  seams: readonly Seam[]
  /** pieces that fit together as halves, and lie on nothing yet */
  fits: Fit[]
  stack: Stacked | null
  steps: Step[]
  /** what a hand ordered so that it needs what comes later */
  wrong: OutOfOrder[]
  sceneOf(at: number): StepScene
}

/**
 * The build of a project: pieces that are layers of its stack are laid on one another, all others folded, glued and
 * put together.
 */
export function wholeOf(project: Project, papers: Papers = new Map()): Whole {
  const layered = new Set(project.stack?.layers.flatMap((l) => l.pieces) ?? [])
  const build = buildOf(
    folderOf(project, null).filter((p) => !layered.has(p.shape.piece.id)),
    joinsOf(project),
  )
  const stack = project.stack ? stacked(project, project.stack, papers) : null
  const plan = planOfBuild(build)
  const laid = stack ? stackSteps(stack, project.unit) : []
  const scenes = new Map(laid.map(({ step, scene }) => [step.id, scene]))
  const steps = byHand([...plan.steps, ...laid.map((l) => l.step)], project.build?.order ?? [])
  return {
    build,
    plans: plan.plans,
    seams: plan.seams,
    fits: fitsOf(build).filter((f) => project.build?.joins[f.piece] === undefined),
    stack,
    steps,
    wrong: outOfOrder(steps),
    sceneOf: (at) =>
      scenes.get(steps[at]?.id ?? '') ??
      sceneOfStep(
        build,
        plan,
        steps.filter((s) => !scenes.has(s.id)),
        steps.slice(0, at).filter((s) => !scenes.has(s.id)).length,
      ),
  }
}
