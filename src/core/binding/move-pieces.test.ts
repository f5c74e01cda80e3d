import { describe, expect, it } from 'vitest'
import { exchangeLines } from '../document/edits'
import { emptyProject, type Project } from '../document/project'
import { filesOf } from '../document/sources'
import { areaOf } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { make, pieces, rect, round } from '../making/drawn-pieces'
import { changeMeasures } from '../making/make'
import { settle, settled } from '../making/settle'
import { shapesOf } from '../pieces/piece-shape'
import { drawLine } from './draw-line'
import {
  alignPieces,
  bringOut,
  mirrorPieces,
  movePieces,
  sizePieces,
  spacePieces,
  turnPieces,
} from './move-pieces'
import { CannotStretch, stretchPieces } from './stretch'
import { takeBack } from './take-back'

const done = (made: ReturnType<typeof movePieces>): Project => settled(made)[0]
const boxes = (project: Project) =>
  shapesOf(project).map(({ box }) =>
    [box.minX, box.minY, box.maxX, box.maxY].map((v) => Math.round(v * 100) / 100),
  )
const ids = (project: Project) => Object.keys(project.pieces)

describe('pieces on the board', () => {
  const lid = pieces([rect(0, 0, 100, 60), 'M20 0L20 60', round(60, 30, 10)])

  it('are moved, turned, mirrored and sized with all their lines, and stay the pieces that they were', () => {
    const moved = done(movePieces(lid, ids(lid), { x: 30, y: -5 }))
    expect(boxes(moved)).toEqual([[30, -5, 130, 55]])
    expect(ids(moved)).toEqual(ids(lid))
    const turned = done(turnPieces(lid, ids(lid), 90))
    expect(boxes(turned)).toEqual([[20, -20, 80, 80]])
    const mirrored = shapesOf(done(mirrorPieces(lid, ids(lid), 'left-right')))[0]!
    expect(shapeOf(mirrored.of('score')[0]!.d).box).toMatchObject({ minX: 80, maxX: 80 })
    expect(mirrored.openings).toHaveLength(1)
    const sized = shapesOf(done(sizePieces(lid, ids(lid), { width: 50, height: 30 })))[0]!
    expect(sized.size).toEqual({ width: 50, height: 30 })
    expect(Math.abs(areaOf(sized.openings[0]!))).toBeCloseTo(Math.PI * 25, 1)
  })

  it('from A5 to A6 keep their relation (ISO 216: a factor of 1/√2)', () => {
    const pair = pieces([rect(0, 0, 148, 210)], [rect(10, 10, 128, 190)])
    const factor = 105 / 148
    const smaller = done(sizePieces(pair, ids(pair), { width: 105, height: 210 * factor }))
    const [card, panel] = shapesOf(smaller)
    expect(card!.size.height).toBeCloseTo(149, 0)
    expect(panel!.box.minX).toBeCloseTo(10 * factor, 4)
    expect(panel!.size.width / card!.size.width).toBeCloseTo(128 / 148, 6)
  })

  it('leave a shared edge to their neighbour and take a copy of it along', () => {
    const drawn = pieces(['M0 0L40 0', 'M40 0L80 0L80 40L40 40', 'M40 40L0 40L0 0', 'M40 0L40 40'])
    const asCuts = Object.values(drawn.lines).map((l) => ({ ...l, role: 'cut' as const }))
    const halves = done(exchangeLines(drawn, 'Cut all', [], asCuts))
    expect(boxes(halves)).toEqual([
      [0, 0, 40, 40],
      [40, 0, 80, 40],
    ])
    const apart = done(movePieces(halves, [ids(halves)[1]!], { x: 30, y: 0 }))
    expect(boxes(apart)).toEqual([
      [0, 0, 40, 40],
      [70, 0, 110, 40],
    ])
    expect(ids(apart)).toEqual(ids(halves))
    expect(Object.keys(apart.lines)).toHaveLength(5)
  })

  it('line up and are spaced out evenly', () => {
    const three = pieces([rect(0, 0, 20, 20)], [rect(50, 30, 10, 10)], [rect(100, 7, 40, 10)])
    const left = done(alignPieces(three, ids(three), 'left'))
    expect(boxes(left).map((b) => b[0])).toEqual([0, 0, 0])
    const middle = done(alignPieces(three, ids(three), 'middle'))
    expect(new Set(boxes(middle).map((b) => b[1]! + b[3]!)).size).toBe(1)
    const spaced = boxes(done(spacePieces(three, ids(three), 'across')))
    expect(spaced[1]![0]! - spaced[0]![2]!).toBeCloseTo(spaced[2]![0]! - spaced[1]![2]!, 6)
  })

  it('take along what was tidied away of them: put back, it lies where they lie', () => {
    const twice = pieces([rect(0, 0, 40, 30), rect(0, 0, 40, 30)])
    const kinds = filesOf(twice.sources).flatMap((f) => f.cleaning.map((c) => c.kind))
    expect(kinds).toEqual(['double'])
    const moved = done(movePieces(twice, ids(twice), { x: 50, y: 5 }))
    const back = done(takeBack(moved, 's0', 'double'))
    expect(Object.values(back.lines).map((l) => shapeOf(l.d).box.minX)).toEqual([50, 50])
    const stretched = done(stretchPieces(twice, ids(twice), { way: 'right', at: 20, by: 9 }))
    const wide = done(takeBack(stretched, 's0', 'double'))
    expect(Object.values(wide.lines).map((l) => shapeOf(l.d).box.maxX)).toEqual([49, 49])
  })

  it('come out of a crowded place', () => {
    const crowd = pieces([rect(0, 0, 100, 100)], [rect(10, 10, 20, 20)])
    const out = done(bringOut(crowd, [ids(crowd)[1]!], 20))
    expect(boxes(out)).toContainEqual([120, 0, 140, 20])
  })

  it('that were made are made where they were moved to, and keep their size to their measures', () => {
    const { project } = make(emptyProject('Fair'), 'shape', { width: 50, height: 30 })
    const moved = done(movePieces(project, ids(project), { x: 7, y: 8 }))
    expect(boxes(moved)).toEqual([[7, 8, 57, 38]])
    expect(boxes(settled(changeMeasures(moved, 'm', { width: 60 }))[0])).toEqual([[7, 8, 67, 38]])
    expect(() => sizePieces(project, ids(project), { width: 10, height: 10 })).toThrow('its measures')
  })

  it('take along what is made of them, and are undone as one', () => {
    const { project } = make(pieces([rect(0, 0, 60, 40)]), 'surround', { by: 4 })
    const [piece] = ids(project)
    const [moved, edit] = movePieces(project, [piece!], { x: 100, y: 0 })
    const [followed] = settle(moved, edit)
    expect(boxes(followed)).toContainEqual([96, -4, 164, 44])
  })
})

