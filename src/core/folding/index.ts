export { type FoldedPiece, foldedPiece, foldedPieces, type Posed, together } from './build'
export { type Collision, collisionsOf } from './collisions'
export { type Extent, extentOf } from './extent'
export { type FoldFinding, findingsOf } from './findings'
export { type Folded, type Motion, modelOf, motionOf } from './folding'
export {
  type Build,
  buildOf,
  type Join,
  type Joined,
  placed,
  posedPieces,
  posedTogether,
} from './joins'
export type { Closure } from './loops'
export type { FoldModel, FoldPanel, Glue, Hinge } from './model'
export { piecesCross } from './pieces-cross'
export { roomOf } from './room'
export {
  folderOf,
  placesOf,
  type Scene,
  type ScenePanel,
  type ScenePose,
  sceneOf,
  scenePanel,
  scenePoseOf,
} from './scene'
export { standingTogether } from './stand'
export { type Meeting, meetingsOf } from './tabs'
