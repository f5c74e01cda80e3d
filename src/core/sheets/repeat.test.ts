import { describe, expect, it } from 'vitest'
import { gridOf, repeat } from './repeat'
import { snap } from './snap'

const area = (width: number, height: number) => ({ minX: 0, minY: 0, maxX: width, maxY: height })
const A4 = area(210, 297)

describe('repeat', () => {
  it('lays copies in rows at the exact spacing, and they are known as a grid', () => {
    const laid = repeat({ width: 60, height: 40 }, { across: 3, down: 2 }, { x: 6, y: 6 }, 2.5)
    expect(laid.map((l) => [l.x, l.y])).toEqual([
      [6, 6],
      [68.5, 6],
      [131, 6],
      [6, 48.5],
      [68.5, 48.5],
      [131, 48.5],
    ])
    expect(gridOf(laid)).toEqual({ across: 3, down: 2 })
    expect(gridOf(laid.slice(1))).toBeNull()
    expect(gridOf([...laid.slice(1), { ...laid[0]!, rotation: 180 }])).toBeNull()
  })
})

describe('snap', () => {
  const box = (minX: number, minY: number, side = 20) => ({
    minX,
    minY,
    maxX: minX + side,
    maxY: minY + side,
  })

  it('draws a box to the area, to the side of another, or beside it at the spacing', () => {
    expect(snap(box(1.2, 50), [], A4, 3, 2)).toEqual({ x: expect.closeTo(-1.2, 9), y: 0 })
    expect(snap(box(124, 51), [box(100, 50)], A4, 3, 2)).toEqual({ x: -1, y: -1 })
    expect(snap(box(189, 100), [], A4, 3, 2)).toEqual({ x: 1, y: 0 })
    expect(snap(box(60, 60), [box(100, 100)], A4, 3, 2)).toEqual({ x: 0, y: 0 })
  })
})
