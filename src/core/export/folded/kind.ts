import type { FoldModel } from '../../folding'
import type { Rigid } from '../../folding/rigid'

/** The colours of a paper's faces, #rrggbb. */
export type Colours = { front: string; back: string }

/** A build in a pose, as it is to be written. */
export type FoldedBuild = {
  name: string
  model: FoldModel
  /** by hinge, degrees */
  angles: readonly number[]
  pose: readonly Rigid[]
  /** of every piece that `coloursOf` says nothing of */
  colours: Colours
  /** panels (position) that are hatched: where glue goes */
  glued?: ReadonlySet<number>
  /** by piece */
  coloursOf?: Readonly<Record<string, Colours>>
}

/** A kind of file for a folded build. Adding one is a file here and a line in the list. */
export type FoldedKind = { ending: string; title: string; type: string; write(build: FoldedBuild): string }
