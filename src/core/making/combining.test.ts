import { describe, expect, it } from 'vitest'
import { duplicatePieces } from '../binding/copy-pieces'
import { sizePieces } from '../binding/move-pieces'
import { removeSource } from '../binding/remove-source'
import { DEFAULT_LIMITS } from '../document/limits'
import { emptyProject } from '../document/project'
import type { MeasureValue } from '../document/sources'
import { shapeOf } from '../geometry/shape'
import { roleCounts } from '../pieces/lines'
import { shapeOfPiece, shapesOf } from '../pieces/piece-shape'
import { make, pieces, rect, round } from './drawn-pieces'
import { letGo } from './let-go'
import { changeMeasures } from './make'
import { settled } from './settle'

describe('join', () => {
  it('makes one piece of those that overlap, keeps their folds, and follows what it takes', () => {
    const { shapes, project } = make(
      pieces([rect(0, 0, 60, 40), 'M20 0L20 40'], [rect(50, 10, 40, 20)]),
      'join',
    )
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.area).toBeCloseTo(60 * 40 + 40 * 20 - 10 * 20, 6)
    expect(roleCounts(project, shapes[0]!.piece)).toMatchObject({ cut: 1, score: 1 })
  })

  it('says where they do not touch', () => {
    expect(make(pieces([rect(0, 0, 10, 10)], [rect(50, 0, 10, 10)]), 'join').trouble).toContain(
      '2 pieces still',
    )
  })
})

describe('punch', () => {
  const motif = [round(40, 30, 12), round(40, 30, 4)]
  it('takes out the inner parts of a motif only, or all that it covers', () => {
    const card = [rect(0, 0, 100, 80)]
    const inner = make(pieces(card, motif), 'punch').shapes
    expect(inner).toHaveLength(1)
    expect(inner[0]!.area).toBeCloseTo(8000 - Math.PI * 16, 1)
    const whole = make(pieces(card, motif), 'punch', { take: 'whole' }).shapes
    expect(whole[0]!.area).toBeCloseTo(8000 - Math.PI * 144, 1)
    const wider = make(pieces(card, motif), 'punch', { take: 'margin', margin: 2 }).shapes
    expect(wider[0]!.area).toBeCloseTo(8000 - Math.PI * 196, 0)
    // A hole has its curves as they were.
    expect(whole[0]!.openings[0]!.segments.every((s) => s.c1)).toBe(true)
  })

  it('tells what is too fine, and how large the motif must be for it to hold', () => {
    const fine = [round(40, 30, 12), round(40, 30, 4), round(32, 30, 0.4)]
    const { figures } = make(pieces([rect(0, 0, 100, 80)], fine), 'punch')
    expect(figures[0]).toMatch(/finest part is 0.8 mm across.*with the motif [\d.]+ mm wide instead of 24/)
    // At that size the finest part is as large as the inspection asks.
    const wide = Number(/motif ([\d.]+) mm wide/.exec(figures[0]!)![1])
    expect((wide / 24) * 0.8).toBeCloseTo(DEFAULT_LIMITS.smallestOpening, 1)
  })

  it('tells what was punched, measured on what came of it', () => {
    const parts = [10, 40, 70, 130].flatMap((x) => round(x, 20, 5))
    const card = rect(0, 0, 100, 60)
    const figures = (...motifs: string[][]) =>
      make(pieces([card], ...motifs), 'punch', { take: 'whole' }).figures
    expect(figures(...parts.map((p) => [p]))).toEqual([
      '3 parts punched, the finest 10 mm across.',
      '1 part lies beside the piece and was not punched.',
    ])
    expect(figures([round(100, 30, 5)])[1]).toBe('1 part reaches past an edge of the piece.')
  })

  it('is refused beside the piece, and an error where it did something before', () => {
    const { trouble, shapes } = make(pieces([rect(0, 0, 50, 50)], [round(120, 20, 5)]), 'punch', {
      take: 'whole',
    })
    expect(trouble).toContain('lies beside')
    expect(shapes).toEqual([])
  })

  it('says why nothing is punched, or nothing would be left', () => {
    const plain = make(pieces([rect(0, 0, 50, 50)], [round(20, 20, 5)]), 'punch')
    expect(plain.trouble).toContain('no inner parts')
    const all = make(pieces([rect(10, 10, 5, 5)], [round(12, 12, 30)]), 'punch', { take: 'whole' })
    expect(all.trouble).toContain('Nothing would be left')
  })
})

