import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { PAPER_TOLERANCE, type Polyline } from '../geometry/flatten'
import { type Box, boxesMeet, boxHolds } from '../geometry/measure'
import { distanceTo } from '../geometry/polyline'
import { intersect, regionArea } from '../geometry/regions'
import { keepOuts } from '../printing/marks'
import { laidOn } from './place'
import { usableArea } from './usable-area'

/** What is wrong with the placements of a sheet; numbers are positions in `sheet.placements`. */
export type SheetCheck = {
  overlapping: [number, number][]
  /** pairs that lie nearer to one another than the spacing, and how far apart they are, mm; the nearest first */
  near: { pair: [number, number]; apart: number }[]
  outside: number[]
  /** what lies on register marks, or too near to them */
  onMarks: number[]
}

type Laid = { index: number; rings: Polyline[]; box: Box }

/** Pieces that share no more than this touch, mm². */
const TOUCHING = 0.2

/** What is missing of the spacing by no more is not told, mm. */
const NEARLY = 0.1

/** Finds pieces of a sheet that overlap by their true shapes, that lie nearer than the spacing, and such as leave the area that can be worked on. */
export function checkSheet(project: Project, sheet: Sheet): SheetCheck {
  const area = usableArea(sheet, project)
  const laid = laidOn(project, sheet).map(
    (l): Laid => ({ index: l.index, rings: l.rings(PAPER_TOLERANCE), box: l.box }),
  )
  const marks = keepOuts(sheet, project)
  const overlapping: [number, number][] = []
  const near: SheetCheck['near'] = []
  const least = Math.max(project.layout.spacing - NEARLY, -PAPER_TOLERANCE)
  laid.forEach((a, i) => {
    for (const b of laid.slice(i + 1)) {
      if (!boxesMeet(a.box, b.box, least)) continue
      const pair: [number, number] = [a.index, b.index]
      // What lies in an opening of another piece is clear of it.
      if (
        boxesMeet(a.box, b.box, -PAPER_TOLERANCE) &&
        regionArea(intersect(a.rings, b.rings, 'even-odd')) > TOUCHING
      )
        overlapping.push(pair)
      else {
        const apart = distanceOf(a, b, least)
        if (apart < least) near.push({ pair, apart })
      }
    }
  })
  return {
    overlapping,
    near: near.sort((a, b) => a.apart - b.apart),
    onMarks: laid.flatMap(({ index, rings }) =>
      marks.some((m) => regionArea(intersect(rings, [m], 'even-odd')) > TOUCHING) ? [index] : [],
    ),
    outside: laid.flatMap(({ index, box }) => (boxHolds(area, box, PAPER_TOLERANCE) ? [] : [index])),
  }
}

/** How far apart two pieces lie that do not overlap, mm; what is farther than `most` is not looked for. */
function distanceOf(a: Laid, b: Laid, most: number): number {
  const from = (one: Laid, other: Laid) => {
    let least = Infinity
    for (const ring of one.rings)
      for (let k = 0; k < ring.length; k += 2) {
        const p = { x: ring[k]!, y: ring[k + 1]! }
        if (!boxesMeet({ minX: p.x, maxX: p.x, minY: p.y, maxY: p.y }, other.box, most)) continue
        for (const line of other.rings) least = Math.min(least, distanceTo(p, line))
      }
    return least
  }
  return Math.min(from(a, b), from(b, a))
}

/** The share of a sheet that becomes pieces, their openings taken off, from 0 to 1. */
export function densityOf(project: Project, sheet: Sheet): number {
  const covered = laidOn(project, sheet).reduce((sum, { shape }) => sum + shape.area, 0)
  return covered / (sheet.width * sheet.height)
}
