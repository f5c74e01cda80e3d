export { byHand, inOrder, outOfOrder } from './order'
export { type StepScene, sceneOfStep } from './picture'
export { type PiecePlan, planOfBuild, stepsOf } from './plan'
export type { OutOfOrder, Step, StepKind } from './step'
