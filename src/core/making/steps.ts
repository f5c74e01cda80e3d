import { say } from '../words'
import type { MadeLine } from './recipe'

/**
 * What a recipe makes at each of several distances: the first lies on the making's own plane, each further one on a
 * plane of its own, since it is cut from a paper of its own.
 */
export const stepByStep = (
  distances: readonly number[],
  make: (distance: number) => readonly MadeLine[],
): MadeLine[] =>
  distances.flatMap((distance, i) =>
    make(distance).map((line) =>
      i === 0
        ? line
        : { ...line, key: `step-${i + 1}-${line.key}`, plane: `step-${i + 1}`, title: say`step ${i + 1}` },
    ),
  )
