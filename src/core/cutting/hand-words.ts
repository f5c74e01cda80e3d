import type { Point } from '../geometry/point'
import { formatLength } from '../units/length'

/** What a hand does before a sheet is run. */
export function loadWords(number: number, paperName: string, at: Point, printed: boolean): string {
  const place =
    at.x === 0 && at.y === 0
      ? 'in the upper left corner of the mat'
      : `${formatLength(at.x)} mm from the left and ${formatLength(at.y)} mm from the top of the mat`
  return `Lay sheet ${number} (${paperName}) ${place}${printed ? ', the printed side up,' : ''} and load it.`
}

/** What a hand does after a sheet was run. */
export const UNLOAD_WORDS = 'Take the sheet out and lift the pieces off the mat.'
