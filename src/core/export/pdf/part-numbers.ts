import type { SideOfPaper } from '../../document/art'
import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { findPoles } from '../../geometry/poles'
import { partNumbers } from '../../pieces/part-numbers'
import { laidOn } from '../../sheets/place'
import type { PdfPages } from './pages'

/** Helvetica's figures are so wide and high, shares of the size of type (Adobe Core 14 metrics: 556 and 703 of 1000). */
const FIGURE = { width: 0.556, height: 0.703 }
/** Type is no larger, mm: a number tells the part and adorns nothing. */
const LARGEST = 4.2
/** How straight outlines are for finding where paper is widest, mm. */
const FLATNESS = 0.4

/**
 * The numbers of the parts on one side of a sheet: each on the back of its part, where its paper is widest. The back of
 * a part that lies mirrored is the side that is printed first.
 * @param bare whether a piece has nothing printed where its number would stand
 * @returns the content of a page in mm
 */
export function numbersOn(
  pdf: PdfPages,
  project: Project,
  sheet: Sheet,
  side: SideOfPaper,
  bare: (piece: string) => boolean,
): string[] {
  const numbers = partNumbers(project)
  return laidOn(project, sheet).flatMap((laid) => {
    const number = numbers.get(laid.shape.piece.id)
    const faces = laid.placement.mirrored ? 'front' : 'back'
    if (number === undefined || faces !== side || !bare(laid.shape.piece.id)) return []
    const [x, y, r] = findPoles(laid.rings(FLATNESS)) as unknown as [number, number, number]
    const text = String(number)
    const [wide, high] = [FIGURE.width * text.length, FIGURE.height]
    const size = Math.min(LARGEST, (2 * r) / Math.hypot(wide, high))
    // The back is seen with the sheet turned over from left to right.
    const across = side === 'front' ? x : sheet.width - x
    return [pdf.figures(text, across - (wide * size) / 2, y + (high * size) / 2, size)]
  })
}
