export { Shape } from './shape'
export { ShapeFrame } from './shape-frame'
export { ShapeStage } from './shape-stage'
