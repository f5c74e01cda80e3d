import { roleInName } from '../document/role-words'
import { type Box, boxesMeet, boxHolds, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { lengthOfVector } from '../geometry/point'
import type { DrawnText } from '../intake/drawing'
import { say } from '../words'
import type { SceneLine } from './stretch'

/** What stands in a legend is no larger than this share of the largest closed shape. */
const SHARE = 0.4
/** A sample stands no farther from its words than this, and on their level within half of it, mm (common practice). */
const BESIDE = 20
/** No sample in a list without a frame is longer, mm. */
const SAMPLE = 40

type Line = Pick<SceneLine, 'shape' | 'family'>

/**
 * Frames with samples of the looks and words beside them, and samples in a list without a frame: they tell how the
 * drawing is to be read, and are no part of it.
 * @param texts where words stand in the file, mm
 * @returns for each such line, by its position, the reason in half a sentence
 */
export function findLegends(lines: readonly Line[], texts: readonly DrawnText[]): Map<number, string> {
  const found = new Map<number, string>()
  if (texts.length === 0) return found
  const whole = uniteBoxes(lines.map((l) => l.shape.box))
  // Outlines may be drawn in stretches: then the drawing as a whole is the measure.
  const largest = lines.reduce(
    (most, { shape: { contour, box } }) =>
      contour.closed ? Math.max(most, widthOf(box) * heightOf(box)) : most,
    0.25 * widthOf(whole) * heightOf(whole),
  )
  const telling = texts.filter((t) => roleInName(t.words))
  const outside = (members: ReadonlySet<number>) =>
    new Set(lines.flatMap((l, i) => (members.has(i) ? [] : [l.family])))
  lines.forEach(({ shape }, frame) => {
    const { box, contour, area } = shape
    if (!contour.closed || area < 0.97 * widthOf(box) * heightOf(box) || area > SHARE * largest) return
    const words = texts.filter((t) => holds(box, t))
    if (words.length === 0) return
    const members = lines.flatMap((l, i) => (i !== frame && boxHolds(box, l.shape.box, -0.3) ? [i] : []))
    // What runs from edge to edge of it is a fold of a piece rather than a sample.
    const touches = lines.some(
      (l, i) => i !== frame && !boxHolds(box, l.shape.box, -0.3) && boxesMeet(box, l.shape.box),
    )
    const samples = members.filter((i) => diagonal(lines[i]!.shape.box) < 0.8 * diagonal(box))
    if (touches || samples.length === 0 || samples.length < members.length) return
    const elsewhere = outside(new Set([frame, ...members]))
    const shown = new Set(samples.flatMap((i) => (elsewhere.has(lines[i]!.family) ? [lines[i]!.family] : [])))
    const speaks = words.some((t) => telling.includes(t))
    if (shown.size === 0 || !(speaks || (shown.size >= 2 && words.length >= 2))) return
    found.set(frame, say`it frames a legend, with samples and words`)
    for (const i of members) found.set(i, say`it is a sample in a legend`)
  })
  // A list without a frame: a small shape or a short line that touches nothing, before a word for a role.
  lines.forEach(({ shape: { box } }, i) => {
    if (found.has(i) || Math.max(widthOf(box), heightOf(box)) > SAMPLE) return
    if (!telling.some((t) => isBeside(box, t))) return
    const alone = lines.every((l, k) => k === i || !boxesMeet(box, l.shape.box, 0.5))
    if (alone) found.set(i, say`it is a sample beside a word for what it means`)
  })
  return found
}

const diagonal = (box: Box): number => lengthOfVector(widthOf(box), heightOf(box))
const holds = (box: Box, { x, y }: DrawnText): boolean =>
  x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY

function isBeside(box: Box, { x, y }: DrawnText): boolean {
  const middle = (box.minY + box.maxY) / 2
  return x >= box.maxX && x - box.maxX <= BESIDE && Math.abs(y - middle) <= BESIDE / 4 + heightOf(box) / 2
}
