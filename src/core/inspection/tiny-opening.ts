import { polygonHull } from 'd3-polygon'
import { heightOf, widthOf } from '../geometry/measure'
import { lengthOfVector } from '../geometry/point'
import { polylineArea, polylineBox, polylineLength } from '../geometry/polyline'
import { linesOf } from '../pieces/lines'
import { formatSize } from '../units/length'
import { counted, say } from '../words'
import { perPiece } from './rule'

/** Openings and whole pieces that are smaller than the blade can turn. */
export const tinyOpening = perPiece(({ piece, ring, holes }, project, { limits }) => {
  const small = holes.flatMap((hole, k) => {
    const { width, height } = sizeOf(hole, limits.smallestOpening)
    return Math.min(width, height) < limits.smallestOpening ? [{ k, width, height }] : []
  })
  const own = sizeOf(ring, limits.smallestOpening)
  const findings = []
  if (small.length > 0) {
    const least = small.reduce((a, b) => (a.width * a.height < b.width * b.height ? a : b))
    const box = polylineBox(holes[least.k]!)
    findings.push({
      rule: 'tiny-opening',
      severity: 'warning' as const,
      message: say`“${piece.name}” has ${counted(small.length, 'opening')} smaller than a blade can turn (the smallest ${formatSize(least, project.unit, 2)}). Make larger, or skip.`,
      lines: small.flatMap(({ k }) => piece.openings[k]!),
      pieces: [piece.id],
      at: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
      fix: {
        label: say`Skip them`,
        lines: small.flatMap(({ k }) =>
          linesOf(project, piece.openings[k]!).map((l) => ({ id: l.id, role: 'skip' as const })),
        ),
      },
    })
  }
  if (Math.min(own.width, own.height) < limits.smallestOpening)
    findings.push({
      rule: 'tiny-piece',
      severity: 'warning' as const,
      message: say`“${piece.name}” is ${formatSize(own, project.unit, 2)}: too small to be cut. Skip it, or check the size of the drawing.`,
      lines: piece.outline,
      pieces: [piece.id],
      fix: { label: say`Skip it`, lines: piece.lines.map((id) => ({ id, role: 'skip' as const })) },
    })
  return findings
})

/** Of a loop with more points than this some are passed over. */
const MOST_POINTS = 2000

/**
 * A loop across where it is least wide, and along: the least width of its hull is upright on one of the hull's edges
 * (Houle and Toussaint 1988). Of a bent one, as a crescent is, that says nothing: it counts as no wider than its
 * hydraulic diameter, four times its area over its length (that of a circle is its diameter).
 * @param limit mm under which it is asked for; of what is wider by far its box is answered
 */
function sizeOf(loop: Float64Array, limit: number): { width: number; height: number } {
  const box = { width: widthOf(polylineBox(loop)), height: heightOf(polylineBox(loop)) }
  // Nothing is narrower than its area over the longest line in it: most loops need no closer look.
  const area = Math.abs(polylineArea(loop))
  if (area >= limit * lengthOfVector(box.width, box.height)) return box
  const every = Math.ceil(loop.length / 2 / MOST_POINTS)
  const points = Array.from({ length: Math.floor(loop.length / 2 / every) }, (_, i): [number, number] => [
    loop[2 * every * i]!,
    loop[2 * every * i + 1]!,
  ])
  const hull = polygonHull(points) ?? []
  let least = { width: Infinity, height: 0 }
  hull.forEach(([x, y], i) => {
    const [u, v] = hull[(i + 1) % hull.length]!
    const length = lengthOfVector(u - x, v - y) || 1
    const [along, across] = [(u - x) / length, (v - y) / length]
    const width = spreadOf(hull, -across, along)
    if (width < least.width) least = { width, height: spreadOf(hull, along, across) }
  })
  if (hull.length === 0) return { width: 0, height: polylineLength(loop) / 2 }
  const hydraulic = (4 * area) / (polylineLength(loop) || 1)
  return { ...least, width: Math.min(least.width, hydraulic) }
}

/** How far points reach in a direction, mm. */
function spreadOf(points: readonly [number, number][], x: number, y: number): number {
  const at = points.map(([u, v]) => u * x + v * y)
  return Math.max(...at) - Math.min(...at)
}
