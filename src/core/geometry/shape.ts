import { type Trace, trace } from './flatten'
import { areaOf, type Box, boundsOf, lengthOf } from './measure'
import { type Contour, readPath } from './path'

/** What is known of a line's geometry, computed once for each path. */
export type Shape = Trace & {
  contour: Contour
  box: Box
  /** mm² inside, without sign; 0 for an open line */
  area: number
  /** mm */
  length: number
}

const CACHE_LIMIT = 60_000
const cache = new Map<string, Shape>()

/**
 * The geometry of a path of this application (`M L C Z` in mm), remembered for as long as it is in use: the same
 * path is asked for at every change of a role.
 */
export function shapeOf(d: string): Shape {
  const known = cache.get(d)
  if (known) return known
  const contour = readPath(d)
  const shape: Shape = {
    contour,
    ...trace(contour),
    box: boundsOf(contour),
    area: contour.closed ? Math.abs(areaOf(contour)) : 0,
    length: lengthOf(contour),
  }
  if (cache.size >= CACHE_LIMIT) cache.clear()
  cache.set(d, shape)
  return shape
}
