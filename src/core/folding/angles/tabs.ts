import { say } from '../../words'
import type { Sheet } from './rule'

/** A tab turns as far as what it hangs on turns to its partner; a right angle is near enough to solve from. */
export function* tabs({ partners }: Sheet) {
  for (const { hinge } of partners)
    yield [
      hinge,
      { turn: 90, way: 1, sure: true, follows: true, why: say`A tab meets the edge of its partner.` },
    ] as const
}
