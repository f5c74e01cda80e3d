import { PDFDocument, rgb } from 'pdf-lib'
import type { Step, StepScene } from '../../building'
import { hatched } from '../../folding/hatch'
import { type InPicture, stillOf } from '../../folding/still'
import { heightOf, widthOf } from '../../geometry/measure'
import { shapeOf } from '../../geometry/shape'
import type { PieceShape } from '../../pieces/piece-shape'
import { formatSize, type Unit } from '../../units/length'
import { counted, say } from '../../words'
import type { Colours } from '../folded'
import { PAGES, Pen, PLUM } from '../pdf/pen'

/** A piece of a booklet: what it is cut from, and how often. */
export type BookletPiece = { shape: PieceShape; paper: string | null; copies: number; colours: Colours }

/** What a booklet is made of. */
export type Booklet = {
  name: string
  unit: Unit
  pieces: readonly BookletPiece[]
  steps: readonly { step: Step; scene: StepScene }[]
  /** pieces by the sheet that they are cut from, each once more for every copy; none where nothing is laid */
  sheets: readonly { name: string; pieces: readonly string[] }[]
}

const MARGIN = 14
/** The most that a page has: parts in a row and in all, steps in a row and in all. */
const PARTS = { across: 4, high: 46 }
const STEPS = { across: 2, rows: 3 }
/** How straight the curves of small pictures are, mm of the piece. */
const FLATNESS = 0.4

/**
 * A printable booklet: the parts with their numbers, what lies on which sheet, and every step with its picture, drawn
 * from the folding itself; places for glue are hatched and lettered.
 */
export async function buildSheet(booklet: Booklet): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle(say`${booklet.name}: how it is built`)
  const size = PAGES[booklet.unit]
  const pen = await Pen.of(document, size)
  const numbers = new Map(booklet.pieces.map((p, i) => [p.shape.piece.id, i + 1]))
  drawParts(pen, size, booklet, numbers)
  drawSteps(pen, size, booklet, numbers)
  return document.save()
}

type Size = { width: number; height: number }

function drawParts(
  pen: Pen,
  size: Size,
  { name, unit, pieces, steps, sheets }: Booklet,
  numbers: ReadonlyMap<string, number>,
): void {
  pen.turn()
  pen.write(name, MARGIN, MARGIN + 5, 16, true)
  const glued = steps.some(({ step }) => step.letter !== null)
  const layered = steps.some(({ step }) => step.kind === 'layer')
  const tools = [
    say`a bone folder or the back of a knife for the scores`,
    glued ? say`glue that sets clear` : '',
    layered ? say`spacers of foam` : '',
    steps.some(({ step }) => step.kind === 'curl') ? say`a pen to curl edges over` : '',
  ].filter(Boolean)
  const about = say`${counted(pieces.length, 'part')}, ${counted(steps.length, 'step')}. At hand: ${tools.join(', ')}.`
  let y = MARGIN + 12
  for (const line of pen.wrapped(about, size.width - 2 * MARGIN, 9, false)) {
    pen.write(line, MARGIN, y, 9)
    y += 4.4
  }
  y += 4
  const width = (size.width - 2 * MARGIN) / PARTS.across
  pieces.forEach(({ shape, paper, copies }, i) => {
    const column = i % PARTS.across
    if (column === 0 && i > 0) y += PARTS.high
    if (y + PARTS.high > size.height - MARGIN) {
      pen.turn()
      y = MARGIN
    }
    const x = MARGIN + column * width
    drawFlat(pen, shape, { x, y, width: width - 4, height: PARTS.high - 15 })
    const lines = [
      `${i + 1}  ${shape.piece.name}${copies > 1 ? say`, ${copies} times` : ''}`,
      formatSize({ width: widthOf(shape.box), height: heightOf(shape.box) }, unit),
      paper ?? say`no paper chosen`,
    ]
    lines.forEach((line, k) => {
      const [first = ''] = pen.wrapped(line, width - 4, 7.5, k === 0)
      pen.write(first, x, y + PARTS.high - 11 + 3.6 * k, 7.5, k === 0)
    })
  })
  y += PARTS.high
  for (const { name: sheet, pieces: on } of sheets) {
    const list = on.map((id) => numbers.get(id) ?? '?').join(', ')
    for (const line of pen.wrapped(say`${sheet}: parts ${list}`, size.width - 2 * MARGIN, 8.5, false)) {
      if (y > size.height - MARGIN) {
        pen.turn()
        y = MARGIN + 4
      }
      pen.write(line, MARGIN, y + 4, 8.5)
      y += 4.4
    }
  }
}

type Frame = { x: number; y: number; width: number; height: number }

