import type { Evidence } from './evidence'

/** Marks at most this long are holes rather than dashes, mm (common practice). */
const HOLE = 1

/** The beat of a dashed stroke. */
export const dashes: Evidence = ({ look }) => {
  const [first = 0, gap = 0, second] = look.dash
  if (look.dash.length === 0 || gap === 0) return null
  const marks = look.dash.filter((_, i) => i % 2 === 0)
  const long = Math.max(...marks)
  const short = Math.min(...marks)
  if (second !== undefined && long >= 2 * Math.max(short, 0.01) && long > HOLE)
    return { kind: 'dash-dot', because: 'it is drawn dash and dot, as mountain folds are' }
  if (long <= HOLE && gap <= 2 * HOLE)
    return { kind: 'dotted', because: `its dots of ${first} mm are as close as holes` }
  return { kind: 'dashed', because: `it is drawn in dashes of ${first} mm` }
}
