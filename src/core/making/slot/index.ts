import { multiply, rotation, translation } from '../../geometry/affine'
import { type Contour, readPath, transformContour, writePath } from '../../geometry/path'
import { combine } from '../../outlines/combine'
import { decimal, say } from '../../words'
import { chosenEdge, EDGE } from '../edges'
import { tenths } from '../offset-measures'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { OUTLINES } from '../shape/outlines'
import { asCuts, innerLines, paperOf } from '../taken'

/** A slot is open by so many calipers, so that a strap goes through and is held (common practice). */
const CALIPERS = 2

/** What a strap goes through, as wide as the strap and the card's thickness; or a slit from an edge that holds another. */
export const slot: Recipe = {
  name: 'slot',
  title: say`Slot`,
  says: say`what a strap goes through, or a slit that holds another piece`,
  takes: { least: 1, most: 1 },
  measures: [
    {
      name: 'kind',
      title: say`Kind`,
      kind: 'choice',
      usual: 'slot',
      choices: [
        { value: 'slot', title: say`open slot` },
        { value: 'slit', title: say`single slit` },
        { value: 'lock', title: say`slit from an edge` },
      ],
    },
    {
      name: 'strap',
      title: say`Width of the strap`,
      kind: 'length',
      usual: 15,
      least: 0.5,
      most: 500,
      when: { choice: 'kind', is: ['slot', 'slit'] },
    },
    { name: 'caliper', title: say`Thickness of the card`, kind: 'length', usual: 0.3, least: 0.05, most: 5 },
    { name: 'x', title: say`Right of the middle`, kind: 'length', usual: 0, least: -1500, most: 1500 },
    {
      name: 'y',
      title: say`Below the middle`,
      kind: 'length',
      usual: 0,
      least: -1500,
      most: 1500,
      when: { choice: 'kind', is: ['slot', 'slit'] },
    },
    {
      name: 'turn',
      title: say`Turned by`,
      kind: 'angle',
      usual: 0,
      least: -180,
      most: 180,
      when: { choice: 'kind', is: ['slot', 'slit'] },
    },
    { ...EDGE, when: { choice: 'kind', is: ['lock'] } },
    {
      name: 'depth',
      title: say`Depth`,
      kind: 'length',
      usual: 20,
      least: 1,
      most: 1000,
      when: { choice: 'kind', is: ['lock'] },
    },
  ],
  make([shape], measures) {
    const paper = paperOf(shape!)
    const caliper = numberIn(measures, 'caliper')
    const inner = innerLines(shape!, 'of-1')
    if (measures.kind === 'lock') {
      const edge = chosenEdge(paper[0]!, measures)
      const { at, out } = edge.at(edge.length / 2 + numberIn(measures, 'x'))
      const turn = (Math.atan2(out.y, out.x) * 180) / Math.PI + 90
      const depth = numberIn(measures, 'depth')
      const notch = block(caliper, 2 * depth, multiply(translation(at.x, at.y), rotation(turn)))
      return {
        lines: [...asCuts(pieceWithout(paper, notch)), ...inner],
        figures: [say`The slit is ${hundredths(caliper)} mm wide and ${tenths(depth)} mm deep.`],
      }
    }
    const { minX, minY, maxX, maxY } = shape!.box
    const [x, y] = [numberIn(measures, 'x') + (minX + maxX) / 2, numberIn(measures, 'y') + (minY + maxY) / 2]
    const map = multiply(translation(x, y), rotation(numberIn(measures, 'turn')))
    const width = numberIn(measures, 'strap') + caliper
    const open = block(width, CALIPERS * caliper, map)
    if (combine('difference', [open], paper).length > 0)
      throw new CannotMake(
        say`The slot does not lie in the paper of the piece. Move it, or make it narrower.`,
      )
    const slit: MadeLine = {
      key: 'slit',
      d: writePath(transformContour(readPath(`M${-width / 2} 0L${width / 2} 0`), map)),
      role: 'cut',
    }
    const isOpen = measures.kind === 'slot'
    return {
      lines: [...asCuts(isOpen ? pieceWithout(paper, open) : paper), ...(isOpen ? [] : [slit]), ...inner],
      figures: [
        say`The ${isOpen ? say`slot` : say`slit`} is ${hundredths(width)} mm wide: the strap and the thickness of the card.`,
      ],
    }
  },
}

/** A rectangle about the middle of a frame. */
const block = (width: number, height: number, map: ReturnType<typeof rotation>): Contour =>
  transformContour(
    readPath(OUTLINES.rectangle({ width, height, corner: 0, count: 0, depth: 0 })),
    multiply(map, translation(-width / 2, -height / 2)),
  )

function pieceWithout(paper: readonly Contour[], part: Contour): Contour[] {
  const made = combine('difference', paper, [part])
  if (made.length === 0) throw new CannotMake(say`Nothing would be left of the piece. Make the slit smaller.`)
  return made
}

const hundredths = (mm: number): string => decimal(mm, 2)
