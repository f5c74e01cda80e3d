import { describe, expect, it } from 'vitest'
import { cutAfterLoose } from './cut-order'
import { type DrawnPath, followGcode, followHpgl } from './programs'

const path = (...points: [number, number][]): DrawnPath => ({ tool: 2, points })
const square = (x: number, y: number, side: number) =>
  path([x, y], [x + side, y], [x + side, y + side], [x, y + side], [x, y])
const slit = path([40, 40], [60, 40])
/** The sides of a square, each by itself. */
const sides = (x: number, y: number, s: number) => {
  const { points } = square(x, y, s)
  return points.slice(1).map((p, i) => path(points[i]!, p))
}

describe('the judge of the cutting order', () => {
  it('lets pass what is cut from within', () => {
    expect(cutAfterLoose([slit, square(20, 20, 5), square(0, 0, 100)])).toEqual([])
    expect(cutAfterLoose([slit, ...sides(0, 0, 100)])).toEqual([])
    expect(cutAfterLoose([square(200, 0, 50), square(0, 0, 100), path([0, 120], [100, 120])])).toEqual([])
  })

  it('finds planted faults: a slit or an opening after the outline, in one line, in stretches, with shared edges', () => {
    expect(cutAfterLoose([square(0, 0, 100), slit])).toMatchObject([{ path: 1 }])
    expect(cutAfterLoose([...sides(0, 0, 100), slit, square(20, 20, 5)])).toMatchObject([
      { path: 4 },
      { path: 5 },
    ])
    const beside = [path([100, 0], [180, 0], [180, 100], [100, 100]), path([120, 50], [150, 50])]
    expect(cutAfterLoose([...sides(0, 0, 100), ...beside])).toMatchObject([{ path: 5 }])
  })

  it('lets a slit pass that ends on the edge, and gaps that hold the paper', () => {
    expect(cutAfterLoose([path([0, 50], [30, 50]), square(0, 0, 100)])).toEqual([])
    expect(cutAfterLoose([...sides(0, 0, 100).slice(0, 3), slit])).toEqual([])
  })
})

describe('the interpreters', () => {
  it('follow a program that was written by hand', () => {
    const gcode = '(x)\nG21\nG90\nG0 Z2\nT2 M6\nM0\nG0 X10 Y5\nG1 Z0 F100\nX20\nY-7.5\nG0 Z2\nM2\n'
    expect(followGcode(gcode)).toEqual([
      {
        tool: 2,
        points: [
          [10, 5],
          [20, 5],
          [20, -7.5],
        ],
      },
    ])
    expect(() => followGcode('G2 X1')).toThrow('G2')
    const hpgl = 'CO"put; in";IN;PA;SP2;PU400,200;PD800,200,800,-300;PU;SP0;'
    expect(followHpgl(hpgl)).toEqual([
      {
        tool: 2,
        points: [
          [10, 5],
          [20, 5],
          [20, -7.5],
        ],
      },
    ])
    expect(() => followHpgl('ZZ1;')).toThrow('ZZ')
  })
})
