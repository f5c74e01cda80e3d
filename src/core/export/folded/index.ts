import { say } from '../../words'
import { writeFold } from './fold'
import { writeGltf } from './gltf'
import type { FoldedKind } from './kind'
import { writeObj } from './obj'
import { writeStill } from './still'

export type { Colours, FoldedBuild } from './kind'

/** Every kind of file for a folded build. */
export const FOLDED_KINDS: readonly FoldedKind[] = [
  { ending: 'fold', title: 'FOLD', type: 'application/json', write: writeFold },
  { ending: 'svg', title: say`Picture (SVG)`, type: 'image/svg+xml', write: writeStill },
  { ending: 'obj', title: 'OBJ', type: 'model/obj', write: writeObj },
  { ending: 'gltf', title: say`glTF`, type: 'model/gltf+json', write: writeGltf },
]
