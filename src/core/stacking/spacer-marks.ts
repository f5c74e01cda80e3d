import { translation } from '../geometry/affine'
import { isInside, polylineBox, transformPolyline } from '../geometry/polyline'
import { offset } from '../geometry/regions'
import type { Marks } from '../making/marks/drawn'
import { pathOfRegion } from './drawn'
import type { Stacked } from './stacked'

/** A mark stays so far within the edge of the spacer that hides it, mm. */
const WITHIN = 0.4

/**
 * The spacers of a stack as they are drawn on the layers that they stand on, where each covers its mark. A layer that
 * is turned over shows its back, on which nothing is drawn.
 */
export function spacerMarks({ layers }: Pick<Stacked, 'layers'>): Marks[] {
  const pads = layers.flatMap((l) => l.pads)
  return layers.flatMap((layer) => {
    if (layer.facing === 'back') return []
    const own = pads.filter((p) => p.onto === layer.id)
    return layer.pieces.flatMap((shape): Marks[] => {
      const { minX, minY } = shape.box
      const onPiece = translation(-layer.shift.x - minX, -layer.shift.y - minY)
      const paths = own
        .filter(({ region }) => {
          const { minX: x0, maxX: x1, minY: y0, maxY: y1 } = polylineBox(region[0]!)
          return isInside({ x: (x0 + x1) / 2 - layer.shift.x, y: (y0 + y1) / 2 - layer.shift.y }, shape.ring)
        })
        .map(({ region }) =>
          pathOfRegion(offset(region, -WITHIN, 'sharp').map((ring) => transformPolyline(ring, onPiece))),
        )
        .join('')
      return paths === '' ? [] : [{ piece: shape.piece.id, paths }]
    })
  })
}
