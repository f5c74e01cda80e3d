import { describe, expect, it } from 'vitest'
import { shapeOf } from '../geometry/shape'
import { arrange } from '.'

const of = (ds: string[], options = {}) => arrange(ds.map(shapeOf), options)
const areas = (ds: string[], options = {}) =>
  of(ds, options)
    .faces.map((f) => Math.round(f.area * 10) / 10)
    .sort((a, b) => a - b)
const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

describe('arrange', () => {
  it('finds one face in a closed line', () => {
    const { faces, side } = of([rect(0, 0, 10, 10)])
    expect(faces).toHaveLength(1)
    expect(faces[0]!.area).toBeCloseTo(100)
    expect([...side].sort()).toEqual([-1, 0])
  })

  it('divides a face by a line from edge to edge', () => {
    expect(areas([rect(0, 0, 10, 10), 'M4 0L4 10'])).toEqual([40, 60])
    expect(areas([rect(0, 0, 10, 10), 'M4 -3L4 13'])).toEqual([40, 60])
    expect(areas([rect(0, 0, 10, 10), 'M4 0L4 6'])).toEqual([100])
  })

  it('closes a ring of separate stretches in any direction with gaps in the tolerance', () => {
    expect(areas(['M0 0L10 0', 'M10.05 10L10 0.06', 'M10 10L0.05 10', 'M0 0.05L0 10'])).toHaveLength(1)
  })

  it('leads a short fold on to the edge within reach, and not beyond it', () => {
    expect(areas([rect(0, 0, 10, 10), 'M4 0.8L4 9.2'])).toEqual([100])
    expect(areas([rect(0, 0, 10, 10), 'M4 0.8L4 9.2'], { reach: 1 })).toEqual([40, 60])
    expect(areas([rect(0, 0, 10, 10), 'M4 1.2L4 8.8'], { reach: 1 })).toEqual([100])
  })

  it('leads an end on to lines that lie on one another, and parts them all', () => {
    const square = rect(0, 0, 10, 10)
    const { faces, edges } = of([square, square, 'M4 0L4 9.2'], { reach: 1 })
    expect(faces.map((f) => Math.round(f.area)).sort()).toEqual([40, 60])
    expect(edges.filter((e) => e.line === 1).map((e) => e.twin >= 0)).not.toContain(false)
  })

  it('sees shared edges drawn twice as one, with a twin', () => {
    const { faces, edges } = of([rect(0, 0, 10, 10), rect(10, 0, 10, 10)])
    expect(faces.map((f) => f.area)).toEqual([100, 100].map((a) => expect.closeTo(a)))
    expect(edges.filter((e) => e.twin >= 0)).toHaveLength(1)
  })

  it('sees partly overlapping runs', () => {
    const { faces, edges } = of([rect(0, 0, 10, 10), rect(10, 2, 10, 6)])
    expect(faces).toHaveLength(2)
    expect(edges.filter((e) => e.twin >= 0).map((e) => e.length)).toEqual([expect.closeTo(6)])
  })

  it('parts a line that is drawn back over itself where it ends, so that nothing of a face is lost', () => {
    expect(areas(['M0 80L0 60L40 60L0 80', 'M40 60L0 60L20 60'])).toEqual([400])
    expect(areas(['M0 80L0 60L40 60L0 80', 'M20 60L40 60L0 60'])).toEqual([400])
  })

  it('nests components', () => {
    const { faces } = of([
      rect(0, 0, 100, 100),
      rect(10, 10, 50, 50),
      rect(20, 20, 10, 10),
      rect(70, 70, 5, 5),
    ])
    expect(faces.map((f) => f.depth)).toEqual([0, 1, 2, 1])
  })

  it('crosses curves', () => {
    const circle = (x: number) =>
      `M${x + 5} 0C${x + 5} 2.7614 ${x + 2.7614} 5 ${x} 5C${x - 2.7614} 5 ${x - 5} 2.7614 ${x - 5} 0C${x - 5} -2.7614 ${x - 2.7614} -5 ${x} -5C${x + 2.7614} -5 ${x + 5} -2.7614 ${x + 5} 0Z`
    // The lens of two circles of radius r whose centres are r apart: r² (2π/3 - √3/2).
    const lens = 25 * ((2 * Math.PI) / 3 - Math.sqrt(3) / 2)
    const { faces } = of([circle(0), circle(5)])
    expect(faces).toHaveLength(3)
    expect(Math.min(...faces.map((f) => f.area))).toBeCloseTo(lens, 0)
  })

  it('satisfies Euler: nodes - edges + faces = components + 1, the plane counted', () => {
    const grid = [
      ...[0, 1, 2, 3, 4, 5].map((i) => `M${i * 10} 0L${i * 10} 50`),
      ...[0, 1, 2, 3, 4, 5].map((i) => `M0 ${i * 10}L50 ${i * 10}`),
      rect(100, 0, 20, 20),
      rect(105, 5, 10, 10),
    ]
    const { nodes, edges, faces, within } = of(grid)
    expect(nodes.length - edges.length + faces.length + 1).toBe(within.length + 1)
    expect(faces).toHaveLength(27)
  })
})
