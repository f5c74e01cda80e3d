import { translation } from '../../geometry/affine'
import { heightOf, uniteBoxes, widthOf } from '../../geometry/measure'
import { readPath, transformContour } from '../../geometry/path'
import { combine, uniteOutlines } from '../../outlines/combine'
import { counted, say } from '../../words'
import { tenths } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { rectangle } from '../shape/rectangle'
import { asCuts, innerLines, outlinesIn, paperOf } from '../taken'

/** A frame round what it takes, one piece with all that reaches it: layers of a picture get the same outer edge so. */
export const border: Recipe = {
  name: 'border',
  title: say`Border frame`,
  says: say`a frame round it, so that layers share an outer edge`,
  takes: { least: 1, most: 200 },
  measures: [
    { name: 'width', title: say`Width outside`, kind: 'length', usual: 190, least: 5, most: 3000 },
    { name: 'height', title: say`Height outside`, kind: 'length', usual: 190, least: 5, most: 3000 },
    { name: 'rim', title: say`Rim`, kind: 'length', usual: 12, least: 0.5, most: 500 },
  ],
  make(shapes, measures) {
    const [width, height, rim] = ['width', 'height', 'rim'].map((name) => numberIn(measures, name)) as [
      number,
      number,
      number,
    ]
    if (2 * rim >= Math.min(width, height) - 0.5)
      throw new CannotMake(
        say`A rim of ${tenths(rim)} mm fills the frame. Make it narrower than ${tenths(Math.min(width, height) / 2)} mm.`,
      )
    const box = uniteBoxes(shapes.map((s) => s.box))
    if (widthOf(box) > width + 0.01 || heightOf(box) > height + 0.01)
      throw new CannotMake(
        say`What it takes is ${tenths(widthOf(box))} x ${tenths(heightOf(box))} mm, larger than the frame. Make the frame larger, or the piece smaller.`,
      )
    const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
    const centred = (w: number, h: number) => [
      transformContour(readPath(rectangle(w, h)), translation(middle.x - w / 2, middle.y - h / 2)),
    ]
    const ring = combine('difference', centred(width, height), centred(width - 2 * rim, height - 2 * rim))
    const made = uniteOutlines(ring, ...shapes.map(paperOf))
    const loose = outlinesIn(made) - 1
    return {
      lines: [...asCuts(made), ...shapes.flatMap((shape, i) => innerLines(shape, `of-${i + 1}`))],
      figures: [
        say`${tenths(width)} x ${tenths(height)} mm outside, its rim ${tenths(rim)} mm.`,
        ...(loose > 0
          ? [
              say`${counted(loose, 'part lies loose in it: it does', 'parts lie loose in it: they do')} not reach the rim.`,
            ]
          : []),
      ],
    }
  },
}
