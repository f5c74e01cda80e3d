import { heightOf, widthOf } from '../geometry/measure'
import { polylineArea, polylineBox, polylineLength } from '../geometry/polyline'
import { linesOf } from '../pieces/lines'
import { perPiece } from './rule'

/** Openings and whole pieces that are smaller than the blade can turn. */
export const tinyOpening = perPiece(({ piece, ring, holes }, project, { limits }) => {
  const small = holes.flatMap((hole, k) => {
    const { width, height } = sizeOf(hole)
    return Math.min(width, height) < limits.smallestOpening ? [{ k, width, height }] : []
  })
  const own = sizeOf(ring)
  const findings = []
  if (small.length > 0) {
    const least = small.reduce((a, b) => (a.width * a.height < b.width * b.height ? a : b))
    const box = polylineBox(holes[least.k]!)
    findings.push({
      rule: 'tiny-opening',
      severity: 'warning' as const,
      message: `${small.length === 1 ? 'An opening' : `${small.length} openings`} of “${piece.name}” ${small.length === 1 ? 'is' : 'are'} smaller than a blade can turn (the smallest ${least.width.toFixed(2)} × ${least.height.toFixed(2)} mm). Make larger, or skip.`,
      lines: small.flatMap(({ k }) => piece.openings[k]!),
      pieces: [piece.id],
      at: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
      fix: {
        label: 'Skip them',
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
      message: `“${piece.name}” is ${own.width.toFixed(2)} × ${own.height.toFixed(2)} mm: too small to be cut. Skip it, or check the size of the drawing.`,
      lines: piece.outline,
      pieces: [piece.id],
      fix: { label: 'Skip it', lines: piece.lines.map((id) => ({ id, role: 'skip' as const })) },
    })
  return findings
})

/** A loop's box, and for a slender one that lies aslant its mean width instead of the box's. */
function sizeOf(loop: Float64Array): { width: number; height: number } {
  const box = polylineBox(loop)
  const [width, height] = [widthOf(box), heightOf(box)]
  const mean = (2 * Math.abs(polylineArea(loop))) / (polylineLength(loop) || 1)
  return width <= height
    ? { width: Math.min(width, Math.max(mean, 0)), height }
    : { width, height: Math.min(height, mean) }
}
