import { judgeOutlines } from '../../judges/outlines'
import type { Figure } from './figure'

/** So many cases by night. */
const CASES = 20_000

/** How many results of the engine of outlines other libraries find wrong. */
export function measureEngine(): Figure[] {
  const { cases, wrong } = judgeOutlines(CASES)
  return [
    {
      what: `${cases.toLocaleString('en')} outlines combined and offset: touching along edges, near copies, tangent, nested, traced, beyond every radius`,
      figure: `${wrong.length} wrong${wrong.length > 0 ? `, by ${Math.max(...wrong.map((w) => w.by)).toFixed(2)}` : ''}`,
      against: 'polyclip-ts and jsts, 0.01 mm along the outline',
      target: 'none',
      met: wrong.length === 0,
    },
  ]
}