describe('overlap and split', () => {
  it('keep what is common, or both halves', () => {
    const both = make(pieces([rect(0, 0, 60, 40)], [rect(50, 10, 40, 20)]), 'overlap').shapes
    expect(both.map((s) => s.area)).toEqual([expect.closeTo(200, 6)])
    const halves = make(pieces([round(50, 50, 30)]), 'split', { along: 0, at: 10 }).shapes
    // A circle's segment: r² acos(h / r) - h sqrt(r² - h²) (plane geometry).
    const segment = 900 * Math.acos(10 / 30) - 10 * Math.sqrt(800)
    const areas = halves.map((s) => s.area).sort((a, b) => a - b)
    expect(areas[0]).toBeCloseTo(segment, 0)
    expect(areas[1]).toBeCloseTo(900 * Math.PI - segment, 0)
    const along = make(pieces([rect(0, 0, 60, 40)], [round(30, 40, 15)]), 'split').shapes
    expect(along.map((s) => s.area).reduce((a, b) => a + b)).toBeCloseTo(2400, 2)
  })

  it('keep one half alone where it was', () => {
    const of = (keep: string) => make(pieces([rect(0, 0, 60, 40)]), 'split', { at: 10, keep }).shapes
    const [one, two] = [of('one'), of('two')]
    expect([one.length, two.length, of('both').length]).toEqual([1, 1, 2])
    expect(one[0]!.area + two[0]!.area).toBeCloseTo(2400, 2)
    const boxes = [one[0]!.box, two[0]!.box].sort((a, b) => a.minX - b.minX)
    expect(boxes[0]!.maxX).toBeCloseTo(boxes[1]!.minX, 6)
  })

  it('say where there are no halves', () => {
    expect(make(pieces([rect(0, 0, 60, 40)]), 'split', { at: 500 }).trouble).toContain('does not run through')
  })
})

