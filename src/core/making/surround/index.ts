import { uniteBoxes } from '../../geometry/measure'
import { uniteOutlines } from '../../outlines/combine'
import type { Corners } from '../../outlines/offset'
import { counted, say } from '../../words'
import { asRole, CORNERS, canSearch, grown, leastThat, OPENINGS, ROLES, tenths } from '../offset-measures'
import { CannotMake, lengthsIn, type Recipe } from '../recipe'
import { stepByStep } from '../steps'
import { coverOf, outlinesIn, paperOf } from '../taken'

/** Farther than this separate parts are not gathered, mm. */
const FARTHEST = 60

/** A piece, or several, made larger all round: what lies behind it, and gathers separate parts into one. */
export const surround: Recipe = {
  name: 'surround',
  title: say`Surround`,
  says: say`larger all round, separate parts as one`,
  leaves: () => true,
  lies: 'back',
  takes: { least: 1, most: 200 },
  measures: [
    { name: 'by', title: say`By`, kind: 'lengths', usual: [4], least: 0.1, most: 500, count: 12 },
    { ...CORNERS, usual: 'round' },
    { ...OPENINGS, usual: 'fill' },
    ROLES,
  ],
  handles(shapes, measures) {
    const [first] = lengthsIn(measures, 'by')
    const { minX, maxX, minY } = uniteBoxes(shapes.map((s) => s.box))
    const y = minY - first!
    return [{ measure: 'by', at: { x: (minX + maxX) / 2, y }, along: { x: 0, y: -1 }, by: 1 }]
  },
  make(shapes, measures) {
    const corners = measures.corners as Corners
    const paper = uniteOutlines(...shapes.map(measures.openings === 'fill' ? coverOf : paperOf))
    const at = (distance: number) => grown(paper, distance, corners)
    return stepByStep(lengthsIn(measures, 'by'), (by) => {
      const made = at(by)
      const parts = outlinesIn(made)
      if (parts > 1) {
        const least = canSearch(paper, FARTHEST)
          ? leastThat((d) => outlinesIn(at(d)) === 1, by, FARTHEST)
          : null
        throw new CannotMake(
          say`Surrounded by ${tenths(by)} mm they are ${counted(parts, 'piece')} still. ${least ? say`By ${tenths(least)} mm they are one.` : say`Move them nearer to one another.`}`,
        )
      }
      return asRole(made, measures)
    })
  },
}
