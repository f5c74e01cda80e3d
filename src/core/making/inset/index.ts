import { uniteBoxes } from '../../geometry/measure'
import { uniteOutlines } from '../../outlines/combine'
import type { Corners } from '../../outlines/offset'
import { counted, say } from '../../words'
import { asRole, CORNERS, canSearch, greatestThat, grown, OPENINGS, ROLES, tenths } from '../offset-measures'
import { CannotMake, lengthsIn, type Recipe } from '../recipe'
import { stepByStep } from '../steps'
import { coverOf, outlinesIn, paperOf, wholeOf } from '../taken'

/** A piece, or several united, made smaller all round: the panel that lies on a card, or a border that is drawn on it. */
export const inset: Recipe = {
  name: 'inset',
  title: say`Inset`,
  says: say`smaller all round`,
  leaves: ({ role }) => role === 'cut',
  lies: 'front',
  takes: { least: 1, most: 200 },
  measures: [
    { name: 'by', title: say`By`, kind: 'lengths', usual: [6], least: 0.1, most: 500, count: 12 },
    { ...CORNERS, usual: 'sharp' },
    OPENINGS,
    ROLES,
  ],
  handles(shapes, measures) {
    const [first] = lengthsIn(measures, 'by')
    const { minX, maxX, minY } = uniteBoxes(shapes.map((s) => s.box))
    const y = minY + first!
    return [{ measure: 'by', at: { x: (minX + maxX) / 2, y }, along: { x: 0, y: 1 }, by: 1 }]
  },
  make(shapes, measures) {
    const corners = measures.corners as Corners
    const paper = uniteOutlines(...shapes.map(measures.openings === 'fill' ? coverOf : paperOf))
    const at = (distance: number) => grown(paper, -distance, corners)
    const parts = outlinesIn(paper)
    const holds = (distance: number) => outlinesIn(at(distance)) === parts
    return stepByStep(lengthsIn(measures, 'by'), (by) => {
      const upTo = (works: (distance: number) => boolean, told: string) =>
        canSearch(paper, by) ? say` Up to ${tenths(greatestThat(works, by))} mm ${told}.` : ''
      const made = at(by)
      if (made.length === 0)
        throw new CannotMake(
          say`Inset by ${tenths(by)} mm nothing is left.${upTo((d) => at(d).length > 0, say`something is`)}`,
        )
      if (measures.role === 'cut' && outlinesIn(made) > parts)
        throw new CannotMake(
          say`Inset by ${tenths(by)} mm it falls apart into ${counted(outlinesIn(made), 'piece')}.${upTo(holds, say`it holds`)}`,
        )
      const border = asRole(made, measures)
      return measures.role === 'cut' ? border : [...shapes.flatMap(wholeOf), ...border]
    })
  },
}
