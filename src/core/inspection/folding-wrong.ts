import { TooManyMeetings } from '../arrangement'
import { findingsOf, foldedPiece } from '../folding'
import { toldIn } from '../units/told'
import { perPiece } from './rule'

/** Pieces with more lines or folds than this are looked at in the folded view alone, when somebody asks. */
const MOST_LINES = 1500
const MOST_FOLDS = 80

/** A piece that does not fold as it is drawn: a fold the wrong way, a tab that misses, a pop-up out of its card. */
export const foldingWrong = perPiece((shape, { unit }) => {
  const { piece, lines } = shape
  const folds = lines.filter((l) => l.role === 'score').length
  if (lines.length > MOST_LINES || folds === 0 || folds > MOST_FOLDS) return []
  try {
    const { given, motion } = foldedPiece(shape)
    return findingsOf(given, motion)
      .filter((f) => f.severity === 'error')
      .map(({ rule, message, lines: ids }) => ({
        rule,
        // It can be cut all the same: the flat drawing is as it was meant.
        severity: 'warning' as const,
        message: `“${piece.name}”: ${toldIn(message, unit)}`,
        lines: ids,
        pieces: [piece.id],
      }))
  } catch (error) {
    if (error instanceof TooManyMeetings) return []
    throw error
  }
})
