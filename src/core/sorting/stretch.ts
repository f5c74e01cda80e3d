import type { Look } from '../document/lines'
import type { roleInName } from '../document/role-words'
import type { Shape } from '../geometry/shape'

/** A line before it has a role. */
export type UnsortedLine = {
  id: string
  d: string
  look: Look
  label: string | null
  /** lines of one path of the file share it */
  element?: number
}

export type SceneLine = UnsortedLine & {
  shape: Shape
  /** lines of the same family share a look */
  family: string
  /** the role that its name or a layer's speaks of, innermost first; `isOfAll` where the whole drawing bears it */
  named: { role: ReturnType<typeof roleInName> & object; name: string; isOfAll: boolean } | null
}

/** A part of a line between two places where it meets others: what a role is given to first. */
export type Stretch = {
  line: SceneLine
  /** position of its edge in the arrangement, or -1 for a line that takes no part in the structure */
  edge: number
  place: Place
}

/** Where a stretch lies among the faces of the drawing. */
export type Place =
  /** paper on one side, none on the other */
  | { kind: 'outline'; parts: number; perhapsFrame: boolean; ratherOutline: string | null }
  /** closes something within a piece */
  | { kind: 'opening'; parts: number; straight: boolean; rim: boolean }
  /** paper on both sides, of different faces */
  | { kind: 'divides'; severs: boolean; bent: boolean; twice: boolean; prolongs: boolean }
  /** within one face, an end free */
  | { kind: 'slit'; prolongs: boolean }
  /** bounds nothing and lies outside of every piece */
  | { kind: 'outside'; far: boolean }
  /** an ornament in a piece, that takes no part in the structure */
  | { kind: 'within' }
  | { kind: 'frame'; why: string; sure: boolean }
  | { kind: 'lettering' }
  /** letters on a piece */
  | { kind: 'inscription' }
  /** runs around an outline of another look at an even distance */
  | { kind: 'margin' }
  /** a closed line in a piece that folds run on across */
  | { kind: 'crossed' }
