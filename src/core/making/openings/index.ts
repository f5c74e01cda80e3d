import { areaOf, boundsOf, heightOf, widthOf } from '../../geometry/measure'
import type { Contour } from '../../geometry/path'
import { turnedRound } from '../../outlines/combine'
import { say } from '../../words'
import { numbersIn, placeOfNumber } from '../numbered'
import { tenths } from '../offset-measures'
import { CannotMake, type MadeLine, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, openingsOf } from '../taken'

/** Openings whose sizes differ by less than this share are equal. */
const EQUAL = 0.01

/** Openings of a piece that are equal. */
export type OpeningGroup = { number: number; openings: Contour[]; width: number; height: number }

/** The openings of a piece by size, the largest first; equal ones together. */
export function openingGroups(openings: readonly Contour[]): OpeningGroup[] {
  const groups: (OpeningGroup & { area: number })[] = []
  for (const opening of [...openings].sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)))) {
    const box = boundsOf(opening)
    const [width, height, area] = [widthOf(box), heightOf(box), Math.abs(areaOf(opening))]
    const alike = (a: number, b: number) => Math.abs(a - b) <= EQUAL * Math.max(a, b)
    const group = groups.find(
      (g) =>
        alike(g.area, area) &&
        alike(g.width + g.height, width + height) &&
        alike(Math.min(g.width, g.height), Math.min(width, height)),
    )
    if (group) group.openings.push(opening)
    else groups.push({ number: groups.length + 1, openings: [opening], width, height, area })
  }
  return groups
}

/** The openings of a piece, kept, filled, or lifted out as pieces of their own in another paper. */
export const openings: Recipe = {
  name: 'openings',
  title: say`Openings`,
  says: say`fill them, or lift them out as pieces`,
  takes: { least: 1, most: 1 },
  measures: [
    { name: 'fill', title: say`Fill (numbers, or all)`, kind: 'text', usual: '', longest: 400 },
    { name: 'lift', title: say`Lift out (numbers, or all)`, kind: 'text', usual: '', longest: 400 },
  ],
  numbered: ([shape]) =>
    openingGroups(openingsOf(shape!)).flatMap(({ number, openings }) =>
      openings.map((o) => ({ number, at: placeOfNumber(o) })),
    ),
  make([shape], measures) {
    const groups = openingGroups(openingsOf(shape!))
    if (groups.length === 0) throw new CannotMake(say`The piece has no openings. Take one that has.`)
    const refuse = (part: string) =>
      say`“${part}” is no opening of the piece: they are numbered 1 to ${groups.length}.`
    const [filled, lifted] = [
      numbersIn(measures, 'fill', groups.length, refuse),
      numbersIn(measures, 'lift', groups.length, refuse),
    ]
    const both = [...filled].find((n) => lifted.has(n))
    if (both !== undefined && measures.fill !== 'all' && measures.lift !== 'all')
      throw new CannotMake(
        say`Opening ${both} is to be filled and lifted out. Take it out of one of the two.`,
      )
    const kept = groups.filter((g) => !filled.has(g.number))
    const out: MadeLine[] = groups
      .filter((g) => lifted.has(g.number))
      .flatMap((g) => asCuts(g.openings, `lifted-${g.number}`))
      .map((line) => ({ ...line, plane: 'lifted', title: say`lifted out` }))
    return {
      lines: [
        ...asCuts([...coverOf(shape!), ...kept.flatMap((g) => g.openings.map(turnedRound))]),
        ...innerLines(shape!, 'of-1'),
        ...out,
      ],
      figures: [
        say`Openings by size: ${groups
          .slice(0, 12)
          .map((g) => say`${g.number}: ${g.openings.length} of ${tenths(g.width)} x ${tenths(g.height)} mm`)
          .join('; ')}${groups.length > 12 ? ' …' : ''}.`.slice(0, 300),
      ],
    }
  },
}