/** A piece flat: its edges, and its folds as thin lines. */
function drawFlat(pen: Pen, shape: PieceShape, frame: Frame): void {
  const { box } = shape
  const scale = Math.min(frame.width / (widthOf(box) || 1), frame.height / (heightOf(box) || 1))
  const at = (x: number, y: number): [number, number] => [
    frame.x + (x - box.minX) * scale,
    frame.y + (y - box.minY) * scale,
  ]
  const stretches = (line: Float64Array) => {
    const found: [[number, number], [number, number]][] = []
    for (let i = 0; i + 3 < line.length; i += 2)
      found.push([at(line[i]!, line[i + 1]!), at(line[i + 2]!, line[i + 3]!)])
    return found
  }
  const folds = shape.lines.filter((l) => l.role === 'score' || l.role === 'perforate')
  pen.strokes(
    folds.flatMap((l) => stretches(shapeOf(l.d).polyline)),
    0.12,
    PLUM,
  )
  pen.strokes(shape.rings(FLATNESS).flatMap(stretches), 0.25)
}

function drawSteps(
  pen: Pen,
  size: Size,
  { steps, pieces }: Booklet,
  numbers: ReadonlyMap<string, number>,
): void {
  const perPage = STEPS.across * STEPS.rows
  const width = (size.width - 2 * MARGIN) / STEPS.across
  const height = (size.height - 2 * MARGIN) / STEPS.rows
  const coloursOf = new Map(pieces.map((p) => [p.shape.piece.id, p.colours]))
  steps.forEach(({ step, scene }, i) => {
    const place = i % perPage
    if (place === 0) pen.turn()
    const x = MARGIN + (place % STEPS.across) * width
    const y = MARGIN + Math.floor(place / STEPS.across) * height
    const room = width - 6
    const parts = [...new Set(step.pieces.flatMap((id) => numbers.get(id) ?? []))]
    const notes = [
      parts.length > 0 ? (parts.length === 1 ? say`Part ${parts[0]}.` : say`Parts ${parts.join(', ')}.`) : '',
      step.hold ? say`Hold it until the glue has set.` : '',
    ].filter(Boolean)
    pen.write(String(i + 1), x, y + 6, 15, true)
    let line = y + 4
    for (const text of pen.wrapped(step.says, room - 9, 9, true)) {
      pen.write(text, x + 9, line, 9, true)
      line += 4.2
    }
    for (const text of pen.wrapped(notes.join(' '), room - 9, 8, false)) {
      pen.write(text, x + 9, line, 8)
      line += 3.8
    }
    drawScene(pen, scene, step.letter, coloursOf, {
      x,
      y: line + 1,
      width: room,
      height: y + height - line - 7,
    })
  })
}

const USUAL: Colours = { front: '#efe6d8', back: '#dccdb8' }

function drawScene(
  pen: Pen,
  { posed, glued, camera }: StepScene,
  letter: string | null,
  coloursOf: ReadonlyMap<string, Colours>,
  frame: Frame,
): void {
  const { faces, lines, box } = stillOf(posed.model, posed.pose, camera)
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY]
  const scale = Math.min(frame.width / (w || 1), frame.height / (h || 1), 1.5)
  const left = frame.x + (frame.width - w * scale) / 2
  const at = ([x, y]: InPicture): [number, number] => [
    left + (x - box.minX) * scale,
    frame.y + (y - box.minY) * scale,
  ]
  for (const { rings, panel, isFront, light } of faces) {
    const { front, back } = coloursOf.get(posed.model.panels[panel]!.piece) ?? USUAL
    pen.face(
      rings.map((r) => r.map(at)),
      shaded(isFront ? front : back, light),
    )
  }
  const sticky = faces.filter((f) => glued.has(f.panel))
  for (const { rings } of sticky)
    pen.strokes(
      hatched(rings, 1.6 / scale).map(([p, q]) => [at(p), at(q)] as const),
      0.16,
      PLUM,
    )
  pen.strokes(
    lines.filter((l) => l.isFold).map((l) => [at(l.from), at(l.to)] as const),
    0.12,
  )
  pen.strokes(
    lines.filter((l) => !l.isFold).map((l) => [at(l.from), at(l.to)] as const),
    0.26,
  )
  const [largest] = [...sticky].sort((a, b) => spread(b.rings[0]!) - spread(a.rings[0]!))
  if (letter && largest) {
    const [x, y] = at(placeOn(largest.rings))
    pen.badge(letter, x, y)
  }
}

/** A place on a face: its middle, or where it has an opening there, half-way between both edges. */
function placeOn([outer, opening]: readonly (readonly InPicture[])[]): InPicture {
  if (!opening)
    return [0, 1].map((k) => outer!.reduce((s, p) => s + p[k as 0 | 1], 0) / outer!.length) as [
      number,
      number,
    ]
  const [first] = outer!
  const near = [...opening].sort(
    (a, b) => Math.hypot(a[0] - first![0], a[1] - first![1]) - Math.hypot(b[0] - first![0], b[1] - first![1]),
  )[0]!
  return [(first![0] + near[0]) / 2, (first![1] + near[1]) / 2]
}

/** The greatest reach of a ring, mm. */
function spread(ring: readonly InPicture[]): number {
  const of = (k: 0 | 1) => ring.map((p) => p[k])
  return Math.max(...of(0)) - Math.min(...of(0)) + Math.max(...of(1)) - Math.min(...of(1))
}

function shaded(colour: string, light: number) {
  const part = (at: number) => Math.min(1, (light * Number.parseInt(colour.slice(at, at + 2), 16)) / 255)
  return rgb(part(1), part(3), part(5))
}
