import { slackIn } from '../document/targets'
import { closedSize } from '../pieces/panels'
import { formatSize, lengthWords } from '../units/length'
import { say } from '../words'
import { perPiece } from './rule'

/** Less than this over a target's room is none, mm. */
const ROUNDING = 0.01

/** A piece that was fitted to a target and is too large for it now. */
export const outgrown = perPiece((shape, { unit }) => {
  const { piece } = shape
  const { target } = piece
  if (!target) return []
  const size = closedSize(shape)
  const over = Math.max(...slackIn(target, size).map((slack) => -slack))
  if (over <= ROUNDING) return []
  const message = say`“${piece.name}” (${formatSize(size, unit)}) is ${lengthWords(over, unit)} too large for “${target.name}” with its clearance. Fit it again, or lessen the clearance.`
  return [{ rule: 'outgrown', severity: 'warning' as const, message, lines: [], pieces: [piece.id] }]
})
