import type { Finding } from '../document/findings'
import type { Layer } from './layer'
import type { Hanging, Pad } from './support'

/** A spacer of a stack: how high it is, mm, and the layer (by id) that it stands on. */
export type StackedPad = Pad & { height: number; onto: string }

/** A layer where it lies: its back face so far from the back of the whole, mm. */
export type StackedLayer = Layer & {
  z: number
  /** the gap behind it, mm; nought for the backmost */
  gap: number
  /** what holds it, on its back */
  pads: readonly StackedPad[]
  hanging: readonly Hanging[]
}

/** A layered picture, worked out. */
export type Stacked = {
  /** from the back to the front */
  layers: readonly StackedLayer[]
  /** calipers and spacers together, mm */
  depth: number
  size: { width: number; height: number }
  /** what the frame leaves, slack taken off, mm; less than nought where it is outgrown; null without a frame */
  fits: { width: number; height: number; depth: number } | null
  findings: StackFinding[]
}

/** What is wrong with a stack: rule, severity, message, and the layers (by id) that it is about. */
export type StackFinding = Pick<Finding, 'rule' | 'severity' | 'message'> & { layers: string[] }
