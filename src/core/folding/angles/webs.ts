import { say } from '../../words'
import type { Guess, Sheet } from './rule'

/** Two triangles in a corner between walls, folded together: they stand out from it by half a right angle. */
export function* webs(sheet: Sheet): Generator<readonly [number, Guess]> {
  const { hinges, edges, at } = sheet
  const isWeb = (panel: number) => edges[panel]!.length === 3 && at[panel]!.length === 2
  for (const [k, { a, b }] of hinges.entries()) {
    if (!isWeb(a) || !isWeb(b)) continue
    const why = say`Two triangles fold together in the corner.`
    yield [k, { turn: 180, way: 1, sure: true, follows: true, why }]
    for (const panel of [a, b])
      for (const j of at[panel]!)
        if (j !== k) yield [j, { turn: 45, way: -1, sure: true, follows: true, why }]
  }
}
