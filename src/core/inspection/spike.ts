import { lengthOfVector } from '../geometry/point'
import { counted, decimal, say } from '../words'
import { perPiece } from './rule'

/** Sharper than this a point of paper curls or tears, degrees (common practice). */
const SHARPEST = 15
/** Sides shorter than this make no spike, mm. */
const SIDE = 1.5

/** Points of paper too sharp to survive. */
export const spike = perPiece(({ piece, ring, holes }) => {
  const found = [ring, ...holes].flatMap((loop, k) => sharpCorners(loop, k === 0))
  if (found.length === 0) return []
  const sharpest = found.reduce((a, b) => (b.angle < a.angle ? b : a))
  return [
    {
      rule: 'spike',
      severity: 'note',
      message: say`“${piece.name}” has ${counted(found.length, 'point')} sharper than ${SHARPEST}° (the sharpest ${decimal(sharpest.angle, 0)}°), which curl or tear.`,
      lines: [],
      pieces: [piece.id],
      at: { x: sharpest.x, y: sharpest.y },
    },
  ]
})

/** Corners at which paper comes to a sharp point: those of the outline outwards, those of an opening into the paper's side. */
function sharpCorners(loop: Float64Array, outer: boolean): { x: number; y: number; angle: number }[] {
  const n = loop.length / 2 - 1
  let twice = 0
  for (let i = 0; i < n; i += 1)
    twice += loop[2 * i]! * loop[2 * i + 3]! - loop[2 * i + 2]! * loop[2 * i + 1]!
  const hand = (twice > 0 ? 1 : -1) * (outer ? 1 : -1)
  const found: { x: number; y: number; angle: number }[] = []
  for (let i = 0; i < n; i += 1) {
    const [px, py] = [loop[2 * i]!, loop[2 * i + 1]!]
    const a = (i + n - 1) % n
    const b = (i + 1) % n
    const [ux, uy] = [loop[2 * a]! - px, loop[2 * a + 1]! - py]
    const [vx, vy] = [loop[2 * b]! - px, loop[2 * b + 1]! - py]
    const [lu, lv] = [lengthOfVector(ux, uy), lengthOfVector(vx, vy)]
    if (lu < SIDE || lv < SIDE) continue
    const isPoint = (vx * uy - vy * ux) * hand > 0
    const angle = (Math.acos(Math.max(-1, Math.min(1, (ux * vx + uy * vy) / (lu * lv)))) * 180) / Math.PI
    if (isPoint && angle < SHARPEST) found.push({ x: px, y: py, angle })
  }
  return found
}
