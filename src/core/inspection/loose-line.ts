import { looseLines } from '../pieces/lines'
import { counted, say } from '../words'
import type { Rule } from './rule'

export const looseLine: Rule = (project) => {
  const loose = looseLines(project)
  if (loose.length === 0) return []
  return [
    {
      rule: 'loose-line',
      severity: 'warning',
      message: say`${counted(loose.length, 'line belongs', 'lines belong')} to no piece, and will not be on any sheet. Bind to a piece, or skip.`,
      lines: loose.map((l) => l.id),
      pieces: [],
    },
  ]
}
