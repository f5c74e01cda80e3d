import { DEFAULT_LIMITS } from '../../document/limits'
import { areaOf, boundsOf, heightOf, uniteBoxes, widthOf } from '../../geometry/measure'
import type { Contour } from '../../geometry/path'
import { combine, uniteOutlines } from '../../outlines/combine'
import type { PieceShape } from '../../pieces/piece-shape'
import { counted, say } from '../../words'
import { grown, tenths } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, openingsOf, paperOf } from '../taken'

/** The first piece stays; what the others cover, or what is open in them, is punched out of it. */
export const punch: Recipe = {
  name: 'punch',
  title: say`Punch`,
  says: say`the others’ parts taken out of the first`,
  takes: { least: 2, most: 200 },
  // The motif is wanted again, in another paper, more often than not.
  leaves: (_, position) => position > 0,
  measures: [
    {
      name: 'take',
      title: say`What is punched`,
      kind: 'choice',
      usual: 'inner',
      choices: [
        { value: 'inner', title: say`the inner parts of the motif` },
        { value: 'whole', title: say`all that the motif covers` },
        { value: 'margin', title: say`all that it covers, with a margin` },
      ],
    },
    {
      name: 'margin',
      title: say`Margin`,
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
        say`The motif has no inner parts to punch. Punch all that it covers, or take another.`,
      )
    const before = paperOf(stays!)
    // What is told and taken is what truly lies on the piece.
    const met = combine('intersection', before, act)
    if (met.length === 0)
      throw new CannotMake(
        say`The motif lies beside “${stays!.piece.name}”, so nothing of it would be punched. Move one of them until they lie on one another.`,
      )
    const made = combine('difference', before, act)
    if (made.length === 0)
      throw new CannotMake(say`Nothing would be left: the motif covers all of the piece.`)
    return {
      lines: [...asCuts(made), ...innerLines(stays!, 'of-1')],
      figures: [...tellFinest(met, motifs), ...tellMissed(act, met)],
    }
  },
}

/** Openings that are smaller than this a blade cannot turn in, mm: the limit that the inspection begins with. */
const FINEST = DEFAULT_LIMITS.smallestOpening

/** How many parts of a motif lie beside the piece, and how many only in part on it. */
function tellMissed(act: readonly Contour[], met: readonly Contour[]): string[] {
  const parts = act.filter((c) => areaOf(c) > 0)
  const shares = parts.map((part) => {
    const on = combine('intersection', [part], met)
    return Math.abs(on.reduce((sum, c) => sum + areaOf(c), 0) / areaOf(part))
  })
  const beside = shares.filter((s) => s < 0.001).length
  const partly = shares.filter((s) => s >= 0.001 && s < 0.999).length
  return [
    ...(beside > 0
      ? [
          say`${counted(beside, 'part lies beside the piece and was', 'parts lie beside the piece and were')} not punched.`,
        ]
      : []),
    ...(partly > 0
      ? [say`${counted(partly, 'part reaches', 'parts reach')} past an edge of the piece.`]
      : []),
  ]
}

/** What is too fine to be punched, and the size of the motif at which it would hold. */
function tellFinest(act: readonly Contour[], motifs: readonly PieceShape[]): string[] {
  const boxes = act.filter((c) => areaOf(c) > 0).map(boundsOf)
  const finest = Math.min(...boxes.map((b) => Math.min(widthOf(b), heightOf(b))))
  const size = widthOf(uniteBoxes(motifs.map((m) => m.box)))
  if (finest >= FINEST)
    return [say`${counted(boxes.length, 'part')} punched, the finest ${tenths(finest)} mm across.`]
  return [
    say`The finest part is ${tenths(finest)} mm across, too fine for a blade. It would hold with the motif ${tenths((size * FINEST) / finest)} mm wide instead of ${tenths(size)}.`,
  ]
}
