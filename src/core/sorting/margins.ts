import { type Box, boxHolds, heightOf, widthOf } from '../geometry/measure'
import { endOf } from '../geometry/path'
import type { Point } from '../geometry/point'
import { crossings, distanceTo, isInside } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import type { SceneLine } from './stretch'

/** How far a bleed or a safety margin lies from its outline, mm (common practice). */
const MARGIN = { least: 0.8, most: 9, even: 1.5 }

/**
 * Lines of a look that does nothing but run around outlines of other looks at an even distance: the bleed of a print, or
 * a mat around a piece. A person is asked which.
 */
export function findMargins(lines: readonly SceneLine[]): Set<number> {
  const byFamily = new Map<string, number[]>()
  lines.forEach((l, i) => {
    const list = byFamily.get(l.family)
    if (list) list.push(i)
    else byFamily.set(l.family, [i])
  })
  if (byFamily.size < 2) return new Set()
  const closed = lines.filter((l) => l.shape.contour.closed)
  const index = new SpatialIndex(closed.map((l) => l.shape.box))
  const ends = lines.flatMap(({ shape: { contour } }) =>
    contour.closed ? [] : [contour.start, endOf(contour)],
  )
  const isReached = ({ polyline, box }: Shape) =>
    ends.filter((p) => pointIn(box, p) && distanceTo(p, polyline) <= REACHED).length > 1
  const runsAround = (i: number): boolean => {
    const { shape, family } = lines[i]!
    // A bleed is reached by nothing; an outline with a printed frame in it is, by its folds.
    if (!shape.contour.closed || isReached(shape)) return false
    return index.meeting(shape.box).some((k) => {
      const inner = closed[k]!
      const [a, b] = [shape.box, inner.shape.box]
      if (inner.family === family || widthOf(b) * heightOf(b) < 0.3 * widthOf(a) * heightOf(a)) return false
      const sides = [b.minX - a.minX, b.minY - a.minY, a.maxX - b.maxX, a.maxY - b.maxY]
      const [least, most] = [Math.min(...sides), Math.max(...sides)]
      return least >= MARGIN.least && most <= MARGIN.most && most - least <= MARGIN.even
    })
  }
  const found = new Set<number>()
  for (const family of byFamily.values()) if (family.every(runsAround)) for (const i of family) found.add(i)
  return found
}

/** An end within this reaches a line, mm. */
const REACHED = 0.1
const pointIn = (box: Box, { x, y }: Point) => boxHolds(box, { minX: x, minY: y, maxX: x, maxY: y }, REACHED)

/** A frame that folds run across takes in at least this share of the outline that it lies in. */
const LARGE = 0.3

/**
 * Closed lines within an outline that several folds run on across, in and out again: cut, nothing would be left for the
 * folds within, so they are printed frames, or drawn.
 */
export function findCrossed(lines: readonly SceneLine[]): Set<number> {
  const open = lines.filter((l) => !l.shape.contour.closed)
  const closed = lines.filter((l) => l.shape.contour.closed)
  const [openIndex, closedIndex] = [open, closed].map((of) => new SpatialIndex(of.map((l) => l.shape.box)))
  const runsAcross = ({ shape: fold }: SceneLine, { polyline, box }: Shape) =>
    !boxHolds(box, fold.box) &&
    [fold.contour.start, endOf(fold.contour)].every(
      (p) => !isInside(p, polyline) && distanceTo(p, polyline) > REACHED,
    ) &&
    crossings(fold.polyline, polyline).length > 1
  return new Set(
    lines.flatMap(({ shape }, i) => {
      if (!shape.contour.closed) return []
      const holds = (k: number) => {
        const around = closed[k]!.shape
        return (
          around !== shape &&
          around.area > shape.area &&
          shape.area >= LARGE * around.area &&
          boxHolds(around.box, shape.box)
        )
      }
      if (!closedIndex!.meeting(shape.box).some(holds)) return []
      const across = openIndex!.meeting(shape.box).filter((k) => runsAcross(open[k]!, shape))
      return across.length > 1 ? [i] : []
    }),
  )
}
