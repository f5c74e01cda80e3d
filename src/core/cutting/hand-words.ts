import type { Point } from '../geometry/point'
import { lengthWords, type Unit } from '../units/length'
import { say } from '../words'

/** What a hand does before a sheet is run. */
export function loadWords(
  number: number,
  paperName: string,
  at: Point,
  printed: boolean,
  unit: Unit,
): string {
  const place =
    at.x === 0 && at.y === 0
      ? say`in the upper left corner of the mat`
      : say`${lengthWords(at.x, unit)} from the left and ${lengthWords(at.y, unit)} from the top of the mat`
  return say`Lay sheet ${number} (${paperName}) ${place}${printed ? say`, the printed side up,` : ''} and load it.`
}

/** What a hand does after a sheet was run. */
export const UNLOAD_WORDS = say`Take the sheet out and lift the pieces off the mat.`
