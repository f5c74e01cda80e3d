import { combine, uniteOutlines } from '../../outlines/combine'
import { CannotMake, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, openingsOf, paperOf } from '../taken'

/** The first piece stays; what the others cover, or what is open in them, is punched out of it. */
export const punch: Recipe = {
  name: 'punch',
  title: 'Punch',
  says: 'the others’ parts taken out of the first',
  takes: { least: 2, most: 200 },
  measures: [
    {
      name: 'take',
      title: 'What is punched',
      kind: 'choice',
      usual: 'inner',
      choices: [
        { value: 'inner', title: 'the inner parts of the motif' },
        { value: 'whole', title: 'all that the motif covers' },
      ],
    },
  ],
  make([stays, ...motifs], { take }) {
    const act = uniteOutlines(...motifs.map(take === 'whole' ? coverOf : openingsOf))
    if (act.length === 0)
      throw new CannotMake(
        'The motif has no inner parts to punch. Punch all that it covers, or take another.',
      )
    const before = paperOf(stays!)
    const made = combine('difference', before, act)
    if (made.length === 0) throw new CannotMake('Nothing would be left: the motif covers all of the piece.')
    return [...asCuts(made), ...innerLines(stays!, 'of-1')]
  },
}
