import { say } from '../../words'
import { MEETS, offLine } from '../panel-edges'
import { type Guess, other, type Sheet } from './rule'

/**
 * A beak on a fold: from a point of the fold two creases slant out to a cut across it, and between them the fold runs
 * on the other way. Such a point folds flat (Kawasaki), and one angle decides all others.
 */
export function* beaks(sheet: Sheet): Generator<readonly [number, Guess]> {
  const { hinges, at } = sheet
  for (const [k, { a, b, from, to }] of hinges.entries()) {
    for (const [middle, crest] of hinges.entries()) {
      const isOnFold = [crest.from, crest.to].every((p) => Math.abs(offLine(from, to, p)) < MEETS)
      if (middle === k || !isOnFold || [crest.a, crest.b].some((p) => p === a || p === b)) continue
      const slants = [crest.a, crest.b].flatMap((panel) =>
        at[panel]!.filter((j) => j !== middle && [a, b].includes(other(hinges[j]!, panel))),
      )
      if (slants.length !== 2) continue
      yield [k, { turn: 180, way: 1, sure: true, why: say`The card closes over its fold.`, fromInside: true }]
      const why = say`A beak follows the fold that it stands on.`
      yield [middle, { turn: 180, way: -1, sure: true, follows: true, why }]
      for (const j of slants) yield [j, { turn: 180, way: 1, sure: true, follows: true, why }]
    }
  }
}
