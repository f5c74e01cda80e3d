import { say } from '../../words'
import { isDashDot, isDotted } from '../beat'
import type { Evidence } from './evidence'

/** The beat of a dashed stroke. A look that also closes pieces says nothing by its dashes. */
export const dashes: Evidence = ({ line: { look, family } }, { families }) => {
  const { dash } = look
  if (dash.length === 0 || !dash[1]) return null
  const { kind } = families.get(family)!
  if (kind === 'outline-look' || kind === 'only-look') return null
  if (isDashDot(dash))
    return { kind: 'dash-dot', because: say`it is drawn dash and dot, as mountain folds are` }
  const mark = Math.round(dash[0]! * 100) / 100
  return isDotted(dash)
    ? { kind: 'dotted', because: say`its dots of ${mark} mm are as close as holes` }
    : { kind: 'dashed', because: say`it is drawn in dashes of ${mark} mm` }
}
