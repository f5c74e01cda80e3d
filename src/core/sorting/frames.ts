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

/** A closed line that stands alone at the outside of the drawing, and what lies in it. */
type Surround = { line: number; face: number; area: number; inner: number[] }

/** Every closed line at the outside that touches nothing but holds other parts, with the components in it. */
function surrounds(
  lines: readonly SceneLine[],
  { faces, edges, component, within }: Arrangement,
): Surround[] {
  const facesIn = new Map<number, number[]>()
  faces.forEach((face, f) => {
    const c = component[face.walk[0]! >> 1]!
    const list = facesIn.get(c)
    if (list) list.push(f)
    else facesIn.set(c, [f])
  })
  return faces.flatMap((face, f) => {
    const around = new Set(face.walk.map((h) => edges[h >> 1]!.line))
    const [line] = around
    const alone = facesIn.get(component[face.walk[0]! >> 1]!)!.length === 1 && around.size === 1
    if (face.depth > 0 || !alone || !lines[line!]!.shape.contour.closed) return []
    const inner = [...facesIn.keys()].filter((c) => within[c] === f)
    return inner.length > 0 ? [{ line: line!, face: f, area: face.area, inner }] : []
  })
}

/**
 * Closed lines that stand alone around parts which have folds of their own: such parts are paper, so what is around
 * them is a page and no piece.
 */
export function findPages(lines: readonly SceneLine[], arrangement: Arrangement): Map<number, string> {
  const { faces, edges, component } = arrangement
  const count = new Map<number, number>()
  for (const face of faces) {
    const c = component[face.walk[0]! >> 1]!
    count.set(c, (count.get(c) ?? 0) + 1)
  }
  const pages = new Map<number, string>()
  for (const { line, face, inner } of surrounds(lines, arrangement)) {
    if (!inner.some((c) => count.get(c)! > 1 && isFolded(c, lines, edges, component))) continue
    const { box } = faces[face]!
    const paper = matchPaper({ width: widthOf(box), height: heightOf(box) })
    pages.set(
      line,
      `it is ${paper ? `a page of ${paper.name}` : 'a frame'} around pieces that have folds of their own`,
    )
  }
  return pages
}

/** Whether a part of the drawing has open lines in it: closed ones that touch are no folds. */
const isFolded = (
  part: number,
  lines: readonly SceneLine[],
  edges: Arrangement['edges'],
  component: Int32Array,
): boolean => edges.some((e, k) => component[k] === part && !lines[e.line]!.shape.contour.closed)

/**
 * Closed lines that may frame the drawing or be the bleed of a piece: around several parts that have openings of their
 * own or fill most of it, or in a look of their own close around one part. A person is asked about them.
 */
export function findPerhapsFrames(lines: readonly SceneLine[], arrangement: Arrangement): Set<number> {
  const { faces, edges, component, within } = arrangement
  const all = surrounds(lines, arrangement)
  return new Set(
    all.flatMap(({ line, area, inner }) => {
      const parts = inner.map((c) => faces.filter((face) => component[face.walk[0]! >> 1] === c))
      const filled = parts.flat().reduce((sum, face) => sum + face.area, 0) / area
      const own = new Set(parts.flat().map((face) => faces.indexOf(face)))
      const nested = within.some((f) => own.has(f))
      const [only] = parts
      const otherLook =
        only?.some((face) =>
          face.walk.every((h) => lines[edges[h >> 1]!.line]!.family !== lines[line]!.family),
        ) ?? false
      const isFrame = parts.length >= 2 && all.length === 1 && (nested || filled > 0.5)
      const isBleed = parts.length === 1 && filled > 0.6 && otherLook
      return isFrame || isBleed ? [line] : []
    }),
  )
}
