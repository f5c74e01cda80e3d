import { say } from '../../words'
import type { BareHinge } from '../hinges'
import { depthFrom } from '../panel-edges'
import { alongFor } from '../partners'
import { degrees } from '../rigid'
import { ASKED, type Guess, isParallel, other, type Sheet } from './rule'

/** What hangs on walls: flaps that close an end, tongues, folded-over walls, diagonal folds of a locking bottom. */
export function* flaps(
  sheet: Sheet,
  known: readonly (Guess | undefined)[],
): Generator<readonly [number, Guess]> {
  const { panels, hinges, at } = sheet
  const hasWalls = known.some((guess) => guess && guess.turn > 0)
  const order = hangingOrder(sheet)
  for (const panel of order.keys()) {
    const came = order.get(panel)!
    if (came < 0) continue
    const parent = other(hinges[came]!, panel)
    const over = order.get(parent) ?? -1
    if (known[came]) continue
    const depth = depthFrom(panels[panel]!, hinges[came]!.from, hinges[came]!.to)
    const isFlapOfFlap = over >= 0 && at[parent]!.length >= 2
    if (isFlapOfFlap && isParallel(hinges[came]!, hinges[over]!)) {
      const wall = depthFrom(panels[parent]!, hinges[over]!.from, hinges[over]!.to)
      if (depth > 0.7 * wall && depth < 1.05 * wall) {
        yield [came, { turn: 180, way: 1, sure: true, why: say`The wall is folded over onto itself.` }]
        continue
      }
    }
    if (isFlapOfFlap && isSlanted(hinges[came]!, hinges[over]!)) {
      yield [
        came,
        {
          turn: 0,
          way: -1,
          sure: true,
          why: say`A slanted fold of a locking bottom is flat once the box stands.`,
        },
      ]
      continue
    }
    yield [
      came,
      hasWalls || at.some((own) => own.length > 2)
        ? { turn: 90, way: 1, sure: true, why: say`A flap closes at a right angle to its wall.` }
        : ASKED,
    ]
  }
}

/** By panel the hinge over which it hangs on the largest one, nearest first; -1 for that one. */
function hangingOrder({ hinges, at }: Sheet): Map<number, number> {
  const order = new Map<number, number>([[0, -1]])
  const open = [0]
  for (let panel = open.shift(); panel !== undefined; panel = open.shift())
    for (const k of at[panel]!) {
      const next = other(hinges[k]!, panel)
      if (order.has(next)) continue
      order.set(next, k)
      open.push(next)
    }
  return order
}

function isSlanted(h: BareHinge, j: BareHinge): boolean {
  const [p, q] = alongFor(h, h.b)
  const [r, s] = alongFor(j, j.b)
  const turn = Math.abs(degrees(Math.atan2(q[1] - p[1], q[0] - p[0]) - Math.atan2(s[1] - r[1], s[0] - r[0])))
  const slant = Math.min(turn % 180, 180 - (turn % 180))
  return slant > 20 && slant < 70
}
