import { say } from '../../words'
import type { Sheet } from './rule'

/** A curved fold bends paper; panels that stay flat cannot turn about it. */
export function* curved({ hinges }: Sheet) {
  for (const [k, h] of hinges.entries())
    if (h.isCurved)
      yield [
        k,
        { turn: 0, way: 1, sure: false, why: say`A curved fold bends its panels; it is shown flat.` },
      ] as const
}
