import type { Polyline } from './flatten'
import { heightOf, widthOf } from './measure'
import { polylineArea, polylineBox } from './polyline'

/** Points of the grid along the longer side of a shape. */
const GRID = 36
const MOST = 8
/** Share of the area that the circles are to fill. */
const COVER = 0.8

/**
 * Circles that lie within a shape and fill most of it: each is the largest that is left beside the ones before, its
 * middle the pole of inaccessibility (Garcia-Castellanos and Lombardo 2007), on a grid here.
 * @param rings outline and openings
 * @returns x, y, radius of each, the largest first; at least one
 */
export function findPoles(rings: readonly Polyline[]): Float64Array {
  const box = polylineBox(rings[0]!)
  const step = Math.max(widthOf(box), heightOf(box)) / GRID
  const points: { x: number; y: number; r: number }[] = []
  for (let x = box.minX + step / 2; x < box.maxX; x += step)
    for (let y = box.minY + step / 2; y < box.maxY; y += step) {
      const r = depthAt(x, y, rings)
      if (r > 0) points.push({ x, y, r })
    }
  const area = rings.reduce((sum, r, i) => sum + (i === 0 ? 1 : -1) * Math.abs(polylineArea(r)), 0)
  const poles: number[] = []
  let covered = 0
  while (poles.length < 3 * MOST && covered < COVER * area) {
    let best = points[0]
    for (const p of points) if (p.r > best!.r) best = p
    if (!best || best.r <= 0.25 * step) break
    const { x, y, r } = best
    poles.push(x, y, r)
    covered += Math.PI * r * r
    for (const p of points) p.r = Math.min(p.r, Math.sqrt((p.x - x) ** 2 + (p.y - y) ** 2) - r)
  }
  if (poles.length === 0) {
    const first = rings[0]!
    poles.push(first[0]!, first[1]!, 0.01)
  }
  return Float64Array.from(poles)
}

/** How far inside the rings a point lies, mm; 0 or less outside. */
function depthAt(x: number, y: number, rings: readonly Polyline[]): number {
  let inside = false
  let least = Infinity
  for (const p of rings)
    for (let i = 2; i < p.length; i += 2) {
      const ax = p[i - 2]!
      const ay = p[i - 1]!
      const bx = p[i]!
      const by = p[i + 1]!
      if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside
      const dx = bx - ax
      const dy = by - ay
      const square = dx * dx + dy * dy
      const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square))
      const u = x - ax - t * dx
      const v = y - ay - t * dy
      const d = u * u + v * v
      if (d < least) least = d
    }
  return inside ? Math.sqrt(least) : -1
}
