import { multiply, rotation, translation } from '../../geometry/affine'
import { type Contour, transformContour, writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { uniteOutlines } from '../../outlines/combine'
import { say } from '../../words'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { asCuts, innerLines, outlinesIn, paperOf } from '../taken'

/** A stretch of the lower edge that is straight and level within this, mm. */
const LEVEL = 0.01

/** Copies of a piece about a centre, or on the sides of a polygon whose edges are scored: an envelope from one flap. */
export const roundCopies: Recipe = {
  name: 'round-copies',
  title: say`Copies in a ring`,
  says: say`copies about a middle, joined`,
  takes: { least: 1, most: 1 },
  measures: [
    { name: 'count', title: say`How many`, kind: 'count', usual: 4, least: 2, most: 60 },
    {
      name: 'about',
      title: say`Laid`,
      kind: 'choice',
      usual: 'sides',
      choices: [
        { value: 'sides', title: say`on the sides of a polygon` },
        { value: 'centre', title: say`about the middle of its lower edge` },
      ],
    },
  ],
  make([shape], measures) {
    const count = numberIn(measures, 'count')
    const onSides = measures.about === 'sides'
    if (onSides && count < 3)
      throw new CannotMake(say`A polygon has three sides at least. Take three copies or more.`)
    const { minX, maxX, maxY } = shape!.box
    const base = onSides ? baseOf(shape!.outline, maxY) : { from: minX, to: maxX }
    if (!base)
      throw new CannotMake(
        say`The piece has no straight level edge below, by which it could lie on a side. Turn it.`,
      )
    const side = base.to - base.from
    // How far the middle of the ring lies below the piece.
    const below = onSides ? side / (2 * Math.tan(Math.PI / count)) : 0
    const centre = { x: (base.from + base.to) / 2, y: maxY + below }
    const turns = Array.from({ length: count }, (_, k) =>
      multiply(
        translation(centre.x, centre.y),
        multiply(rotation((360 * k) / count), translation(-centre.x, -centre.y)),
      ),
    )
    const corners = turns.map((t) =>
      transformContour(straight({ x: base.from, y: maxY }, { x: base.to, y: maxY }), t),
    )
    const polygon: Contour[] = onSides
      ? [{ start: corners[0]!.start, segments: corners.slice(1).map((c) => ({ to: c.start })), closed: true }]
      : []
    const paper = paperOf(shape!)
    const made = uniteOutlines(...turns.map((t) => paper.map((c) => transformContour(c, t))), polygon)
    if (outlinesIn(made) > 1)
      throw new CannotMake(say`The copies do not touch one another. Take more of them, or a wider piece.`)
    const scores = onSides
      ? corners.map(
          (c, k): MadeLine => ({ key: `score-${k + 1}`, d: writePath(c), role: 'score', fold: 'valley' }),
        )
      : []
    return [...asCuts(made), ...scores, ...turns.flatMap((t, k) => innerLines(shape!, `copy-${k + 1}`, t))]
  },
}

const straight = (start: Point, to: Point): Contour => ({ start, segments: [{ to }], closed: false })

/** The straight level stretch at the foot of an outline; null where there is none. */
function baseOf({ start, segments, closed }: Contour, foot: number): { from: number; to: number } | null {
  const ends = [start, ...segments.map((s) => s.to), ...(closed ? [start] : [])]
  const on = ends.slice(1).flatMap((to, i) => {
    const from = ends[i]!
    const isLevel = !segments[i]?.c1 && Math.abs(from.y - foot) < LEVEL && Math.abs(to.y - foot) < LEVEL
    return isLevel && from.x !== to.x ? [from.x, to.x] : []
  })
  return on.length > 0 ? { from: Math.min(...on), to: Math.max(...on) } : null
}
