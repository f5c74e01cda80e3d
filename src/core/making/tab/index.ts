import { writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { uniteOutlines } from '../../outlines/combine'
import { say } from '../../words'
import { EDGE, straightEdge } from '../edges'
import { tenths } from '../offset-measures'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { rounded } from '../rounded'
import { asCuts, innerLines, paperOf } from '../taken'

/** A flap for glue on a straight edge of a piece, scored where it begins; its ends lean in, so that it meets nothing. */
export const tab: Recipe = {
  name: 'tab',
  title: say`Glue tab`,
  says: say`a flap for glue on an edge`,
  takes: { least: 1, most: 1 },
  measures: [
    EDGE,
    { name: 'depth', title: say`Depth`, kind: 'length', usual: 10, least: 1, most: 300 },
    { name: 'angle', title: say`Angle of its ends`, kind: 'angle', usual: 60, least: 20, most: 90 },
    { name: 'corner', title: say`Rounded corners`, kind: 'length', usual: 0, least: 0, most: 100 },
  ],
  handles([shape], measures) {
    const { from, to, out } = straightEdge(paperOf(shape!)[0]!, measures)
    const depth = numberIn(measures, 'depth')
    const at = { x: (from.x + to.x) / 2 + depth * out.x, y: (from.y + to.y) / 2 + depth * out.y }
    return [{ measure: 'depth', at, along: out, by: 1 }]
  },
  make([shape], measures) {
    const paper = paperOf(shape!)
    const { from, to, out, length } = straightEdge(paper[0]!, measures)
    const [depth, corner] = [numberIn(measures, 'depth'), numberIn(measures, 'corner')]
    const lean = depth / Math.tan((numberIn(measures, 'angle') * Math.PI) / 180)
    const tip = length - 2 * lean
    if (tip < 2 * corner + 1)
      throw new CannotMake(
        say`The edge is ${tenths(length)} mm long, and the tab's ends take ${tenths(2 * (lean + corner))} mm of it. Make it less deep, its angle wider or its corners sharper.`,
      )
    const along = { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
    const at = (a: number, o: number): Point => ({
      x: from.x + a * along.x + o * out.x,
      y: from.y + a * along.y + o * out.y,
    })
    const outline = rounded(
      [at(0, 0), at(lean, depth), at(length - lean, depth), at(length, 0)],
      [0, corner, corner, 0],
    )
    const score: MadeLine = {
      key: 'score',
      d: writePath({ start: from, segments: [{ to }], closed: false }),
      role: 'score',
    }
    return [...asCuts(uniteOutlines(paper, [outline])), score, ...innerLines(shape!, 'of-1')]
  },
}