describe('fold-over', () => {
  it.each([
    [50, 1],
    [50, 2.4],
    [30, 5],
  ])('of a circle of radius %d, sunk by %d, hangs together along 2 sqrt(2rd - d²)', (r, d) => {
    const { shapes, project } = make(pieces([round(60, 60, r)]), 'fold-over', { sink: d })
    expect(shapes).toHaveLength(1)
    const [score] = shapes[0]!.of('score')
    expect(shapeOf(score!.d).length).toBeCloseTo(2 * Math.sqrt(2 * r * d - d * d), 2)
    const segment = r * r * Math.acos((r - d) / r) - (r - d) * Math.sqrt(2 * r * d - d * d)
    expect(shapes[0]!.area).toBeCloseTo(2 * (Math.PI * r * r - segment), 0)
    expect(roleCounts(project, shapes[0]!.piece)).toMatchObject({ cut: 1, score: 1 })
  })

  it('is the same on both sides of the fold, to a hundredth of a mm, at every edge', () => {
    const figure = [rect(10, 10, 80, 50)]
    for (const [edge, width, height] of [
      ['top', 80, 98],
      ['bottom', 80, 98],
      ['left', 158, 50],
      ['right', 158, 50],
    ] as const) {
      const { shapes } = make(pieces(figure), 'fold-over', { edge, sink: 1 })
      expect(shapes[0]!.size.width).toBeCloseTo(width, 2)
      expect(shapes[0]!.size.height).toBeCloseTo(height, 2)
      const { box } = shapes[0]!
      const score = shapeOf(shapes[0]!.of('score')[0]!.d).box
      const isAcross = edge === 'top' || edge === 'bottom'
      const middle = isAcross ? (box.minY + box.maxY) / 2 : (box.minX + box.maxX) / 2
      expect(isAcross ? score.minY : score.minX).toBeCloseTo(middle, 2)
    }
  })

  it('scores where there is card alone: two ears hang together at two places, with a hole between', () => {
    const ears = 'M0 0L20 0L20 20L60 20L60 0L80 0L80 60L0 60Z'
    const { shapes } = make(pieces([ears]), 'fold-over', { sink: 2 })
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.of('score').map((l) => shapeOf(l.d).length)).toEqual([
      expect.closeTo(20, 3),
      expect.closeTo(20, 3),
    ])
    expect(shapes[0]!.openings).toHaveLength(1)
  })

  it('tells a comb of contacts no longer than the document keeps', () => {
    const teeth = Array.from(
      { length: 90 },
      (_, k) => `L${8 * k} 0L${8 * k + 5} 0L${8 * k + 5} 20L${8 * k + 8} 20`,
    )
    const { shapes, figures } = make(pieces([`M0 20${teeth.join('')}L720 60L0 60Z`]), 'fold-over', {
      sink: 2,
    })
    expect(shapes[0]!.of('score')).toHaveLength(90)
    expect(figures[0]).toMatch(/^The halves hang together at 90 places: .* …$/)
  })

  it('has a plain back, or a copy of the front with its openings and its lines', () => {
    const figure = [rect(0, 0, 80, 60), round(40, 30, 8), 'M10 50L70 50']
    const plain = make(pieces(figure), 'fold-over').shapes[0]!
    expect([plain.openings.length, plain.of('score').length]).toEqual([1, 2])
    const copied = make(pieces(figure), 'fold-over', { back: 'copy' }).shapes[0]!
    expect([copied.openings.length, copied.of('score').length]).toEqual([2, 3])
  })

  it('says how deep to sink a figure whose halves would tear off, and that depth does it', () => {
    const top = round(60, 60, 40)
    const { trouble } = make(pieces([top]), 'fold-over', { sink: 0.05 })
    // 2 sqrt(2rd - d²) = 4 at d = 0.05: a point between is asked for.
    expect(trouble ?? '').toBe('')
    const spike = 'M40 0L60 80L20 80Z'
    const thin = make(pieces([spike]), 'fold-over', { sink: 1 })
    expect(thin.trouble).toMatch(/hang together along 0.5 mm only/)
    const deeper = Number(/Sink them by ([\d.]+) mm/.exec(thin.trouble!)![1])
    // The spike is 4 mm wide 8 mm below its point.
    expect(deeper).toBeCloseTo(8, 1)
    expect(make(pieces([spike]), 'fold-over', { sink: deeper }).trouble).toBeNull()
  })

  it('follows its figure, and its sink', () => {
    const first = make(pieces([round(60, 60, 40)]), 'fold-over', { sink: 1 })
    const [piece] = Object.values(first.project.pieces).filter((p) => p.name === 'Fold-over')
    const [deeper] = settled(changeMeasures(first.project, 'm', { sink: 4 }))
    const shape = shapeOfPiece(deeper, deeper.pieces[piece!.id]!)
    expect(shapeOf(shape.of('score')[0]!.d).length).toBeCloseTo(2 * Math.sqrt(320 - 16), 2)
  })
})

