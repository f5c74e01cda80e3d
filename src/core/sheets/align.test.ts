import { describe, expect, it } from 'vitest'
import { alignAll, alignTo, distribute, SIDES } from './align'

const area = { minX: 6, minY: 6, maxX: 206, maxY: 286 }
const paper = { minX: 0, minY: 0, maxX: 210, maxY: 297 }
const room = { area, paper }
const box = (minX: number, minY: number, w: number, h: number) => ({
  minX,
  minY,
  maxX: minX + w,
  maxY: minY + h,
})

describe('alignTo', () => {
  it('leads to each side and to the middle both ways', () => {
    expect(SIDES.map((side) => Object.values(alignTo(box(50, 60, 40, 20), area, side)))).toEqual([
      [-44, 0],
      [36, 0],
      [116, 0],
      [0, -54],
      [0, 76],
      [0, 206],
    ])
  })
})

describe('alignAll', () => {
  it('lays one against the area and several against the box around them', () => {
    const boxes = [box(50, 60, 40, 20), box(100, 10, 20, 20)]
    expect(alignAll(boxes.slice(0, 1), room, 'left')).toEqual([alignTo(boxes[0]!, area, 'left')])
    expect(alignAll(boxes, room, 'left')).toEqual([
      { x: 0, y: 0 },
      { x: -50, y: 0 },
    ])
    expect(alignAll(boxes, room, 'middle')).toEqual([
      { x: 0, y: -25 },
      { x: 0, y: 25 },
    ])
  })
})

describe('one piece in the middle', () => {
  it('lies in the middle of its paper, whatever the margins of sheet and mat', () => {
    const one = box(50, 60, 40, 20)
    const [across] = alignAll([one], room, 'centre')
    const [down] = alignAll([one], room, 'middle')
    expect((one.minX + one.maxX) / 2 + across!.x).toBeCloseTo(105, 9)
    expect((one.minY + one.maxY) / 2 + down!.y).toBeCloseTo(148.5, 9)
  })
})

describe('distribute', () => {
  it('leaves the same room between each two, from side to side, in the order in which they lie', () => {
    const boxes = [box(100, 0, 40, 10), box(10, 0, 60, 10), box(90, 50, 20, 10)]
    const moves = distribute(boxes, area, 'x')
    // 200 mm less 120 mm of pieces leave 40 mm between each two.
    expect(boxes.map((b, i) => b.minX + moves[i]!)).toEqual([166, 6, 106])
    expect(distribute(boxes, { ...area, maxX: 100 }, 'x')).toEqual([0, 0, 0])
    expect(distribute([boxes[0]!], area, 'x')).toEqual([0])
    // What begins at the same place is one row.
    const rows = [box(6, 6, 40, 60), box(60, 6, 40, 60), box(6, 80, 40, 60), box(60, 80, 40, 60)]
    expect(distribute(rows, area, 'y')).toEqual([0, 0, 146, 146])
  })
})