describe('stretchPieces', () => {
  const box = pieces([rect(0, 0, 100, 60), 'M20 0L20 60', 'M80 0L80 60', round(50, 30, 10)])
  it('moves what lies beyond and leads on what crosses; a motif keeps its shape', () => {
    const deeper = shapesOf(done(stretchPieces(box, ids(box), { way: 'right', at: 30, by: 10 })))[0]!
    expect(deeper.size).toEqual({ width: 110, height: 60 })
    expect(deeper.of('score').map((l) => shapeOf(l.d).box.minX)).toEqual([20, 90])
    expect(Math.abs(areaOf(deeper.openings[0]!))).toBeCloseTo(Math.PI * 100, 1)
    // No corner more than before.
    expect(deeper.outline.segments).toHaveLength(3)
    const taller = shapesOf(done(stretchPieces(box, ids(box), { way: 'down', at: 50, by: 15 })))[0]!
    expect(taller.size).toEqual({ width: 100, height: 75 })
  })

  it('across a round motif gives it straight sides: 2 r d more of it', () => {
    const wide = shapesOf(done(stretchPieces(box, ids(box), { way: 'right', at: 50, by: 12 })))[0]!
    expect(Math.abs(areaOf(wide.openings[0]!))).toBeCloseTo(Math.PI * 100 + 20 * 12, 1)
  })

  it('takes out an empty strip, and says where it is not empty or nothing lies beyond', () => {
    const less = shapesOf(done(stretchPieces(box, ids(box), { way: 'right', at: 78, by: -10 })))[0]!
    expect(less.size).toEqual({ width: 90, height: 60 })
    expect(() => stretchPieces(box, ids(box), { way: 'right', at: 62, by: -30 })).toThrow(CannotStretch)
    expect(() => stretchPieces(box, ids(box), { way: 'right', at: 50, by: -3 })).toThrow(/slanted or curved/)
    expect(() => stretchPieces(box, ids(box), { way: 'right', at: 500, by: 3 })).toThrow(/beyond that line/)
  })

  it('is followed by the lining and the pane of what is stretched', () => {
    const lined = make(box, 'pane', { rim: 3 })
    const [first] = ids(box)
    const longer = done(stretchPieces(lined.project, [first!], { way: 'right', at: 50, by: 10 }))
    const pane = shapesOf(longer).find((s) => s.lines[0]?.source === 'm')!
    expect(pane.size.width).toBeCloseTo(20 + 10 + 6, 2)
  })
})

describe('drawLine', () => {
  it('scores a piece across, on its plane, and goes with its drawing; it lies on a piece or is refused', () => {
    const lid = pieces([rect(0, 0, 100, 60)])
    const scored = done(drawLine(lid, { x: 50, y: 0 }, { x: 50, y: 60 }, 'score'))
    const [shape] = shapesOf(scored)
    expect(shape!.of('score').map((l) => l.d)).toEqual(['M50 0L50 60'])
    const twice = done(drawLine(scored, { x: 20, y: 0 }, { x: 20, y: 60 }, 'cut'))
    // A cut across parts the piece in two.
    expect(ids(twice)).toHaveLength(2)
    expect(() => drawLine(lid, { x: 200, y: 0 }, { x: 200, y: 60 }, 'score')).toThrow('on no piece')
  })

  it('is where a fold-over is folded, if that is asked for', () => {
    const scored = done(drawLine(pieces([rect(0, 0, 80, 60)]), { x: 0, y: 20 }, { x: 80, y: 20 }, 'score'))
    const { shapes, trouble } = make(scored, 'fold-over', { edge: 'score' })
    expect(trouble).toBeNull()
    // The larger part is kept and mirrored: twice 40 mm.
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(80, 3), height: expect.closeTo(80, 3) })
    expect(shapes[0]!.of('score')).toHaveLength(1)
  })
})
