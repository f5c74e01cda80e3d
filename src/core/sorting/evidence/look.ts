import { say } from '../../words'
import type { Evidence } from './evidence'

const BECAUSE = {
  'outline-look': say`it is drawn as the outlines are`,
  'only-look': say`it is drawn as the outlines are`,
  'fold-look': say`its look never closes a piece, and runs inside pieces from edge to edge`,
  'dotted-look': say`its look alone runs inside pieces from edge to edge`,
  'free-look': say`every line of its look ends free within the paper`,
  'lesser-fold-look': say`its look is a second one that runs inside pieces`,
} as const

/** What the look of its family does in the whole drawing. */
export const look: Evidence = ({ line, place }, { families }) => {
  if (place.kind === 'frame' || place.kind === 'lettering' || place.kind === 'margin') return null
  const { kind } = families.get(line.family)!
  return kind === 'other' ? null : { kind, because: BECAUSE[kind] }
}

/** One side of a flap that is cut into a panel: drawn as folds are, or the one straight line beside a bent one. */
export const hinge: Evidence = ({ line, place }, { families }) => {
  if (place.kind !== 'opening' || place.parts < 2) return null
  const { kind } = families.get(line.family)!
  if (kind === 'fold-look' || kind === 'lesser-fold-look' || kind === 'dotted-look')
    return { kind: 'hinge', because: say`a flap that is cut into a panel hangs on it` }
  return kind === 'only-look' && place.parts === 2 && place.straight && !line.shape.contour.closed
    ? {
        kind: 'perhaps-hinge',
        because: say`it is a straight line of its own that closes a bent one, as a hinge does`,
      }
    : null
}
