import type { Contour } from '../geometry/path'
import type { Outline } from '../outlines/combine'
import { type Corners, costOfOffset, offsetOutline } from '../outlines/offset'
import { decimal, say } from '../words'
import { CannotMake, type MadeLine, type Measure, type Measures } from './recipe'
import { asCuts } from './taken'

/** What recipes that grow and shrink outlines ask for alike. */

export const CORNERS = {
  name: 'corners',
  title: say`Corners`,
  kind: 'choice',
  usual: 'round',
  choices: [
    { value: 'round', title: say`round` },
    { value: 'sharp', title: say`sharp` },
  ],
} as const satisfies Measure

export const OPENINGS = {
  name: 'openings',
  title: say`Openings`,
  kind: 'choice',
  usual: 'keep',
  choices: [
    { value: 'keep', title: say`kept` },
    { value: 'fill', title: say`filled` },
  ],
} as const satisfies Measure

export const ROLES = {
  name: 'role',
  title: say`Made as`,
  kind: 'choice',
  usual: 'cut',
  choices: [
    { value: 'cut', title: say`a piece that is cut` },
    { value: 'pen', title: say`a line for the pen` },
    { value: 'print', title: say`a line that is printed` },
  ],
} as const satisfies Measure

/** An offset that costs more takes longer than anybody waits for it. */
const MOST = 20_000
/** So many offsets are made where the right distance is looked for. */
const TRIES = 12

/** An outline grown, or shrunk. @throws CannotMake where it would take too long */
export function grown(outline: Outline, by: number, corners: Corners): Contour[] {
  if (costOfOffset(outline, by) <= MOST) return offsetOutline(outline, by, corners)
  throw new CannotMake(
    say`The outline has too many short stretches for so large a distance. Fit curves to it in the station Lines, or take less.`,
  )
}

/** What was grown or shrunk, as the lines that were asked for. */
export const asRole = (made: readonly Contour[], { role }: Measures): MadeLine[] =>
  asCuts(made).map((line) => ({ ...line, role: role as 'cut' | 'pen' | 'print' }))

/** Whether there is time to look for the distance at which something holds. */
export const canSearch = (outline: Outline, by: number): boolean => costOfOffset(outline, by) <= MOST / TRIES

/** How finely a distance is looked for, mm. */
const FINE = 0.05

/** The greatest distance below one that is too great at which something holds still, in tenths of a mm downwards. */
export function greatestThat(holds: (distance: number) => boolean, tooGreat: number): number {
  let [low, high] = [0, tooGreat]
  while (high - low > FINE) {
    const middle = (low + high) / 2
    if (holds(middle)) low = middle
    else high = middle
  }
  return Math.floor(low * 10) / 10
}

/** The least distance above one that is too small at which something holds, in tenths upwards; null up to the limit. */
export function leastThat(
  holds: (distance: number) => boolean,
  tooSmall: number,
  limit: number,
): number | null {
  let [low, high] = [tooSmall, Math.min(limit, Math.max(1, 2 * tooSmall))]
  while (!holds(high)) {
    if (high >= limit) return null
    low = high
    high = Math.min(limit, 2 * high)
  }
  while (high - low > FINE) {
    const middle = (low + high) / 2
    if (holds(middle)) high = middle
    else low = middle
  }
  return Math.ceil(high * 10) / 10
}

export const tenths = (mm: number): string => decimal(mm, 1)
