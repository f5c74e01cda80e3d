import type { Project } from '../document/project'
import type { Polyline } from '../geometry/flatten'
import { polylineArea } from '../geometry/polyline'
import { intersect, offset, type Region, subtract, unite } from '../geometry/regions'

/** How far print goes on beyond the edges of a project's pieces, mm: never as far as the next piece. */
export const bleedOf = ({ print, layout }: Pick<Project, 'print' | 'layout'>): number =>
  Math.min(print?.bleed ?? 0, layout.spacing)

/**
 * A flat fill with its bleed: where it reaches the edge of its piece it goes on beyond it by `bleed` mm; within the
 * piece, openings included, it stays as it is drawn.
 * @param fill rings of the fill, even-odd
 * @param outline of the piece
 */
export function withBleed(fill: readonly Polyline[], outline: Polyline, bleed: number): Region {
  const region = unite(fill, 'even-odd')
  const piece = unite([outline])
  const within = intersect(region, piece)
  if (bleed <= 0 || within.length === 0) return within
  const beyond = subtract(intersect(offset(within, bleed), offset(piece, bleed)), piece)
  // Rings a hair apart would leave a seam at the edge.
  return unite([...within, ...offset(beyond, 0.001)]).filter((r) => Math.abs(polylineArea(r)) > 0.01)
}
