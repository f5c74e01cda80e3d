import type { Fold } from '../../document/lines'
import { say } from '../../words'
import type { Bare } from '../hinges'
import type { Hinge } from '../model'
import { edgesOfPanels } from '../panel-edges'
import type { Partnership } from '../partners'
import { beaks } from './beaks'
import { corners } from './corners'
import { covers } from './covers'
import { curved } from './curved'
import { flaps } from './flaps'
import { rows } from './rows'
import { ASKED, type Guess, type Rule, type Sheet } from './rule'
import { straps } from './straps'
import { tabs } from './tabs'
import { tubes } from './tubes'
import { webs } from './webs'

/** Every rule; the first that knows a hinge tells its angle. */
const RULES: readonly Rule[] = [curved, tubes, straps, beaks, webs, corners, tabs, rows, covers, flaps]

/** What is known of a hinge before it is thought about: its direction, and its angle in degrees from flat. */
export type Given = { fold: Fold | null; angle: number | null }

/**
 * The angle of every hinge by the first rule that knows it, and its reason. Angles that a drawing gives stand before
 * all rules. Where no fold tells its direction all fold back, so that the printed side is outside.
 */
export function anglesOf(
  bare: Bare,
  partners: readonly Partnership[],
  given: readonly Given[],
): Pick<Hinge, 'target' | 'follows' | 'given' | 'against' | 'sure' | 'why'>[] {
  const { panels, hinges } = bare
  // Where nothing turns there may not even be a panel: a piece can be thinner than any.
  if (hinges.length === 0) return []
  const at = panels.map((_, panel) =>
    [...hinges.keys()].filter((k) => hinges[k]!.a === panel || hinges[k]!.b === panel),
  )
  const sheet: Sheet = { ...bare, edges: edgesOfPanels(panels, hinges), at, partners }
  const guesses: (Guess | undefined)[] = hinges.map(() => undefined)
  for (const rule of RULES)
    for (const [k, guess] of rule(sheet, guesses)) if (!guesses[k] && hinges[k]) guesses[k] = guess
  // A fold whose direction is drawn tells the others theirs.
  let votes = 0
  hinges.forEach((_, k) => {
    const { fold } = given[k]!
    if (fold) votes += (fold === 'valley' ? 1 : -1) * (guesses[k]?.way ?? 1)
  })
  const isFromInside = votes === 0 && guesses.some((guess) => guess?.fromInside)
  const main = votes > 0 || isFromInside ? 1 : -1
  return hinges.map((_, k) => {
    const { fold, angle } = given[k]!
    const { turn, way, sure, why, follows = false } = guesses[k] ?? ASKED
    const sign = fold ? (fold === 'valley' ? 1 : -1) : main * way
    if (angle !== null)
      return { target: sign * angle, follows: false, given: true, sure: true, why: say`Its angle is given.` }
    const against = fold !== null && sure && sign !== main * way && turn > 0
    return { target: sign * turn || 0, follows, sure, why, ...(against ? { against } : {}) }
  })
}
