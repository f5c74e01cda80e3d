import type { Arrangement } from '../arrangement'
import { type Box, boxHolds, heightOf, widthOf } from '../geometry/measure'
import { endOf } from '../geometry/path'
import type { Point } from '../geometry/point'
import { crossings, distanceTo, isInside } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { matchPaper } from '../units/paper-sizes'
import { say } from '../words'
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
    const isArtboard = boxHolds(box, whole, NEAR) && boxHolds(whole, box, NEAR)
    const isBackdrop = look.stroke === null && area >= greatest && (look.fill === '#ffffff' || isArtboard)
    if (!isArtboard && !isBackdrop) return
    const held = lines.filter((l, j) => j !== i && boxHolds(box, l.shape.box, 0.01))
    const closed = held.filter((l) => l.shape.contour.closed && l.shape.area < 0.98 * area)
    if (isBackdrop && closed.length > 0) frames.set(i, say`it is a filled sheet behind everything`)
    else if (
      isArtboard &&
      closed.some((l) => l.shape.area > 0.05 * area) &&
      held.every((l) => l.family !== family)
    )
      frames.set(i, say`it is the edge of the artboard`)
  })
  return frames
}

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

/** A closed line that stands alone at the outside of the drawing, and the parts that lie in it. */
type Surround = { line: number; face: number; area: number; inner: Part[] }

/** A connected part of the drawing: its faces, and whether open lines are in it (closed ones that touch are no folds). */
type Part = { faces: number[]; folded: boolean }

function partsOf(lines: readonly SceneLine[], { faces, edges, component, within }: Arrangement): Part[] {
  const parts = Array.from(within, (): Part => ({ faces: [], folded: false }))
  faces.forEach((face, f) => {
    parts[component[face.walk[0]! >> 1]!]!.faces.push(f)
  })
  edges.forEach((e, k) => {
    if (!lines[e.line]!.shape.contour.closed) parts[component[k]!]!.folded = true
  })
  return parts
}

/** Every closed line at the outside that touches nothing but holds other parts, with those parts. */
function surrounds(lines: readonly SceneLine[], arrangement: Arrangement): Surround[] {
  const { faces, edges, component, within } = arrangement
  const parts = partsOf(lines, arrangement)
  const held = new Map<number, Part[]>()
  within.forEach((face, c) => {
    if (face < 0 || parts[c]!.faces.length === 0) return
    const list = held.get(face)
    if (list) list.push(parts[c]!)
    else held.set(face, [parts[c]!])
  })
  return [...held].flatMap(([f, inner]) => {
    const face = faces[f]!
    if (face.depth > 0 || parts[component[face.walk[0]! >> 1]!]!.faces.length !== 1) return []
    const around = new Set(face.walk.map((h) => edges[h >> 1]!.line))
    const [line] = around
    return around.size === 1 && lines[line!]!.shape.contour.closed
      ? [{ line: line!, face: f, area: face.area, inner }]
      : []
  })
}

/**
 * Closed lines that stand alone around parts which have folds of their own: such parts are paper, so what is around
 * them is a page and no piece.
 */
export function findPages(lines: readonly SceneLine[], arrangement: Arrangement): Map<number, string> {
  const pages = new Map<number, string>()
  for (const { line, face, inner } of surrounds(lines, arrangement)) {
    if (!inner.some((part) => part.faces.length > 1 && part.folded)) continue
    const { box } = arrangement.faces[face]!
    const paper = matchPaper({ width: widthOf(box), height: heightOf(box) })
    pages.set(
      line,
      paper
        ? say`it is a page of ${paper.name} around pieces that have folds of their own`
        : say`it is a frame around pieces that have folds of their own`,
    )
  }
  return pages
}

/**
 * Closed lines that may frame the drawing or be the bleed of a piece: around several parts that have openings of their
 * own or fill most of it, or in a look of their own close around one part. A person is asked about them.
 */
export function findPerhapsFrames(lines: readonly SceneLine[], arrangement: Arrangement): Set<number> {
  const { faces, edges, within } = arrangement
  const all = surrounds(lines, arrangement)
  const holding = new Set(within)
  return new Set(
    all.flatMap(({ line, area, inner }) => {
      const own = inner.flatMap((part) => part.faces)
      const filled = own.reduce((sum, f) => sum + faces[f]!.area, 0) / area
      const isFrame =
        inner.length >= 2 && all.length === 1 && (own.some((f) => holding.has(f)) || filled > 0.5)
      const otherLook = own.some((f) =>
        faces[f]!.walk.every((h) => lines[edges[h >> 1]!.line]!.family !== lines[line]!.family),
      )
      const isBleed = inner.length === 1 && filled > 0.6 && otherLook
      return isFrame || isBleed ? [line] : []
    }),
  )
}