describe('inset and surround', () => {
  it('make a panel smaller all round, or a border for the pen, and what lies behind larger', () => {
    const panel = make(pieces([rect(0, 0, 100, 70)]), 'inset', { by: 6.35 }).shapes[0]!
    expect(panel.size).toEqual({ width: expect.closeTo(87.3, 3), height: expect.closeTo(57.3, 3) })
    const border = make(pieces([rect(0, 0, 100, 70)]), 'inset', { by: 3, role: 'pen' })
    // It is drawn on the piece, which is made once more with it.
    expect(border.shapes.map((s) => s.lines.map((l) => l.role))).toEqual([['cut', 'pen']])
    const behind = make(pieces([rect(0, 0, 100, 70)]), 'surround', { by: 4, corners: 'sharp' }).shapes[0]!
    expect(behind.area).toBeCloseTo(108 * 78, 3)
  })

  it('gathers separate parts into one piece, and says how far it must go', () => {
    const letters = pieces([rect(0, 0, 10, 30)], [rect(15, 0, 10, 30)])
    const few = make(letters, 'surround', { by: 2 })
    expect(few.trouble).toMatch(/they are 2 pieces still. By 2.[56] mm they are one/)
    expect(make(letters, 'surround', { by: 2.6 }).shapes).toHaveLength(1)
  })

  it('says when nothing is left or it falls apart, and up to where it holds', () => {
    const strip = make(pieces([rect(0, 0, 60, 20)]), 'inset', { by: 12 })
    expect(strip.trouble).toMatch(/nothing is left. Up to (9.9|10) mm/)
    const dumbbell = 'M0 0L20 0L20 8L40 8L40 0L60 0L60 20L40 20L40 12L20 12L20 20L0 20Z'
    const apart = make(pieces([dumbbell]), 'inset', { by: 3 })
    expect(apart.trouble).toMatch(/falls apart into 2 pieces. Up to (1.9|2) mm it holds/)
    expect(make(pieces([dumbbell]), 'inset', { by: 3, role: 'pen' }).trouble).toBeNull()
  })

  it('says what takes too long, instead of taking it', () => {
    const jagged = Array.from({ length: 3000 }, (_, k) => {
      const angle = (2 * Math.PI * k) / 3000
      const r = 90 + (k % 2)
      return `${k === 0 ? 'M' : 'L'}${(100 + r * Math.cos(angle)).toFixed(3)} ${(100 + r * Math.sin(angle)).toFixed(3)}`
    })
    const { trouble } = make(pieces([`${jagged.join('')}Z`]), 'surround', { by: 30 })
    expect(trouble).toContain('too many short stretches')
  })

  it('keeps openings or fills them', () => {
    const frame = [rect(0, 0, 60, 60), rect(20, 20, 20, 20)]
    expect(make(pieces(frame), 'inset', { by: 2 }).shapes[0]!.openings).toHaveLength(1)
    expect(make(pieces(frame), 'inset', { by: 2, openings: 'fill' }).shapes[0]!.openings).toHaveLength(0)
  })
})

describe('a copy of what was made', () => {
  it('stays when the making is made anew, and is removed with it', () => {
    const { project } = make(pieces([rect(0, 0, 60, 40)]), 'surround', { by: 4 })
    const madePiece = shapesOf(project).find((s) => s.lines[0]?.source === 'm')!.piece.id
    const [copied] = settled(duplicatePieces(project, [madePiece]))
    expect(Object.keys(copied.pieces)).toHaveLength(3)
    const [anew] = settled(changeMeasures(copied, 'm', { by: 10 }))
    const widths = shapesOf(anew).map((s) => Math.round(s.size.width))
    expect(widths.sort((a, b) => a - b)).toEqual([60, 68, 80])
    expect(Object.keys(settled(removeSource(anew, 'm'))[0].pieces)).toHaveLength(1)
  })
})

describe('what was let go', () => {
  it('is plain lines: it stays as it is when what it was made of changes, and can be sized', () => {
    const { project } = make(pieces([rect(0, 0, 60, 40)]), 'surround', { by: 4 })
    const [free] = settled(letGo(project, 'm'))
    expect(Object.values(free.lines).every((l) => l.made === undefined)).toBe(true)
    const [base, made] = Object.keys(free.pieces)
    const [moved] = settled(sizePieces(free, [base!], { width: 30, height: 20 }))
    expect(shapeOfPiece(moved, moved.pieces[made!]!).size.width).toBeCloseTo(68, 3)
    const [sized] = settled(sizePieces(moved, [made!], { width: 34, height: 24 }))
    expect(shapeOfPiece(sized, sized.pieces[made!]!).size.width).toBeCloseTo(34, 3)
    expect(sized.sources.m).toMatchObject({ trouble: null })
  })
})

