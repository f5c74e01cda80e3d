import type { Contour } from '../../geometry/path'
import { combine } from '../../outlines/combine'
import { say } from '../../words'
import { CannotMake, type Recipe } from '../recipe'
import { asCuts, paperOf } from '../taken'

/** What is common to several pieces. */
export const overlap: Recipe = {
  name: 'overlap',
  title: say`Overlap`,
  says: say`what is common to all`,
  takes: { least: 2, most: 20 },
  measures: [],
  make(shapes) {
    const [first, ...others] = shapes.map(paperOf)
    const made = others.reduce<Contour[]>((left, other) => combine('intersection', left, other), first!)
    if (made.length === 0)
      throw new CannotMake(say`These pieces have nothing in common. Move them onto one another.`)
    return asCuts(made)
  },
}
