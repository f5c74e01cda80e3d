import { makingsOf } from '../making/order'
import { say } from '../words'
import type { Rule } from './rule'

/** Makings that could not be made anew: what they made last is there still, and is not what their measures say. */
export const notMade: Rule = (project) =>
  makingsOf(project)
    .filter((m) => m.trouble !== null)
    .map((making) => ({
      rule: 'not-made',
      severity: 'error' as const,
      message: say`“${making.name}” stands as it was made last. ${making.trouble!}`.slice(0, 600),
      lines: [],
      pieces: Object.values(project.pieces).flatMap((p) =>
        project.lines[p.outline[0]!]?.source === making.id ? [p.id] : [],
      ),
    }))
