import { say } from '../../words'
import { isAsLong } from '../partners'
import { between, type Sheet, widthOn } from './rule'

/** Walls in a row with a tab at the end make a tube: each turns by an equal share of the whole. */
export function* tubes(sheet: Sheet) {
  for (const { tube, hinge } of sheet.partners) {
    if (tube.length < 2) continue
    const folds = tube.slice(1).map((panel, i) => between(sheet, tube[i]!, panel)!)
    const widths = tube.map((panel) => widthOn(sheet, panel, hinge))
    const why = say`${tube.length} walls and a tab make a tube.`
    if (tube.length === 2) {
      for (const k of [...folds, hinge])
        yield [
          k,
          { turn: 180, way: 1, sure: true, why: say`Two walls and a tab make a flat sleeve.` },
        ] as const
    } else if (isGusseted(widths)) {
      // Wide, and two halves, twice: the middles of the sides fold in only when it is laid flat.
      for (const [i, k] of [...folds, hinge].entries()) {
        const isMiddle = isAsLong(widths[i]!, widths[(i + 1) % 6]!)
        const way = isMiddle ? -1 : 1
        yield [
          k,
          { turn: isMiddle ? 0 : 90, way, sure: true, why: say`The sides of the bag are gusseted.` },
        ] as const
      }
    } else
      for (const k of [...folds, hinge])
        yield [k, { turn: 360 / tube.length, way: 1, sure: true, why }] as const
  }
}

const isGusseted = (widths: readonly number[]): boolean =>
  widths.length === 6 &&
  [0, 1, 2].some((shift) => {
    const [a, b, c, d, e, f] = widths.map((_, i) => widths[(i + shift) % 6]!) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    return isAsLong(a, d) && [c, e, f].every((g) => isAsLong(b, g)) && !isAsLong(a, b)
  })
