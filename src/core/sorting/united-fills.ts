import { writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import type { DrawnLine } from '../intake/drawing'
import { combine, type Outline, uniteOutlines } from '../outlines/combine'

/** What fills drawn in parts became: the lines of a drawing with the united ones in the place of the first of each group. */
export type United = {
  lines: DrawnLine[]
  /** for each group the positions of its lines before, and of those made of them after */
  groups: { removed: number[]; made: number[] }[]
}

/**
 * Unites painted shapes of one colour where they meet, as a pen does that paints a figure in parts; their curves stay
 * curves.
 * @param groups the shapes of each colour, each by the positions of its lines
 */
export function uniteFills(lines: readonly DrawnLine[], groups: readonly (readonly number[][])[]): United {
  const gone = new Set(groups.flat(2))
  const at = new Map(groups.map((shapes) => [Math.min(...shapes.flat()), shapes]))
  const united: United = { lines: [], groups: [] }
  lines.forEach((line, i) => {
    const shapes = at.get(i)
    if (shapes) {
      const whole = uniteOutlines(...shapes.map((shape) => paintedBy(shape, lines)))
      const first = united.lines.length
      united.groups.push({ removed: shapes.flat(), made: whole.map((_, k) => first + k) })
      for (const contour of whole) united.lines.push({ ...line, d: writePath(contour), fillRule: 'evenodd' })
    } else if (!gone.has(i)) united.lines.push(line)
  })
  return united
}

/** What one element paints, by its own rule. */
function paintedBy(shape: readonly number[], lines: readonly DrawnLine[]): Outline {
  const rule = lines[shape[0]!]!.fillRule === 'evenodd' ? 'even-odd' : 'non-zero'
  return combine(
    'union',
    shape.map((i) => shapeOf(lines[i]!.d).contour),
    [],
    { rule },
  )
}
