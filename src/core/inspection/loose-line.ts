import { looseLines } from '../pieces/lines'
import type { Rule } from './rule'

export const looseLine: Rule = (project) => {
  const loose = looseLines(project)
  if (loose.length === 0) return []
  const n = loose.length === 1 ? '1 line belongs' : `${loose.length} lines belong`
  return [
    {
      rule: 'loose-line',
      severity: 'warning',
      message: `${n} to no piece, and will not be on any sheet. Bind to a piece, or skip.`,
      lines: loose.map((l) => l.id),
      pieces: [],
    },
  ]
}