describe('card-base', () => {
  const base = (measures: Record<string, MeasureValue>) => {
    const { shapes } = make(emptyProject('Fair'), 'card-base', measures)
    const [shape] = shapes
    return { size: shape!.size, folds: shape!.of('score').map((l) => [l.fold, shapeOf(l.d).box]) }
  }
  it('is an A6 that opens to A5, a gate, or an accordion that turns at every fold (ISO 216)', () => {
    expect(base({})).toMatchObject({
      size: { width: 210, height: 148 },
      folds: [['valley', { minX: 105, maxX: 105, minY: 0, maxY: 148 }]],
    })
    expect(base({ at: 'top' }).size).toEqual({ width: 105, height: 296 })
    const gate = base({ folds: 'gate' })
    expect(gate.size.width).toBe(210)
    expect(gate.folds.map(([, box]) => (box as { minX: number }).minX)).toEqual([52.5, 157.5])
    const folds = base({ folds: 'accordion', count: 5 }).folds.map(([fold]) => fold)
    expect(folds).toEqual(['valley', 'mountain', 'valley', 'mountain'])
  })

  it('says which corners are too round', () => {
    expect(make(emptyProject('Fair'), 'card-base', { corner: 80 }).trouble).toContain('52.5 mm at most')
  })
})

describe('round-copies', () => {
  it('make an envelope from one flap: a square, four flaps, four scores', () => {
    // A half round flap on a side of 100 mm.
    const flap = 'M0 50C0 22.38 22.38 0 50 0C77.61 0 100 22.38 100 50Z'
    const { shapes } = make(pieces([flap]), 'round-copies', { count: 4 })
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(200, 3), height: expect.closeTo(200, 3) })
    const scores = shapes[0]!.of('score').map((l) => shapeOf(l.d).length)
    expect(scores).toEqual([100, 100, 100, 100].map((v) => expect.closeTo(v, 3)))
  })

  it('on a hexagon leave its area and six times that of the flap', () => {
    const { shapes } = make(pieces([rect(0, 0, 30, 20)]), 'round-copies', { count: 6 })
    // A regular hexagon of side a has 3 sqrt(3) / 2 a² (plane geometry).
    expect(shapes[0]!.area).toBeCloseTo((3 * Math.sqrt(3) * 900) / 2 + 6 * 600, 2)
  })

  it('say what is missing', () => {
    expect(make(pieces([round(50, 50, 20)]), 'round-copies').trouble).toContain('no straight level edge')
    expect(make(pieces([rect(0, 0, 30, 20)]), 'round-copies', { count: 2 }).trouble).toContain('three sides')
  })
})

describe('a border frame', () => {
  const framed = (measures = {}) =>
    make(pieces([rect(-10, -4, 80, 12), 'M20 -4L20 8'], [rect(20, 20, 10, 10)]), 'border', {
      width: 80,
      height: 60,
      rim: 5,
      ...measures,
    })

  it('is one piece with what reaches it, about the middle of all that it takes; the rest lies loose in it', () => {
    const { shapes, project, figures } = framed()
    expect(shapes.map((s) => s.area).sort((a, b) => b - a)).toEqual([
      // The ring, and the bar across it but for its two ends on the rim.
      expect.closeTo(80 * 60 - 70 * 50 + 70 * 12, 6),
      expect.closeTo(100, 6),
    ])
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(80, 6), height: expect.closeTo(60, 6) })
    expect(roleCounts(project, shapes[0]!.piece).score).toBe(1)
    expect(figures.join(' ')).toContain('1 part lies loose in it')
  })

  it('says why there is none', () => {
    expect(framed({ rim: 30 }).trouble).toContain('fills the frame')
    expect(framed({ width: 40 }).trouble).toContain('larger than the frame')
  })
})
