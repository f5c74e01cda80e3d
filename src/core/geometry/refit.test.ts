import { describe, expect, it } from 'vitest'
import { areaOf } from './measure'
import { readPath, writePath } from './path'
import { distanceTo } from './polyline'
import { refit } from './refit'
import { shapeOf } from './shape'

const flat = (d: string): string => {
  const { polyline, contour } = shapeOf(d)
  const points: string[] = []
  for (let i = 0; i < polyline.length; i += 2) points.push(`${polyline[i]} ${polyline[i + 1]}`)
  if (contour.closed) points.pop()
  return `M${points.join('L')}${contour.closed ? 'Z' : ''}`
}
const CIRCLE =
  'M30 0C30 16.5685 16.5685 30 0 30C-16.5685 30 -30 16.5685 -30 0C-30 -16.5685 -16.5685 -30 0 -30C16.5685 -30 30 -16.5685 30 0Z'

describe('refit', () => {
  it('makes a circle of many stretches a few curves again, within 0.05 mm', () => {
    const many = readPath(flat(CIRCLE))
    expect(many.segments.length).toBeGreaterThan(60)
    const { contour, deviation } = refit(many)!
    expect(contour.segments.length).toBeLessThanOrEqual(12)
    expect(deviation).toBeLessThanOrEqual(0.05)
    const [a, b] = [shapeOf(writePath(contour)).polyline, shapeOf(CIRCLE).polyline]
    for (let i = 0; i < b.length; i += 2) expect(distanceTo({ x: b[i]!, y: b[i + 1]! }, a)).toBeLessThan(0.07)
    expect(Math.abs(areaOf(contour)) / (Math.PI * 900)).toBeCloseTo(1, 2)
  })

  it('keeps corners and straight sides', () => {
    const d = 'M0 0L60 0L60 20C60 31.0457 51.0457 40 40 40L0 40Z'
    const { contour } = refit(readPath(flat(d)))!
    const path = writePath(contour)
    for (const corner of ['0 0', '60 0', '0 40']) expect(path).toContain(corner)
    expect(contour.segments.length).toBeLessThanOrEqual(8)
    expect(Math.abs(areaOf(contour) / areaOf(readPath(d)))).toBeCloseTo(1, 3)
  })

  it('leaves shapes of few sides and curves alone', () => {
    expect(refit(readPath('M0 0L10 0L10 10L0 10Z'))).toBeNull()
    expect(refit(readPath(CIRCLE))).toBeNull()
    const star = Array.from(
      { length: 16 },
      (_, k) =>
        `${((k % 2 ? 10 : 20) * Math.cos((k * Math.PI) / 8)).toFixed(3)} ${((k % 2 ? 10 : 20) * Math.sin((k * Math.PI) / 8)).toFixed(3)}`,
    )
    expect(refit(readPath(`M${star.join('L')}Z`))).toBeNull()
  })
})
