import { say } from '../../words'
import type { Evidence } from './evidence'

/** What the file itself says: a word for a role in the name of the line or of a layer, the innermost first. */
export const naming: Evidence = ({ line: { named } }) =>
  named && { kind: `named-${named.role.role}`, because: say`the file calls it “${named.name}”` }
