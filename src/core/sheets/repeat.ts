import { type Placement, placementId } from '../document/layout'
import type { LaidShape } from './fill-lattices'

/** A piece repeated in rows and columns. */
export type Grid = { across: number; down: number }

/**
 * The places of a grid from the area's left upper corner on.
 * @param size of the piece as it lies, mm
 * @param spacing between two pieces, mm
 */
export const repeat = (
  { width, height }: { width: number; height: number },
  { across, down }: Grid,
  at: { x: number; y: number },
  spacing: number,
): LaidShape[] =>
  Array.from({ length: across * down }, (_, copy) => ({
    x: at.x + (copy % across) * (width + spacing),
    y: at.y + Math.floor(copy / across) * (height + spacing),
    rotation: 0,
  }))

/** Copies of a piece that lie so. */
export const placed = (piece: string, laid: readonly LaidShape[]): Placement[] =>
  laid.map((place, copy) => ({ id: placementId(piece, copy), piece, copy, ...place }))

/** The grid in which shapes lie, where they lie in one. */
export function gridOf(laid: readonly LaidShape[]): Grid | null {
  const places = (values: number[]) => new Set(values.map((v) => Math.round(v * 100))).size
  const [across, down] = [places(laid.map((l) => l.x)), places(laid.map((l) => l.y))]
  const turns = new Set(laid.map((l) => l.rotation)).size
  return turns === 1 && across * down === laid.length ? { across, down } : null
}
