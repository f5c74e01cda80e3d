import { openingsOf, outlineOf } from '../document/pieces'
import type { Layout, Project, Sheet } from '../document/schema'
import { flatten, PAPER_TOLERANCE, type Polyline } from '../geometry/flatten'
import { areaOf, type Box, boundsOf, boxesMeet, boxHolds } from '../geometry/measure'
import { transformContour } from '../geometry/path'
import { intersect, regionArea } from '../geometry/regions'
import { keepOuts } from '../printing/marks'
import { placementTransform } from './place'
import { usableArea } from './usable-area'

/** What is wrong with the placements of a sheet; numbers are positions in `sheet.placements`. */
export type SheetCheck = {
  overlapping: [number, number][]
  outside: number[]
  /** what lies on register marks, or too near to them */
  onMarks: number[]
}

type Laid = { rings: Polyline[]; box: Box }

/** Pieces that share no more than this touch, mm². */
const TOUCHING = 0.2

/** Finds pieces of a sheet that overlap by their true shapes, and such as leave the area that can be worked on. */
export function checkSheet(project: Project, sheet: Sheet, layout: Layout): SheetCheck {
  const area = usableArea(sheet, layout)
  const laid = sheet.placements.map((placement): Laid | null => {
    const piece = project.pieces[placement.piece]
    if (!piece) return null
    const transform = placementTransform(project, piece, placement)
    const contours = [outlineOf(project, piece), ...openingsOf(project, piece)].map((c) =>
      transformContour(c, transform),
    )
    return { rings: contours.map((c) => flatten(c, PAPER_TOLERANCE)), box: boundsOf(contours[0]!) }
  })
  const marks = keepOuts(sheet, layout)
  const overlapping: [number, number][] = []
  laid.forEach((a, i) => {
    for (let j = i + 1; j < laid.length; j += 1) {
      const b = laid[j]
      if (!a || !b || !boxesMeet(a.box, b.box, -PAPER_TOLERANCE)) continue
      // What lies in an opening of another piece is clear of it.
      if (regionArea(intersect(a.rings, b.rings, 'even-odd')) > TOUCHING) overlapping.push([i, j])
    }
  })
  return {
    overlapping,
    onMarks: laid.flatMap((l, i) =>
      l && marks.some((m) => regionArea(intersect(l.rings, [m], 'even-odd')) > TOUCHING) ? [i] : [],
    ),
    outside: laid.flatMap((l, i) => (l && !boxHolds(area, l.box, PAPER_TOLERANCE) ? [i] : [])),
  }
}

/** The share of a sheet that its pieces cover by their outlines, from 0 to 1. */
export function densityOf(project: Project, sheet: Sheet): number {
  const covered = sheet.placements.reduce((sum, { piece }) => {
    const found = project.pieces[piece]
    return found ? sum + Math.abs(areaOf(outlineOf(project, found))) : sum
  }, 0)
  return covered / (sheet.width * sheet.height)
}
