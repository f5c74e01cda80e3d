import { roleInName } from '../words'
import type { Evidence } from './evidence'

/** What the file itself says: a word for a role in the name of the line or of a layer, the innermost first. */
export const naming: Evidence = ({ label, look }) => {
  for (const name of [label, ...[...look.layers].reverse()]) {
    const found = name ? roleInName(name) : null
    if (found) return { kind: `named-${found.role}`, because: `the file calls it “${name}”` }
  }
  return null
}
