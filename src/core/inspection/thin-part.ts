import { shapeOf } from '../geometry/shape'
import { type Narrow, narrowestPlace } from '../geometry/width'
import type { PieceShape } from '../pieces/piece-shape'
import { lengthWords } from '../units/length'
import { say } from '../words'
import { perPiece } from './rule'

/** A part of a piece that is narrower than paper bears; the width is that of the greatest ball that fits through. */
export const thinPart = perPiece((shape, { unit }, { limits }) => {
  const narrow = narrowest(shape, limits.narrowest)
  return narrow
    ? [
        {
          rule: 'thin-part',
          severity: 'warning',
          message: say`“${shape.piece.name}” is only ${lengthWords(narrow.width, unit, 2)} wide at one place; under ${lengthWords(limits.narrowest, unit, 2)} paper tears.`,
          lines: [],
          pieces: [shape.piece.id],
          at: narrow.at,
        },
      ]
    : []
})

const KEPT = 20_000
const known = new Map<string, Narrow | null>()

/** Only cuts decide the width, so that it is measured anew only where one of them changes. */
function narrowest(shape: PieceShape, limit: number): Narrow | null {
  const key = `${limit} ${shape
    .of('cut')
    .map((l) => l.d)
    .join(' ')}`
  const kept = known.get(key)
  if (kept !== undefined) return kept
  const found = narrowestPlace(
    shape.ring,
    shape.holes,
    shape.slits.map((l) => shapeOf(l.d).polyline),
    limit,
  )
  if (known.size >= KEPT) known.clear()
  known.set(key, found)
  return found
}
