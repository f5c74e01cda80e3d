import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { PAPER_TOLERANCE, type Polyline } from '../geometry/flatten'
import { type Box, boxesMeet, boxHolds } from '../geometry/measure'
import { intersect, regionArea } from '../geometry/regions'
import { keepOuts } from '../printing/marks'
import { laidOn } from './place'
import { usableArea } from './usable-area'

/** What is wrong with the placements of a sheet; numbers are positions in `sheet.placements`. */
export type SheetCheck = {
  overlapping: [number, number][]
  outside: number[]
  /** what lies on register marks, or too near to them */
  onMarks: number[]
}

type Laid = { index: number; rings: Polyline[]; box: Box }

/** Pieces that share no more than this touch, mm². */
const TOUCHING = 0.2

/** Finds pieces of a sheet that overlap by their true shapes, and such as leave the area that can be worked on. */
export function checkSheet(project: Project, sheet: Sheet): SheetCheck {
  const area = usableArea(sheet, project)
  const laid = laidOn(project, sheet).map(
    (l): Laid => ({ index: l.index, rings: l.rings(PAPER_TOLERANCE), box: l.box }),
  )
  const marks = keepOuts(sheet, project)
  const overlapping: [number, number][] = []
  laid.forEach((a, i) => {
    for (const b of laid.slice(i + 1)) {
      if (!boxesMeet(a.box, b.box, -PAPER_TOLERANCE)) continue
      // What lies in an opening of another piece is clear of it.
      if (regionArea(intersect(a.rings, b.rings, 'even-odd')) > TOUCHING) overlapping.push([a.index, b.index])
    }
  })
  return {
    overlapping,
    onMarks: laid.flatMap(({ index, rings }) =>
      marks.some((m) => regionArea(intersect(rings, [m], 'even-odd')) > TOUCHING) ? [index] : [],
    ),
    outside: laid.flatMap(({ index, box }) => (boxHolds(area, box, PAPER_TOLERANCE) ? [] : [index])),
  }
}

/** The share of a sheet that becomes pieces, their openings taken off, from 0 to 1. */
export function densityOf(project: Project, sheet: Sheet): number {
  const covered = laidOn(project, sheet).reduce((sum, { shape }) => sum + shape.area, 0)
  return covered / (sheet.width * sheet.height)
}
