import { holders } from './holders'
import type { Stroke } from './pass'
import { shortenTravel } from './travel'

/**
 * Orders the strokes of a pass: a closed stroke comes only after all that it holds, since paper that is cut out may
 * move; under that rule the way between strokes is made short. Open strokes are begun at their nearer end, closed ones
 * at the point that lies best.
 */
export function orderStrokes(strokes: readonly Stroke[]): Stroke[] {
  if (strokes.length < 2) return [...strokes]
  return shortenTravel(strokes, holders(strokes))
}
