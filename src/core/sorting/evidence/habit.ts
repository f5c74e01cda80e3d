import { habitKeyOf } from '../../document/families'
import { roleWord } from '../../document/role-names'
import { say } from '../../words'
import type { Evidence } from './evidence'

/** What a person decided of this look before, in another file of the project. It never outweighs the drawing for sure. */
export const habit: Evidence = ({ line }, { habits }) => {
  // Most projects remember none, and the key of a look is asked for at every stretch.
  if (Object.keys(habits).length === 0) return null
  const known = habits[habitKeyOf(line.look)]
  return known
    ? { kind: `habit-${known.role}`, because: say`you made the same look “${roleWord(known.role)}” before` }
    : null
}
