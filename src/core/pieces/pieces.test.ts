import { describe, expect, it } from 'vitest'
import { rebind } from '../binding/reconcile'
import type { Line, Role } from '../document/lines'
import { plainLine } from '../document/plain-line'
import { emptyProject, type Project } from '../document/project'
import { areaOf } from '../geometry/measure'
import { shapeOfPiece, shapesOf } from './piece-shape'

function bound(lines: [string, Role, string][]): Project {
  const all = lines.map(([id, role, d]): Line => plainLine(id, role, d))
  const looks = { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } }
  return rebind(
    { ...emptyProject('Test'), looks, lines: Object.fromEntries(all.map((l) => [l.id, l])) },
    'find',
  )[0]
}

/** A square of 60 mm with a window of 20 mm and a slit, in the ways in which people draw it. */
const WAYS: Record<string, [string, Role, string][]> = {
  'one line an edge': [
    ['o', 'cut', 'M0 0L60 0L60 60L0 60Z'],
    ['w', 'cut', 'M10 10L30 10L30 30L10 30Z'],
    ['s', 'cut', 'M40 20L50 20'],
  ],
  'stretches in any order and direction': [
    ['b', 'cut', 'M60 60L0 60'],
    ['w1', 'cut', 'M10 10L30 10L30 30'],
    ['t', 'cut', 'M0 0L60 0'],
    ['l', 'cut', 'M0 0L0 60'],
    ['w2', 'cut', 'M10 10L10 30L30 30'],
    ['s', 'cut', 'M50 20L40 20'],
    ['r', 'cut', 'M60 60L60 0'],
  ],
  'an edge shared with a neighbour, drawn once and longer': [
    ['o', 'cut', 'M60 0L0 0L0 60L60 60'],
    ['n', 'cut', 'M60 0L100 0L100 90L60 90'],
    ['shared', 'cut', 'M60 -0L60 90'],
    ['w', 'cut', 'M10 10L30 10L30 30L10 30Z'],
    ['s', 'cut', 'M40 20L50 20'],
  ],
  'ends that nearly meet': [
    ['a', 'cut', 'M0 0L60 0L60.05 60'],
    ['b', 'cut', 'M60 60.06L0 60L0 0.05'],
    ['w', 'cut', 'M10 10L30 10L30 30L10 30Z'],
    ['s', 'cut', 'M40 20L50 20'],
  ],
}

describe.each(Object.entries(WAYS))('the shape of a piece drawn with %s', (_, lines) => {
  const project = bound(lines)
  const shape = shapesOf(project).find((s) => s.openings.length > 0)!

  it('has its edges as closed contours, its opening, box and area', () => {
    expect(shape.outline.closed).toBe(true)
    expect(Math.abs(areaOf(shape.outline))).toBeCloseTo(3600, -1)
    expect(shape.openings.map((c) => Math.abs(areaOf(c)))).toEqual([expect.closeTo(400, 6)])
    expect(shape.area).toBeCloseTo(3200, -1)
    expect(shape.size.width).toBeCloseTo(60, 0)
    for (const ring of shape.rings()) expect([ring[0], ring[1]]).toEqual([ring.at(-2), ring.at(-1)])
  })

  it('tells slits from what bounds it', () => {
    expect(shape.slits.map((l) => l.id)).toEqual(['s'])
    expect(shape.doubled).toEqual([])
  })
})

describe('shapeOfPiece', () => {
  const project = bound([
    ['o', 'cut', 'M0 0L60 0L60 60L0 60Z'],
    ['again', 'cut', 'M0 0.02L60 0.02L60 60L0 60Z'],
    ['f', 'score', 'M30 0L30 60'],
  ])
  const piece = Object.values(project.pieces)[0]!

  it('knows a line that follows its edge once more', () => {
    expect(shapeOfPiece(project, piece).doubled).toHaveLength(1)
    expect(shapeOfPiece(project, piece).slits).toEqual([])
  })

  it('is made once for as long as the piece and its lines stay, and anew when one changes', () => {
    const first = shapeOfPiece(project, piece)
    expect(shapeOfPiece({ lines: { ...project.lines } }, piece)).toBe(first)
    const lines = { ...project.lines, f: { ...project.lines.f!, role: 'skip' as const } }
    const next = shapeOfPiece({ lines }, piece)
    expect(next).not.toBe(first)
    expect([first.of('score').length, next.of('score').length]).toEqual([1, 0])
  })

  it('is exact for curves: a ring of radius 40 with a hole of radius 10', () => {
    const round = (r: number) => {
      const k = 0.5522847498 * r
      return `M${r} 0C${r} ${k} ${k} ${r} 0 ${r}C${-k} ${r} ${-r} ${k} ${-r} 0C${-r} ${-k} ${-k} ${-r} 0 ${-r}C${k} ${-r} ${r} ${-k} ${r} 0Z`
    }
    const disc = bound([
      ['o', 'cut', round(40)],
      ['i', 'cut', round(10)],
    ])
    const [shape] = shapesOf(disc)
    // A circle of four cubics encloses 0.028 % more than pi r² (from memory; the closed form of the sector's area).
    expect(shape!.area / (Math.PI * (1600 - 100))).toBeCloseTo(1, 3)
    expect(shape!.outline.segments.every((s) => s.c1)).toBe(true)
  })

  it('bears that its lines were taken away, until pieces are found anew', () => {
    expect(shapeOfPiece({ lines: {} }, piece)).toMatchObject({ area: 0, lines: [] })
  })
})
