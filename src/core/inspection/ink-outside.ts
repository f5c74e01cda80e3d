import type { Making } from '../document/sources'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import { isInside, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { numberIn } from '../making/recipe'
import { type OffPiece, offPieces } from '../pieces/off-piece'
import { lengthWords } from '../units/length'
import { counted, say } from '../words'
import type { Rule } from './rule'

/** What is penned, and words that are printed, past the edge of their piece. */
export const inkOutside: Rule = (project) =>
  offPieces(project).map((off) => {
    const { shape, lines, by } = off
    const making = project.sources[lines[0]!.source]
    const smaller = making?.kind === 'making' ? smallerToFit(off, making, Object.values(project.lines)) : null
    const what = say`${counted(lines.length, 'line to be penned or printed reaches', 'lines to be penned or printed reach')} up to ${lengthWords(by, project.unit)} past the edge of “${shape.piece.name}”.`
    return {
      rule: 'ink-outside',
      severity: 'error' as const,
      message: `${what} ${
        smaller
          ? smaller.measure === 'fill'
            ? say`They fit ${lengthWords(smaller.value, project.unit)} long.`
            : say`They fit ${lengthWords(smaller.value, project.unit)} high.`
          : making?.kind === 'making'
            ? say`Make “${making.name}” smaller, or its piece larger.`
            : say`Move or shorten them in the drawing, or skip them.`
      }`,
      lines: lines.map((l) => l.id),
      pieces: [shape.piece.id],
      ...(smaller ? { fix: { label: say`Smaller to fit`, lines: [], measure: smaller } } : {}),
    }
  })

/** Words keep so far from the edge when they are made to fit, mm. */
const CLEAR = 1

/** The measure of level words, and the value at which all of them lie in their piece; null where none is known. */
function smallerToFit(
  { shape }: OffPiece,
  making: Making,
  all: readonly { source: string; d: string; role: string }[],
): { source: string; measure: 'height' | 'fill'; value: number } | null {
  if (making.recipe !== 'lettering' || making.measures.course !== 'line') return null
  const words = all.filter((l) => l.source === making.id && (l.role === 'pen' || l.role === 'print'))
  const box = uniteBoxes(words.map((l) => shapeOf(l.d).box))
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const fits = (scale: number) =>
    words.every(({ d }) => {
      const by = [scale, 0, 0, scale, (1 - scale) * middle.x, (1 - scale) * middle.y] as const
      const { polyline } = shapeOf(transformPath(d, by))
      return samplesOf(polyline).every((p) => {
        // Somewhat farther out from the middle, so that it stays clear of the edge.
        const far = Math.hypot(p.x - middle.x, p.y - middle.y) || 1
        const q = { x: p.x + (CLEAR * (p.x - middle.x)) / far, y: p.y + (CLEAR * (p.y - middle.y)) / far }
        return isInside(q, shape.ring) && !shape.holes.some((h) => isInside(q, h))
      })
    })
  let [low, high] = [0.02, 1]
  if (!fits(low)) return null
  for (let k = 0; k < 12; k += 1) {
    const half = (low + high) / 2
    if (fits(half)) low = half
    else high = half
  }
  const measure = numberIn(making.measures, 'fill') > 0 ? 'fill' : 'height'
  const value = Math.floor(numberIn(making.measures, measure) * low * 10) / 10
  return value >= 1 ? { source: making.id, measure, value } : null
}
