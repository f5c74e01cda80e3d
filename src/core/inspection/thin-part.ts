import { shapeOf } from '../geometry/shape'
import { narrowestPlace } from '../geometry/width'
import { perPiece } from './rule'

/** A part of a piece that is narrower than paper bears; the width is that of the greatest ball that fits through. */
export const thinPart = perPiece(({ piece, lines, ring, holes }, _project, { limits }) => {
  const loops = new Set([...piece.outline, ...piece.openings.flat()])
  const slits = lines
    .filter((l) => l.role === 'cut' && !loops.has(l.id) && !shapeOf(l.d).contour.closed)
    .map((l) => shapeOf(l.d).polyline)
  const narrow = narrowestPlace(ring, holes, slits, limits.narrowest)
  return narrow
    ? [
        {
          rule: 'thin-part',
          severity: 'warning',
          message: `“${piece.name}” is only ${narrow.width.toFixed(2)} mm wide at one place; under ${limits.narrowest} mm paper tears.`,
          lines: [],
          pieces: [piece.id],
          at: narrow.at,
        },
      ]
    : []
})
