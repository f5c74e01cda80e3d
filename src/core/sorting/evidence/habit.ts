import { habitKeyOf } from '../../document/families'
import type { Evidence } from './evidence'

/** What a person decided of this look before, in another file of the project. */
export const habit: Evidence = ({ line }, { habits }) => {
  const known = habits[habitKeyOf(line.look)]
  return known ? { kind: `habit-${known.role}`, because: 'you decided so for the same look before' } : null
}
