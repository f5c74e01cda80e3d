import { combine } from '../../outlines/combine'
import { counted, say } from '../../words'
import { grown, tenths } from '../offset-measures'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, openingsOf } from '../taken'

/** Clear film behind each opening of a piece, larger than it by a rim for the glue, in a paper of its own. */
export const pane: Recipe = {
  name: 'pane',
  title: say`Pane`,
  says: say`film behind an opening, with a rim for glue`,
  leaves: () => true,
  lies: 'back',
  takes: { least: 1, most: 1 },
  measures: [{ name: 'rim', title: say`Rim for the glue`, kind: 'length', usual: 6, least: 0.5, most: 100 }],
  make([shape], measures) {
    const rim = numberIn(measures, 'rim')
    const openings = openingsOf(shape!)
    if (openings.length === 0)
      throw new CannotMake(say`The piece has no opening that a pane could lie behind. Take one that has.`)
    const cover = coverOf(shape!)
    const lines = openings.flatMap((opening, i): MadeLine[] => {
      const film = grown([opening], rim, 'sharp')
      if (combine('difference', film, cover).length > 0)
        throw new CannotMake(
          say`A rim of ${tenths(rim)} mm reaches over the edge of the piece. Make it narrower.`,
        )
      const plane = i === 0 ? {} : { plane: `pane-${i + 1}` }
      return asCuts(film, `pane-${i + 1}`).map((line) => ({ ...line, ...plane }))
    })
    return {
      lines,
      figures: [say`${counted(openings.length, 'pane')}, each glued along a rim of ${tenths(rim)} mm.`],
    }
  },
}
