import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { paperTint } from './paper-tint'
import { fitView, isSeenIn, MAX_SCALE, MIN_SCALE, toDrawing, toScreen, type View, zoomAt } from './view'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const view = fc.record({
  scale: number(MIN_SCALE, MAX_SCALE),
  x: number(-5000, 5000),
  y: number(-5000, 5000),
})
const place = fc.record({ x: number(0, 1280), y: number(0, 800) })
const near = (a: number, b: number, by = 1e-6) =>
  Math.abs(a - b) <= by * Math.max(1, Math.abs(a), Math.abs(b))

describe('a view', () => {
  it('leads from the drawing to the screen and back', () => {
    fc.assert(
      fc.property(view, place, (v, p) => {
        const back = toScreen(v, toDrawing(v, p))
        return near(back.x, p.x) && near(back.y, p.y)
      }),
    )
  })

  it('tells what is seen in it, and large enough to be made out', () => {
    const screen = { width: 800, height: 600 }
    const box = (minX: number, minY: number, maxX: number, maxY: number) => ({ minX, minY, maxX, maxY })
    // Rulers cover 20 px at the upper and the left edge.
    const by = (scale: number) => ({ scale, x: 20, y: 20 })
    expect(isSeenIn(by(2), box(0, 0, 390, 290), screen)).toBe(true)
    expect(isSeenIn(by(2), box(0, 0, 391, 290), screen)).toBe(false)
    expect(isSeenIn(by(2), box(0, 0, 390, 291), screen)).toBe(false)
    expect(isSeenIn(by(2), box(-1, 0, 390, 290), screen)).toBe(false)
    expect(isSeenIn({ ...by(2), y: 22 }, box(0, -1, 390, 200), screen)).toBe(true)
    expect(isSeenIn(by(2), box(100, 100, 129, 110), screen)).toBe(false)
    expect(isSeenIn(by(2), box(100, 100, 130, 110), screen)).toBe(true)
  })

  it('zooms about the place that is pointed at, within its bounds', () => {
    fc.assert(
      fc.property(view, place, number(0.01, 100), (v, at, factor) => {
        const zoomed = zoomAt(v, factor, at)
        const [before, after] = [toDrawing(v, at), toDrawing(zoomed, at)]
        expect(zoomed.scale).toBeGreaterThanOrEqual(MIN_SCALE)
        expect(zoomed.scale).toBeLessThanOrEqual(MAX_SCALE)
        return near(before.x, after.x, 1e-5) && near(before.y, after.y, 1e-5)
      }),
    )
  })

  it('comes back when it is zoomed in and out again', () => {
    const start: View = { scale: 2, x: 30, y: -40 }
    const at = { x: 400, y: 300 }
    const back = zoomAt(zoomAt(start, 1.7, at), 1 / 1.7, at)
    for (const key of ['scale', 'x', 'y'] as const) expect(back[key]).toBeCloseTo(start[key], 9)
  })

  it('fits a box into the middle of the screen, whole, with room around it', () => {
    const screen = { width: 1280, height: 800 }
    fc.assert(
      fc.property(number(-500, 500), number(-500, 500), number(2, 900), number(2, 900), (x, y, w, h) => {
        const fitted = fitView({ minX: x, minY: y, maxX: x + w, maxY: y + h }, screen, 36)
        const from = toScreen(fitted, { x, y })
        const to = toScreen(fitted, { x: x + w, y: y + h })
        return (
          from.x >= 36 - 1e-6 &&
          from.y >= 36 - 1e-6 &&
          near(from.x, 1280 - to.x, 1e-4) &&
          near(from.y, 800 - to.y, 1e-4)
        )
      }),
    )
  })

  it('shows a box without size, and one on a screen without size', () => {
    const point = { minX: 5, minY: 5, maxX: 5, maxY: 5 }
    for (const screen of [
      { width: 1280, height: 800 },
      { width: 0, height: 0 },
    ]) {
      const { scale, x, y } = fitView(point, screen)
      expect([scale, x, y].every(Number.isFinite)).toBe(true)
      expect(scale).toBeGreaterThanOrEqual(MIN_SCALE)
    }
  })
})

describe('paperTint', () => {
  // Relative luminance and contrast by WCAG 2.2, from memory: 3 to 1 for graphical objects.
  const luminance = (rgb: number[]) => {
    const [r, g, b] = rgb.map((v) =>
      v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
    )
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
  }

  it('leaves dark lines readable on every paper', () => {
    const ink = luminance([0x2b, 0x1a, 0x2f])
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const tint = paperTint(`#${n.toString(16).padStart(6, '0')}`)
        const paper = luminance(tint.match(/\d+/g)!.map(Number))
        return (paper + 0.05) / (ink + 0.05) >= 3
      }),
    )
    expect(paperTint('#ffffff')).toBe('rgb(255 255 255)')
  })
})
