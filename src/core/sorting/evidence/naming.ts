import { say } from '../../words'
import type { Evidence } from './evidence'

/**
 * What the file itself says: a word for a role in the name of the line or of a layer, the innermost first. One
 * around the whole drawing tells little of each line.
 */
export const naming: Evidence = ({ line: { named } }) => {
  if (!named) return null
  const { role } = named.role
  return named.isOfAll
    ? { kind: `group-${role}`, because: say`the whole drawing lies in “${named.name}”` }
    : { kind: `named-${role}`, because: say`the file calls it “${named.name}”` }
}
