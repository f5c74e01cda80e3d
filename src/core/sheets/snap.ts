import type { Box } from '../geometry/measure'

/**
 * Moves a box a little so that a side of it meets the area, a side of another box, or comes to lie beside one at the
 * usual spacing.
 * @param reach mm within which it is drawn
 * @returns how far it is to be moved, mm
 */
export function snap(
  box: Box,
  others: readonly Box[],
  area: Box,
  spacing: number,
  reach: number,
): { x: number; y: number } {
  const along = (low: 'minX' | 'minY', high: 'maxX' | 'maxY'): number => {
    let best = 0
    let least = reach
    const offer = (by: number) => {
      if (Math.abs(by) < least) {
        least = Math.abs(by)
        best = by
      }
    }
    offer(area[low] - box[low])
    offer(area[high] - box[high])
    for (const other of others) {
      offer(other[low] - box[low])
      offer(other[high] - box[high])
      offer(other[high] + spacing - box[low])
      offer(other[low] - spacing - box[high])
    }
    return best
  }
  return { x: along('minX', 'maxX'), y: along('minY', 'maxY') }
}
