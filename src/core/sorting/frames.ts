import type { Arrangement } from '../arrangement'
import { boxHolds, heightOf, widthOf } from '../geometry/measure'
import { matchPaper } from '../units/paper-sizes'
import type { SceneLine } from './stretch'

/** How near a rectangle must come to the artboard to be its edge, mm. */
const NEAR = 1

/**
 * Closed rectangles that frame the drawing rather than belong to it: a filled sheet behind everything, and the
 * artboard's edge in a look of its own.
 * @returns for each such line, by its position, the reason in half a sentence
 */
export function findFrames(
  lines: readonly SceneLine[],
  artwork: { width: number; height: number },
): Map<number, string> {
  const frames = new Map<number, string>()
  const whole = { minX: 0, minY: 0, maxX: artwork.width, maxY: artwork.height }
  const greatest = lines.reduce((most, l) => Math.max(most, l.shape.area), 0)
  lines.forEach(({ look, shape, family }, i) => {
    const { contour, area, box } = shape
    if (!contour.closed || area < 0.2 * greatest || area < 0.999 * widthOf(box) * heightOf(box)) return
    const held = lines.filter((l, j) => j !== i && boxHolds(box, l.shape.box, 0.01))
    const closed = held.filter((l) => l.shape.contour.closed && l.shape.area < 0.98 * area)
    const isArtboard = boxHolds(box, whole, NEAR) && boxHolds(whole, box, NEAR)
    if (
      look.stroke === null &&
      area >= greatest &&
      (look.fill === '#ffffff' || isArtboard) &&
      closed.length > 0
    )
      frames.set(i, 'it is a filled sheet behind everything')
    else if (
      isArtboard &&
      closed.some((l) => l.shape.area > 0.05 * area) &&
      held.every((l) => l.family !== family)
    )
      frames.set(i, 'it is the edge of the artboard')
  })
  return frames
}

/**
 * Closed lines that stand alone around parts which have folds of their own: such parts are paper, so what is around
 * them is a page and no piece.
 */
export function findPages(lines: readonly SceneLine[], arrangement: Arrangement): Map<number, string> {
  const { faces, edges, component, within } = arrangement
  const pages = new Map<number, string>()
  const facesIn = new Map<number, number>()
  for (const face of faces) {
    const c = component[face.walk[0]! >> 1]!
    facesIn.set(c, (facesIn.get(c) ?? 0) + 1)
  }
  faces.forEach((face, f) => {
    const c = component[face.walk[0]! >> 1]!
    const around = new Set(face.walk.map((h) => edges[h >> 1]!.line))
    if (face.depth > 0 || facesIn.get(c) !== 1 || around.size !== 1) return
    const folded = [...facesIn].some(([inner, count]) => count > 1 && within[inner] === f)
    if (!folded) return
    const size = { width: widthOf(face.box), height: heightOf(face.box) }
    const paper = matchPaper(size)
    const [line] = around
    if (lines[line!]!.shape.contour.closed)
      pages.set(
        line!,
        `it is ${paper ? `a page of ${paper.name}` : 'a frame'} around pieces that have folds of their own`,
      )
  })
  return pages
}
