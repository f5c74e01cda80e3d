import { rotation, translation } from '../../geometry/affine'
import { type Contour, transformContour } from '../../geometry/path'
import { combine } from '../../outlines/combine'
import { say } from '../../words'
import { halfPlane } from '../half-plane'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { asCuts, paperOf } from '../taken'

/** How far the halves are laid from one another, mm. */
const APART = 10

/** Two halves of a piece, along a straight line or along the outline of another piece; both are kept, or one of them. */
export const split: Recipe = {
  name: 'split',
  title: say`Split`,
  says: say`two halves, both kept or one`,
  takes: { least: 1, most: 2 },
  measures: [
    { name: 'along', title: say`Angle of the line`, kind: 'angle', usual: 90, least: -180, most: 180 },
    { name: 'at', title: say`From the middle`, kind: 'length', usual: 0, least: -3000, most: 3000 },
    {
      name: 'keep',
      title: say`Which is wanted`,
      kind: 'choice',
      usual: 'both',
      choices: [
        { value: 'both', title: say`both halves` },
        { value: 'one', title: say`the first half` },
        { value: 'two', title: say`the second half` },
      ],
    },
  ],
  make([shape, other], measures) {
    const paper = paperOf(shape!)
    const along = numberIn(measures, 'along')
    const { minX, minY, maxX, maxY } = shape!.box
    const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
    const by = other ? paperOf(other) : halfPlane(middle, along, numberIn(measures, 'at'), shape!.box)
    const one = combine('intersection', paper, by)
    const two = combine('difference', paper, by)
    if (one.length === 0 || two.length === 0)
      throw new CannotMake(say`The line does not run through the piece, so there are no two halves. Move it.`)
    const away = other ? translation(maxX - minX + APART, 0) : translation(...step(rotation(along), APART))
    const moved = (c: Contour) => transformContour(c, away)
    if (measures.keep === 'one') return asCuts(one, 'one')
    // A half that is wanted alone stays where it was.
    if (measures.keep === 'two') return asCuts(two, 'two')
    return [...asCuts(one, 'one'), ...asCuts(two.map(moved), 'two')]
  },
}

/** A step to the left of a direction. */
const step = ([a, b]: readonly number[], length: number): [number, number] => [b! * length, -a! * length]
