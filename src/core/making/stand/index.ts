import { translation } from '../../geometry/affine'
import { readPath, transformContour } from '../../geometry/path'
import { uniteOutlines } from '../../outlines/combine'
import { say } from '../../words'
import { tenths } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { OUTLINES } from '../shape/outlines'
import { asCuts, innerLines, outlinesIn, paperOf } from '../taken'

/** What reaches as far down as this above the lowest point is a foot, mm. */
const FOOT = 1
/** How much wider than the feet a base is where no width is given, mm. */
const WIDER = 20

/** A base under a figure, centred on its feet and joined to them. */
export const stand: Recipe = {
  name: 'stand',
  title: say`Stand`,
  says: say`a base under a figure`,
  takes: { least: 1, most: 1 },
  measures: [
    {
      name: 'kind',
      title: say`Kind`,
      kind: 'choice',
      usual: 'rounded',
      choices: [
        { value: 'rounded', title: say`rounded` },
        { value: 'rectangle', title: say`rectangle` },
        { value: 'ellipse', title: say`ellipse` },
      ],
    },
    { name: 'width', title: say`Width (0: by the feet)`, kind: 'length', usual: 0, least: 0, most: 1500 },
    { name: 'height', title: say`Height`, kind: 'length', usual: 20, least: 2, most: 500 },
    { name: 'sink', title: say`Sink of the feet`, kind: 'length', usual: 3, least: 0.1, most: 500 },
  ],
  make([shape], measures) {
    const paper = paperOf(shape!)
    const { maxY } = shape!.box
    const feet: number[] = []
    for (let i = 0; i < shape!.ring.length; i += 2)
      if (shape!.ring[i + 1]! > maxY - FOOT) feet.push(shape!.ring[i]!)
    const [left, right] = [Math.min(...feet), Math.max(...feet)]
    const width = numberIn(measures, 'width') || right - left + WIDER
    const height = numberIn(measures, 'height')
    const sink = numberIn(measures, 'sink')
    if (sink >= height)
      throw new CannotMake(
        say`The feet sink ${tenths(sink)} mm into a base of ${tenths(height)} mm. Lessen the sink.`,
      )
    const kind = measures.kind as 'rounded' | 'rectangle' | 'ellipse'
    const corner = Math.min(height, width) / 3
    const base = transformContour(
      readPath(OUTLINES[kind]({ width, height, corner, count: 0, depth: 0 })),
      translation((left + right) / 2 - width / 2, maxY - sink),
    )
    const made = uniteOutlines(paper, [base])
    if (outlinesIn(made) > 1) throw new CannotMake(say`The base does not reach the feet. Sink them deeper.`)
    return {
      lines: [...asCuts(made), ...innerLines(shape!, 'of-1')],
      figures: [say`The base is ${tenths(width)} mm wide, centred on feet ${tenths(right - left)} mm apart.`],
    }
  },
}
