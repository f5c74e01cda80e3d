import { combine, uniteOutlines } from '../../outlines/combine'
import { grown } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, openingsOf, paperOf } from '../taken'

/** The first piece stays; what the others cover, or what is open in them, is punched out of it. */
export const punch: Recipe = {
  name: 'punch',
  title: 'Punch',
  says: 'the others’ parts taken out of the first',
  takes: { least: 2, most: 200 },
  // The motif is wanted again, in another paper, more often than not.
  leaves: (_, position) => position > 0,
  measures: [
    {
      name: 'take',
      title: 'What is punched',
      kind: 'choice',
      usual: 'inner',
      choices: [
        { value: 'inner', title: 'the inner parts of the motif' },
        { value: 'whole', title: 'all that the motif covers' },
        { value: 'margin', title: 'all that it covers, with a margin' },
      ],
    },
    {
      name: 'margin',
      title: 'Margin',
      kind: 'length',
      usual: 1,
      least: 0.05,
      most: 200,
      when: { choice: 'take', is: ['margin'] },
    },
  ],
  make([stays, ...motifs], measures) {
    const covered = uniteOutlines(...motifs.map(measures.take === 'inner' ? openingsOf : coverOf))
    const act = measures.take === 'margin' ? grown(covered, numberIn(measures, 'margin'), 'round') : covered
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
