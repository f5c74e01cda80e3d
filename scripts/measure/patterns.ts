import { judgePatterns } from '../../judges/patterns'
import type { Figure } from './figure'

/** So many sizes of each by night. */
const SIZES = 100

/** How many patterns have less room, or lids with another play, than they were asked for. */
export function measurePatterns(): Figure[] {
  const { cases, wrong } = judgePatterns(SIZES)
  return [
    {
      what: `${cases.toLocaleString('en')} boxes, lids and sleeves of all patterns at sizes by chance, folded of paper of 0.2 to 1.2 mm: room within and play`,
      figure: `${wrong.length} wrong${wrong.length > 0 ? `, by ${Math.max(...wrong.map((w) => Math.abs(w.by))).toFixed(2)} mm` : ''}`,
      against: 'rays between panels as thick as their paper',
      target: 'none',
      met: wrong.length === 0,
    },
  ]
}
