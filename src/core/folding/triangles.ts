import earcut from 'earcut'
import type { Flat, FoldPanel } from './model'

/** A panel as triangles on the flat sheet: its corners, outline first, and triples of them wound to the left. */
export function trianglesOf({ ring, openings }: Pick<FoldPanel, 'ring' | 'openings'>): {
  corners: readonly Flat[]
  triangles: number[]
} {
  const corners = [ring, ...openings].flat()
  const holes: number[] = []
  let at = ring.length
  for (const opening of openings) {
    holes.push(at)
    at += opening.length
  }
  const triangles = earcut(corners.flat(), holes)
  // The triangulation does not promise a winding.
  for (let k = 0; k < triangles.length; k += 3) {
    const [a, b, c] = [corners[triangles[k]!]!, corners[triangles[k + 1]!]!, corners[triangles[k + 2]!]!]
    const isLeft = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > 0
    if (!isLeft) [triangles[k + 1], triangles[k + 2]] = [triangles[k + 2]!, triangles[k + 1]!]
  }
  return { corners, triangles }
}
