import { translation } from '../src/core/geometry/affine'
import { heightOf, uniteBoxes, widthOf } from '../src/core/geometry/measure'
import { readPath, transformPath } from '../src/core/geometry/path'
import { crossings, isInside, samplesOf } from '../src/core/geometry/polyline'
import { shapeOf } from '../src/core/geometry/shape'
import type { Convention } from './conventions'
import { type Dieline, type Drawn, open, rect } from './draw'
import { BASE, boxOf, letters, lineOf, plainly, wholeBox } from './hard-conventions'

/** Ways of drawing in which what stands on the page, or on the paper, must be told from what is cut. */

const COLOURS = ['#2f4858', '#e8c07a', '#c8553d', '#7fb7a0', '#b0a0c8', '#f0e6d2']

/** A straight line as strokes of about 21 mm with gaps of 3 mm; what is too short for three of them stays whole. */
function longStrokes(d: string): string[] {
  const c = readPath(d)
  const [only] = c.segments
  const end = c.segments.at(-1)!.to
  const length = Math.hypot(end.x - c.start.x, end.y - c.start.y)
  const count = Math.round((length + 3) / 24)
  if (c.closed || c.segments.length !== 1 || only!.c1 || count < 3) return [d]
  const dash = (length - 3 * (count - 1)) / count
  const [ux, uy] = [(end.x - c.start.x) / length, (end.y - c.start.y) / length]
  const at = (s: number) => [c.start.x + ux * s, c.start.y + uy * s] as const
  return Array.from({ length: count }, (_, k) => open(at(k * (dash + 3)), at(k * (dash + 3) + dash)))
}

/** The pieces without their inner lines, all on one centre, the largest first. */
function onOneCentre(die: Dieline): Dieline {
  const outlines = die.pieces
    .map(({ name, lines }) => ({ name, lines: [lines[0]!] }))
    .sort((a, b) => shapeOf(b.lines[0]!.d).area - shapeOf(a.lines[0]!.d).area)
  const size = uniteBoxes(outlines.map((p) => shapeOf(p.lines[0]!.d).box))
  const centre = { x: widthOf(size) / 2 + 10, y: heightOf(size) / 2 + 10 }
  return {
    ...die,
    width: widthOf(size) + 20,
    height: heightOf(size) + 20,
    pieces: outlines.map(({ name, lines: [line] }) => {
      const { box } = shapeOf(line!.d)
      const by = translation(centre.x - (box.minX + box.maxX) / 2, centre.y - (box.minY + box.maxY) / 2)
      return { name, lines: [{ ...line!, d: transformPath(line!.d, by) }] }
    }),
  }
}

/** Whether outlines of one centre are all of different sizes, so that none is another one drawn twice. */
const areDistinct = ({ pieces }: Dieline): boolean =>
  new Set(pieces.map((p) => Math.round(shapeOf(p.lines[0]!.d).area / 50))).size === pieces.length

export const PAGE_CONVENTIONS: readonly Convention[] = [
  {
    name: 'framed legend with words beside',
    plain: true,
    draw: (die) => {
      const b = wholeBox(die)
      const [x, y] = [b.maxX + 12, b.minY + 4]
      return [
        ...plainly(die),
        lineOf({ d: rect(x, y, 46, 34), role: 'skip' }),
        lineOf({ d: open([x + 4, y + 8], [x + 18, y + 8]), role: 'skip' }),
        lineOf({ d: open([x + 4, y + 17], [x + 18, y + 17]), role: 'skip', stroke: '#ff0000' }),
        lineOf({ d: rect(x + 4, y + 23, 12, 6), role: 'skip', stroke: null, fill: '#dddddd' }),
      ]
    },
    texts: (die) => {
      const b = wholeBox(die)
      const [x, y] = [b.maxX + 34, b.minY + 4]
      return [
        { x, y: y + 9, words: 'cutting line' },
        { x, y: y + 18, words: 'fold' },
        { x, y: y + 27, words: 'glue' },
      ]
    },
  },
  {
    name: 'letters on each piece, in a look of their own',
    plain: false,
    draw: (die, random) => [
      ...plainly(die),
      ...die.pieces.flatMap((_, piece): Drawn[] => {
        const b = boxOf(die, piece)
        const grey = { stroke: '#8899aa', width: 0.3, role: 'print' as const, piece }
        const [w, h] = [widthOf(b), heightOf(b)]
        const row = letters(b.minX + 0.3 * w, b.minY + 0.45 * h, 7, random, grey)
        return w > 60 && h > 20 ? row : []
      }),
    ],
  },
  {
    name: 'a frame printed across the folds of each piece',
    plain: false,
    draw: (die) => [
      ...plainly(die),
      ...die.pieces.flatMap(({ lines }, piece): Drawn[] => {
        const b = boxOf(die, piece)
        const [dx, dy] = [0.12 * widthOf(b), 0.12 * heightOf(b)]
        const d = rect(b.minX + dx, b.minY + dy, widthOf(b) - 2 * dx, heightOf(b) - 2 * dy)
        const frame = shapeOf(d).polyline
        const outline = shapeOf(lines[0]!.d).polyline
        const isWithin = samplesOf(frame).every((p) => isInside(p, outline))
        const across = lines.filter(
          (l) => l.role === 'score' && crossings(shapeOf(l.d).polyline, frame).length > 1,
        )
        return isWithin && across.length > 1 ? [lineOf({ d, role: 'print', piece, stroke: '#1155aa' })] : []
      }),
    ],
  },
  {
    name: 'filled outlines and openings, folds stroked',
    plain: false,
    draw: (die) =>
      die.pieces.flatMap(({ lines }, piece) =>
        lines.map(({ d, role }, nth) =>
          lineOf({
            d,
            role,
            piece,
            ...(role === 'cut' && shapeOf(d).contour.closed
              ? { stroke: null, fill: nth === 0 ? '#f5efe0' : '#ffffff' }
              : role === 'cut'
                ? {}
                : {
                    stroke: role === 'pen' ? '#0088ff' : '#ff0000',
                    dash: role === 'perforate' ? [0.8, 0.8] : [],
                  }),
          }),
        ),
      ),
  },
  {
    name: 'pieces in fills on one another',
    plain: false,
    prepare: onOneCentre,
    draw: (die) =>
      die.pieces.flatMap(({ lines }, piece) =>
        lines.map(({ d, role }) =>
          lineOf({ ...BASE, d, role, piece, stroke: null, fill: COLOURS[piece % COLOURS.length]! }),
        ),
      ),
    suits: areDistinct,
  },
  {
    name: 'folds as strokes of 21 mm',
    plain: true,
    draw: (die) =>
      plainly(die).flatMap((l) => (l.role === 'score' ? longStrokes(l.d).map((d) => ({ ...l, d })) : [l])),
  },
]
