import { uniteOutlines } from '../../outlines/combine'
import { counted, say } from '../../words'
import { CannotMake, type Recipe } from '../recipe'
import { asCuts, innerLines, outlinesIn, paperOf } from '../taken'

/** Several pieces that overlap or touch along an edge become one. */
export const join: Recipe = {
  name: 'join',
  title: say`Join`,
  says: say`one piece of several`,
  takes: { least: 2, most: 200 },
  measures: [],
  make(shapes) {
    const made = uniteOutlines(...shapes.map(paperOf))
    const left = outlinesIn(made)
    if (left > 1)
      throw new CannotMake(
        say`Joined, they are ${counted(left, 'piece')} still, as they do not all touch one another. Move them until each reaches into another.`,
      )
    return [...asCuts(made), ...shapes.flatMap((shape, i) => innerLines(shape, `of-${i + 1}`))]
  },
}
