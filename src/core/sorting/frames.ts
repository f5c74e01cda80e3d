import type { Arrangement } from '../arrangement'
import { type Box, boxesMeet, boxHolds, heightOf, widthOf } from '../geometry/measure'
import { endOf } from '../geometry/path'
import type { Point } from '../geometry/point'
import { distanceTo } from '../geometry/polyline'
import { say } from '../words'
import { standing } from './pages'
import type { SceneLine } from './stretch'
import { arrangeSome, type Frame, reachOf, structuralLines } from './structure'

/** How near a rectangle must come to the artboard to be its edge, mm. */
const NEAR = 1
/** Rectangles that differ by less lie on the same place, mm. */
const SAME = 0.1
/** An open line that runs outside all paper for longer would hang in the air, mm. */
const HANGING = 3

type Page = { width: number; height: number }

/**
 * Closed rectangles that may frame the drawing rather than belong to it: a filled sheet behind everything, and the
 * artboard's edge in a look of its own. Programs crop artboards to the drawing, so that the outline of a card lies there
 * too: one is surely a frame only where what it holds is pieces with folds of their own without it, and surely none
 * where folds hang in the air without it.
 * @param gap mm within which ends meet
 * @returns those that are no plain outline, by their positions
 */
export function findFrames(lines: readonly SceneLine[], artwork: Page, gap: number): Map<number, Frame> {
  const frames = new Map<number, Frame>()
  for (const candidate of candidatesOf(lines, artwork)) {
    const frame = judge(candidate, lines, frames, gap)
    if (frame) frames.set(candidate.line, frame)
  }
  return frames
}

/** A frame by its place and look; `isSheet` where it is a fill behind everything. */
type Candidate = { line: number; isSheet: boolean }

/** Those that may be frames by their place and look, the largest first; a fill before the stroke on the same place. */
function candidatesOf(lines: readonly SceneLine[], artwork: Page): Candidate[] {
  const whole = { minX: 0, minY: 0, maxX: artwork.width, maxY: artwork.height }
  const greatest = lines.reduce((most, l) => Math.max(most, l.shape.area), 0)
  const found = lines.flatMap(({ look, shape, family, element }, line): Candidate[] => {
    const { contour, area, box } = shape
    if (!contour.closed || area < 0.2 * greatest || area < 0.999 * widthOf(box) * heightOf(box)) return []
    const isArtboard = isSameBox(box, whole, NEAR)
    const isSheet =
      look.stroke === null && area >= (1 - 1e-6) * greatest && (look.fill === '#ffffff' || isArtboard)
    if (!isArtboard && !isSheet) return []
    // A path that holds its own windows is a shape.
    const isCompound = lines.some((l, k) => k !== line && element !== undefined && l.element === element)
    const isOfAnother = lines.every(
      (l, k) => k === line || l.family !== family || !boxHolds(box, l.shape.box, 0.01),
    )
    return (isSheet && !isCompound) || isOfAnother ? [{ line, isSheet }] : []
  })
  return found.sort((a, b) => {
    const [s, t] = [lines[a.line]!.shape, lines[b.line]!.shape]
    return isSameBox(s.box, t.box, SAME) ? a.line - b.line : t.area - s.area
  })
}

const isSameBox = (a: Box, b: Box, by: number) => boxHolds(a, b, by) && boxHolds(b, a, by)

/** @returns null where it is a plain outline */
function judge(
  { line, isSheet }: Candidate,
  lines: readonly SceneLine[],
  known: ReadonlyMap<number, Frame>,
  gap: number,
): Frame | null {
  const { shape } = lines[line]!
  const without = new Map(known).set(line, { verdict: 'frame', why: '' })
  for (const [k, { verdict }] of known) if (verdict === 'rather outline') without.delete(k)
  const isTwice =
    isSheet &&
    lines.some(
      (l, k) =>
        !without.has(k) &&
        l.look.stroke !== null &&
        l.shape.contour.closed &&
        l.shape.area > 0.99 * shape.area &&
        isSameBox(l.shape.box, shape.box, SAME),
    )
  if (isTwice) return { verdict: 'frame', why: say`it fills the outline that is drawn on the same place` }
  const rest = structuralLines(lines, without, new Set(), gap)
  const arrangement = arrangeSome(rest, lines, gap)
  const { folded, parts, hasOpenings, area } = standing(lines, arrangement)
  if (parts === 0) return null
  const held = hanging(line, lines, rest, arrangement)
  if (held.some && folded !== 'surely') return null
  const why = isSheet ? say`it is a filled sheet behind everything` : say`it is the edge of the artboard`
  if (folded === 'surely')
    return { verdict: held.some ? (held.across ? 'rather outline' : 'rather frame') : 'frame', why }
  const isFrame = folded === 'perhaps' || (parts > 1 && (hasOpenings || area > 0.5 * shape.area))
  return { verdict: isFrame ? 'rather frame' : 'rather outline', why }
}

/** Whether open lines would hang in the air without a closed one that they end on, and whether one runs across it. */
function hanging(
  frame: number,
  lines: readonly SceneLine[],
  rest: readonly number[],
  { edges, side }: Arrangement,
): { some: boolean; across: boolean } {
  const outside = new Map<number, number>()
  edges.forEach(({ line, length }, k) => {
    if (side[2 * k]! < 0 && side[2 * k + 1]! < 0) outside.set(line, (outside.get(line) ?? 0) + length)
  })
  const { polyline } = lines[frame]!.shape
  let [some, across] = [false, false]
  for (const [k, length] of outside) {
    const line = lines[k]!
    const { contour } = line.shape
    if (contour.closed || length < HANGING) continue
    const reach = reachOf(line)
    const ends = [contour.start, endOf(contour)]
    const onFrame = ends.map((p) => distanceTo(p, polyline) <= reach)
    if (!onFrame.includes(true)) continue
    const meetsOther = (p: Point) => {
      const here = { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }
      return rest.some(
        (j) =>
          j !== k &&
          boxesMeet(here, lines[j]!.shape.box, reach) &&
          distanceTo(p, lines[j]!.shape.polyline) <= reach,
      )
    }
    if (onFrame.every(Boolean)) across = true
    if (ends.every((p, i) => onFrame[i] || meetsOther(p))) some = true
  }
  return { some, across }
}
