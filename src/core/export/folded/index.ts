import type { FoldModel } from '../../folding'
import type { Rigid } from '../../folding/rigid'
import { writeFold } from './fold'
import { writeGltf } from './gltf'
import { writeObj } from './obj'
import { type Colours, writeStill } from './still'

export type { Colours } from './still'

/** A build in a pose, as it is to be written. */
export type FoldedBuild = {
  name: string
  model: FoldModel
  /** by hinge, degrees */
  angles: readonly number[]
  pose: readonly Rigid[]
  colours: Colours
}

/** A kind of file for a folded build. Adding one is a file here and a line in this list. */
export type FoldedKind = { ending: string; title: string; type: string; write(build: FoldedBuild): string }

export const FOLDED_KINDS: readonly FoldedKind[] = [
  { ending: 'fold', title: 'FOLD', type: 'application/json', write: writeFold },
  { ending: 'svg', title: 'Picture (SVG)', type: 'image/svg+xml', write: writeStill },
  { ending: 'obj', title: 'OBJ', type: 'model/obj', write: writeObj },
  { ending: 'gltf', title: 'glTF', type: 'model/gltf+json', write: writeGltf },
]
