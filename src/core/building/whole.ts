import type { Project } from '../document/project'
import { type Build, buildOf, folderOf } from '../folding'
import { joinsOf } from '../making/joins'
import { type Papers, type Stacked, stacked } from '../stacking'
import { byHand, outOfOrder } from './order'
import { type StepScene, sceneOfStep } from './picture'
import { type PiecePlan, planOfBuild } from './plan'
import { stackSteps } from './stack-steps'
import type { OutOfOrder, Step } from './step'

/** Everything that a project's build is: its pieces put together, its stack, and the steps of both in their order. */
export type Whole = {
  build: Build
  plans: readonly PiecePlan[]
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
  const { steps: folded, plans } = planOfBuild(build)
  const laid = stack ? stackSteps(stack) : []
  const scenes = new Map(laid.map(({ step, scene }) => [step.id, scene]))
  const steps = byHand([...folded, ...laid.map((l) => l.step)], project.build?.order ?? [])
  return {
    build,
    plans,
    stack,
    steps,
    wrong: outOfOrder(steps),
    sceneOf: (at) =>
      scenes.get(steps[at]?.id ?? '') ??
      sceneOfStep(
        build,
        plans,
        steps.filter((s) => !scenes.has(s.id)),
        steps.slice(0, at).filter((s) => !scenes.has(s.id)).length,
      ),
  }
}
