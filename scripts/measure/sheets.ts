import { judgeFill, thirtyShapes } from '../../judges/rows'
import { judgeSpacing } from '../../judges/spacing'
import type { Figure } from './figure'

/** So many jobs are laid out. */
const JOBS = 60
/** Nearer than asked by less than this is as near as numbers are written, mm. */
const EXACT = 0.01

/** How many fit, beside rows on squared paper, and how near pieces come to one another. */
export function measureSheets(): Figure[] {
  const filled = thirtyShapes().map(judgeFill)
  const fewer = filled.filter((f) => f.told < f.rows).length
  const share = (of: (f: (typeof filled)[number]) => number) =>
    filled.reduce((sum, f) => sum + f.told / of(f), 0) / filled.length
  const spaced = Array.from({ length: JOBS }, (_, k) => judgeSpacing(k + 1))
  const near = [...spaced, ...filled.map((f) => f.near)]
  return [
    {
      what: 'Thirty shapes, as often as a sheet holds them',
      figure: `${share((f) => f.rows).toFixed(2)} times as many, ${(100 * share((f) => f.bound)).toFixed(0)} % of what area alone allows; fewer for ${fewer}`,
      against: 'rows that reach into one another, found on squared paper',
      target: 'never fewer',
      met: fewer === 0,
    },
    {
      what: `${near.length} sheets laid out or filled: curves, openings, spacings of 0 to 5 mm, all turns`,
      figure: `${near.filter((v) => v > EXACT).length} nearer than asked, the nearest by ${Math.max(0, ...near).toFixed(4)} mm`,
      against: 'distances by jsts',
      target: 'none by 0.01 mm',
      met: near.every((v) => v <= EXACT),
    },
  ]
}
