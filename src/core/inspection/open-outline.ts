import type { Line } from '../document/lines'
import { endOf, writePath } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { lengthWords } from '../units/length'
import { say } from '../words'
import type { Rule } from './rule'

/** Cut ends further apart than this are no gap in an outline, mm. */
const WIDEST_GAP = 5

type End = { line: Line; at: Point; which: 0 | 1 }

/** Ends of cut lines that bound no piece, near another such end: an outline that is not closed. */
export const openOutline: Rule = (project) => {
  const bounding = new Set(Object.values(project.pieces).flatMap((p) => [...p.outline, ...p.openings.flat()]))
  const ends = Object.values(project.lines).flatMap((line): End[] => {
    if (line.role !== 'cut' || bounding.has(line.id)) return []
    const { contour } = shapeOf(line.d)
    if (contour.closed) return []
    return [
      { line, at: contour.start, which: 0 },
      { line, at: endOf(contour), which: 1 },
    ]
  })
  const index = new SpatialIndex(ends.map(({ at: { x, y } }) => ({ minX: x, minY: y, maxX: x, maxY: y })))
  const taken = new Set<number>()
  return ends.flatMap((end, k) => {
    if (taken.has(k)) return []
    const other = index
      .near(end.at.x, end.at.y, WIDEST_GAP)
      .find((j) => j !== k && !taken.has(j) && distance(ends[j]!.at, end.at) > project.limits.gap)
    const meets = index.near(end.at.x, end.at.y, project.limits.gap).some((j) => j !== k)
    if (other === undefined || meets) return []
    taken.add(k).add(other)
    const gap = distance(end.at, ends[other]!.at)
    return [
      {
        rule: 'open-outline',
        severity: 'warning' as const,
        message: say`An outline is open by ${lengthWords(gap, project.unit, 2)}. Close it, or the piece is not found.`,
        lines: [...new Set([end.line.id, ends[other]!.line.id])],
        pieces: [],
        at: { x: (end.at.x + ends[other]!.at.x) / 2, y: (end.at.y + ends[other]!.at.y) / 2 },
        fix: { label: say`Close the gap`, lines: [{ id: end.line.id, d: reaching(end, ends[other]!.at) }] },
      },
    ]
  })
}

/** The line of an end, led on to a place. */
function reaching({ line, which }: End, to: Point): string {
  const { contour } = shapeOf(line.d)
  return which === 1
    ? writePath({ ...contour, segments: [...contour.segments, { to }] })
    : writePath({ ...contour, start: to, segments: [{ to: contour.start }, ...contour.segments] })
}
