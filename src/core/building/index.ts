export { byHand, inOrder, outOfOrder } from './order'
export { stepsOf } from './plan'
export type { OutOfOrder, Step, StepKind } from './step'
