import { shapeOf } from '../geometry/shape'
import { type Narrow, narrowestPlace } from '../geometry/width'
import { type Card, perPiece } from './rule'

/** A part of a piece that is narrower than paper bears; the width is that of the greatest ball that fits through. */
export const thinPart = perPiece((card, _project, { limits }) => {
  const narrow = narrowest(card, limits.narrowest)
  return narrow
    ? [
        {
          rule: 'thin-part',
          severity: 'warning',
          message: `“${card.piece.name}” is only ${narrow.width.toFixed(2)} mm wide at one place; under ${limits.narrowest} mm paper tears.`,
          lines: [],
          pieces: [card.piece.id],
          at: narrow.at,
        },
      ]
    : []
})

const KEPT = 20_000
const known = new Map<string, Narrow | null>()

/** Only cuts decide the width, so that it is measured anew only where one of them changes. */
function narrowest({ piece, lines, ring, holes }: Card, limit: number): Narrow | null {
  const cuts = lines.filter((l) => l.role === 'cut')
  const key = `${limit} ${cuts.map((l) => l.d).join(' ')}`
  const kept = known.get(key)
  if (kept !== undefined) return kept
  const loops = new Set([...piece.outline, ...piece.openings.flat()])
  const slits = cuts.filter((l) => !loops.has(l.id) && !shapeOf(l.d).contour.closed)
  const found = narrowestPlace(
    ring,
    holes,
    slits.map((l) => shapeOf(l.d).polyline),
    limit,
  )
  if (known.size >= KEPT) known.clear()
  known.set(key, found)
  return found
}
