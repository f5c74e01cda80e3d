import { distanceTo, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import { lengthWords } from '../units/length'
import { say } from '../words'
import { perPiece } from './rule'

/** The caliper of a usual card where no paper is chosen, mm (common practice). */
const USUAL_CALIPER = 0.3

/** Folds that run side by side closer than the card is thick: it cannot fold there twice. */
export const closeScores = perPiece(
  (shape, { unit }, { papers }) => {
    const caliper = papers.find((p) => p.id === shape.piece.paper)?.caliper ?? USUAL_CALIPER
    const scores = shape.of('score')
    const index = new SpatialIndex(scores.map((l) => shapeOf(l.d).box))
    const close = scores.flatMap((line, i) => {
      const { polyline, box } = shapeOf(line.d)
      const beside = index.meeting(box, caliper).find((j) => {
        if (j <= i) return false
        const other = shapeOf(scores[j]!.d).polyline
        const near = samplesOf(polyline).filter((p) => distanceTo(p, other) < caliper)
        return near.length * 2 > samplesOf(polyline).length
      })
      return beside === undefined ? [] : [line.id, scores[beside]!.id]
    })
    return close.length === 0
      ? []
      : [
          {
            rule: 'close-scores',
            severity: 'warning',
            message: say`Folds of “${shape.piece.name}” run side by side closer than the card is thick (${lengthWords(caliper, unit, 2)}). Keep one.`,
            lines: [...new Set(close)],
            pieces: [shape.piece.id],
          },
        ]
  },
  (_project, { papers }, { piece }) => papers.find((p) => p.id === piece.paper)?.caliper ?? null,
)
