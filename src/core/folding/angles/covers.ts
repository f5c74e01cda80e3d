import { say } from '../../words'
import { depthFrom } from '../panel-edges'
import { type Guess, other, type Sheet } from './rule'

/** A flap that covers so much of what it folds onto closes it, as a share of its depth. */
const COVERS = 0.4

/** Flaps round one panel that has no walls: an envelope. */
export function* covers(sheet: Sheet, known: readonly (Guess | undefined)[]) {
  const { panels, hinges, at } = sheet
  if (known.some((guess) => guess && guess.turn > 0)) return
  const [base] = [...at.keys()].sort((a, b) => at[b]!.length - at[a]!.length)
  if (base === undefined || at[base]!.length < 2) return
  // Walls carry flaps of their own; what only covers does not.
  if (at[base]!.some((k) => at[other(hinges[k]!, base)]!.length > 1)) return
  const isCovered = at[base]!.some((k) => {
    const { from, to } = hinges[k]!
    return depthFrom(panels[other(hinges[k]!, base)]!, from, to) > COVERS * depthFrom(panels[base]!, from, to)
  })
  if (!isCovered) return
  for (const k of at[base]!)
    yield [k, { turn: 180, way: 1, sure: true, why: say`Flaps cover the panel that they hang on.` }] as const
}
