import { describe, expect, it } from 'vitest'
import { areaOf, boundsOf, lengthOf } from '../../geometry/measure'
import { writePath } from '../../geometry/path'
import { type Axis, resolveLength } from './lengths'
import { contoursOf } from './shapes'

const shape = (name: string, attributes: Record<string, string>) =>
  contoursOf(
    name,
    attributes,
    (attribute: string, axis: Axis, fallback = 0) =>
      resolveLength(attributes[attribute], axis, { width: 100, height: 100 }, 16, fallback),
    0.0001,
  )
const path = (d: string) => shape('path', { d }).contours.map(writePath)

describe('path data (SVG 2, "Path data")', () => {
  it.each([
    ['M0 0L10 0L10 10', ['M0 0L10 0L10 10']],
    ['m5 5 10 0 0 10z', ['M5 5L15 5L15 15Z']],
    ['M0,0h10v10h-10z', ['M0 0L10 0L10 10L0 10Z']],
    ['M0 0H10V10', ['M0 0L10 0L10 10']],
    ['M0 0C0 5 5 10 10 10S20 5 20 0', ['M0 0C0 5 5 10 10 10C15 10 20 5 20 0']],
    ['M0 0c0 5 5 10 10 10s10-5 10-10', ['M0 0C0 5 5 10 10 10C15 10 20 5 20 0']],
    ['M0 0Q15 30 30 0', ['M0 0C10 20 20 20 30 0']],
    ['M0 0Q15 30 30 0T60 0', ['M0 0C10 20 20 20 30 0C40 -20 50 -20 60 0']],
    ['M1 1L2 2M5 5L6 6', ['M1 1L2 2', 'M5 5L6 6']],
    ['M0 0h4z m10 0h4z', ['M0 0L4 0Z', 'M10 0L14 0Z']],
    ['M5 5h4v4zh3', ['M5 5L9 5L9 9Z', 'M5 5L8 5']],
    ['M1-2.5.5.5', ['M1 -2.5L0.5 0.5']],
    ['M1e1 1E-1l.5.5', ['M10 0.1L10.5 0.6']],
    ['M7 7', []],
    ['', []],
  ])('%s', (d, expected) => expect(path(d)).toEqual(expected))

  it('takes arc flags without blanks between', () => {
    const [tight] = shape('path', { d: 'M0 0a5 5 0 0110 0' }).contours
    const [loose] = shape('path', { d: 'M0 0a5 5 0 0 1 10 0' }).contours
    expect(writePath(tight!)).toBe(writePath(loose!))
    expect(lengthOf(tight!)).toBeCloseTo(5 * Math.PI, 3)
  })

  it.each(['M0 0L10 10L', 'M0 0L10 10 5', 'M0 0L10 10X', 'M0 0L10 10A1 1'])(
    '%s counts up to its error and says so',
    (d) => {
      const { contours, broken } = shape('path', { d })
      expect(contours.map(writePath)).toEqual(['M0 0L10 10'])
      expect(broken).toBeTruthy()
    },
  )
})

describe('basic shapes (SVG 2, "Basic shapes")', () => {
  it('rect: a plain one, and nothing without a size', () => {
    expect(shape('rect', { x: '1', y: '2', width: '10', height: '5' }).contours.map(writePath)).toEqual([
      'M1 2L11 2L11 7L1 7Z',
    ])
    const without: Record<string, string>[] = [
      { width: '0', height: '5' },
      { width: '5' },
      { width: '-5', height: '5' },
    ]
    for (const size of without) expect(shape('rect', size).contours).toEqual([])
  })

  // The area of a rectangle with rounded corners is w h - (4 - pi) rx ry.
  it.each<[Record<string, string>, number, number]>([
    [{ rx: '3', ry: '2' }, 3, 2],
    [{ rx: '3' }, 3, 3],
    [{ ry: '2' }, 2, 2],
    [{ rx: 'auto', ry: '2' }, 2, 2],
    [{ rx: '50', ry: '50' }, 10, 5],
    [{ rx: '3', ry: '0' }, 0, 0],
    [{ rx: '-3', ry: '2' }, 0, 0],
  ])('rect with %j has radii %f and %f', (radii, rx, ry) => {
    const [contour] = shape('rect', { width: '20', height: '10', ...radii }).contours
    expect(Math.abs(areaOf(contour!))).toBeCloseTo(200 - (4 - Math.PI) * rx * ry, 2)
    expect(boundsOf(contour!)).toMatchObject({ maxX: expect.closeTo(20, 6), maxY: expect.closeTo(10, 6) })
  })

  it('circle and ellipse, with auto radii', () => {
    const [circle] = shape('circle', { cx: '10', cy: '10', r: '5' }).contours
    expect(Math.abs(areaOf(circle!))).toBeCloseTo(25 * Math.PI, 2)
    expect(circle!.closed).toBe(true)
    const [ellipse] = shape('ellipse', { rx: '6', ry: '2' }).contours
    expect(Math.abs(areaOf(ellipse!))).toBeCloseTo(12 * Math.PI, 2)
    expect(boundsOf(shape('ellipse', { rx: '6' }).contours[0]!).maxY).toBeCloseTo(6, 3)
    expect(shape('circle', { r: '0' }).contours).toEqual([])
  })

  it('line, polyline, polygon; an odd coordinate is left out and told', () => {
    expect(shape('line', { x2: '5', y2: '50%' }).contours.map(writePath)).toEqual(['M0 0L5 50'])
    expect(shape('polyline', { points: '0,0 5,0 5,5' }).contours.map(writePath)).toEqual(['M0 0L5 0L5 5'])
    const polygon = shape('polygon', { points: '0 0 5 0 5 5 9' })
    expect(polygon.contours.map(writePath)).toEqual(['M0 0L5 0L5 5Z'])
    expect(polygon.broken).toBe('0 0 5 0 5 5 9'.length)
    expect(shape('polygon', { points: '3 3' }).contours).toEqual([])
    expect(shape('star', {}).contours).toEqual([])
  })
})
