import { boundsOf, heightOf, uniteBoxes, widthOf } from '../src/core/geometry/measure'
import { readPath } from '../src/core/geometry/path'
import { shapeOf } from '../src/core/geometry/shape'
import { type Convention, stretched } from './conventions'
import { type Dieline, type Drawn, ellipse, num, open, rect } from './draw'

/** Ways of drawing in which something may be guessed wrongly: what stands around, over and beside the dieline. */

export const BASE = { stroke: '#000000', fill: null, dash: [], width: 0.25, layers: [] }
export const lineOf = (over: Partial<Drawn> & Pick<Drawn, 'd' | 'role'>): Drawn => ({
  ...BASE,
  piece: -1,
  ...over,
})

export const plainly = (die: Dieline, folds: Partial<Drawn> = { stroke: '#ff0000' }): Drawn[] =>
  die.pieces.flatMap(({ lines }, piece) =>
    lines.map(({ d, role }) =>
      lineOf({
        d,
        role,
        piece,
        ...(role === 'score'
          ? folds
          : role === 'perforate'
            ? { ...folds, dash: [0.8, 0.8] }
            : role === 'pen'
              ? { stroke: '#0088ff' }
              : {}),
      }),
    ),
  )

export const boxOf = (die: Dieline, piece: number) => shapeOf(die.pieces[piece]!.lines[0]!.d).box
export const wholeBox = (die: Dieline) => uniteBoxes(die.pieces.map((_, k) => boxOf(die, k)))

/** The outline moved outwards, for straight outlines by its box only. */
const around = (die: Dieline, by: number, style: Partial<Drawn>): Drawn[] =>
  die.pieces.map((_, k) => {
    const b = boxOf(die, k)
    return lineOf({
      d: rect(b.minX - by, b.minY - by, widthOf(b) + 2 * by, heightOf(b) + 2 * by),
      role: 'skip',
      ...style,
    })
  })

/** Letters as closed shapes with a stroke. */
export function letters(
  x: number,
  y: number,
  count: number,
  random: () => number,
  style: Partial<Drawn>,
): Drawn[] {
  return Array.from({ length: count }, (_, k) => {
    const [w, h] = [2 + random() * 2, 3 + random() * 1.5]
    const left = x + k * 5
    return lineOf({
      d: `M${num(left)} ${num(y)}L${num(left + w)} ${num(y)}L${num(left + w * random())} ${num(y + h)}L${num(left)} ${num(y + h * 0.7)}Z`,
      role: 'skip',
      ...style,
    })
  })
}

const cross = (x: number, y: number): string[] => [open([x - 4, y], [x + 4, y]), open([x, y - 4], [x, y + 4])]

/** A straight line as strokes of 2.6 mm and gaps of 1.4 mm; anything else as it is. */
function strokes(d: string): string[] {
  const c = readPath(d)
  const end = c.segments.at(-1)!.to
  const length = Math.hypot(end.x - c.start.x, end.y - c.start.y)
  if (c.closed || c.segments.length !== 1 || c.segments[0]!.c1 || length < 8) return [d]
  const [ux, uy] = [(end.x - c.start.x) / length, (end.y - c.start.y) / length]
  const count = Math.round((length - 2.6) / 4)
  const step = (length - 2.6) / count
  return Array.from({ length: count + 1 }, (_, k) =>
    open(
      [c.start.x + ux * k * step, c.start.y + uy * k * step],
      [c.start.x + ux * (k * step + 2.6), c.start.y + uy * (k * step + 2.6)],
    ),
  )
}

export const HARD_CONVENTIONS: readonly Convention[] = [
  {
    name: 'register crosses, measures, stroked title',
    plain: true,
    draw: (die, random) => {
      const b = wholeBox(die)
      const y = b.maxY + 8
      return [
        ...plainly(die),
        ...[
          [b.minX - 8, b.minY - 8],
          [b.maxX + 8, b.minY - 8],
          [b.maxX + 8, b.maxY + 8],
        ].flatMap(([x, yy]) => cross(x!, yy!).map((d) => lineOf({ d, role: 'skip' }))),
        lineOf({ d: open([b.minX, y], [b.maxX, y]), role: 'skip', stroke: '#777777', width: 0.1 }),
        lineOf({ d: open([b.minX, y - 2], [b.minX, y + 2]), role: 'skip', stroke: '#777777', width: 0.1 }),
        lineOf({ d: open([b.maxX, y - 2], [b.maxX, y + 2]), role: 'skip', stroke: '#777777', width: 0.1 }),
        ...letters(b.minX, y + 6, 12, random, { stroke: '#777777', width: 0.1 }),
      ]
    },
  },
  {
    name: 'bleed rectangle around each piece',
    plain: false,
    draw: (die) => [...around(die, 3, { stroke: '#ff00ff' }), ...plainly(die)],
  },
  {
    name: 'bleed layer around each piece',
    plain: true,
    draw: (die) => [
      ...around(die, 3, { stroke: '#ff00ff', layers: ['Bleed'] }),
      ...plainly(die).map((l) => ({ ...l, layers: ['Dieline and folds'] })),
    ],
  },
  {
    name: 'coloured art under the lines',
    plain: true,
    draw: (die, random) => {
      const art = die.pieces.flatMap((_, k) => {
        const b = boxOf(die, k)
        return [0, 1, 2].map((i) =>
          lineOf({
            d: ellipse(
              b.minX + (0.3 + 0.4 * random()) * widthOf(b),
              b.minY + (0.3 + 0.4 * random()) * heightOf(b),
              5 + 3 * i,
            ),
            role: 'print',
            piece: k,
            stroke: null,
            fill: ['#e8b04a', '#7fb7a0', '#b0405a'][i]!,
          }),
        )
      })
      return [...art, ...plainly(die)]
    },
  },
  {
    name: 'folds 1 mm short in dashes',
    plain: true,
    draw: (die) =>
      plainly(die, { dash: [3, 1] }).map((l) => (l.role === 'score' ? { ...l, d: stretched(l.d, -1) } : l)),
  },
  {
    name: 'folds 2 mm past the edge',
    plain: true,
    draw: (die) => plainly(die).map((l) => (l.role === 'score' ? { ...l, d: stretched(l.d, 2) } : l)),
  },
  {
    name: 'outlines twice, folds as strokes that stop short',
    // Bowed folds stay solid, in the look of the cuts.
    plain: false,
    draw: (die) =>
      plainly(die, {}).flatMap((l) =>
        l.role === 'score'
          ? strokes(stretched(l.d, -0.9)).map((d) => ({ ...l, d }))
          : l.role === 'cut'
            ? [l, { ...l }]
            : [l],
      ),
  },
  {
    name: 'ids that say it, one look',
    plain: true,
    draw: (die) => {
      const said = {
        cut: 'cutline',
        score: 'foldline',
        perforate: 'perforation',
        pen: 'pen',
        print: 'print',
        skip: 'note',
      }
      return plainly(die, { stroke: '#000000' }).map((l) => ({
        ...l,
        stroke: '#000000',
        dash: [],
        layers: [`${said[l.role]}`],
      }))
    },
  },
  {
    name: 'layers in Italian, Dutch, Polish by turns',
    plain: true,
    draw: (die, random) => {
      const sets = [
        {
          cut: 'Taglio',
          score: 'Cordonatura',
          perforate: 'Perforazione',
          pen: 'Penna',
          print: 'Stampa',
          skip: 'Guida',
        },
        {
          cut: 'Snijlijn',
          score: 'Rillijn',
          perforate: 'Perforatie',
          pen: 'Pen',
          print: 'Drukwerk',
          skip: 'Hulp',
        },
        {
          cut: 'Cięcie',
          score: 'Bigowanie',
          perforate: 'Perforacja',
          pen: 'Pen',
          print: 'Nadruk',
          skip: 'Legenda',
        },
      ]
      const names = sets[Math.floor(random() * sets.length)]!
      return plainly(die, { stroke: '#000000' }).map((l) => ({
        ...l,
        stroke: '#000000',
        dash: [],
        layers: [names[l.role]],
      }))
    },
  },
  {
    name: 'swatches and samples in a legend beside',
    plain: false,
    draw: (die, random) => {
      const b = wholeBox(die)
      const x = b.maxX + 12
      return [
        ...plainly(die),
        lineOf({ d: open([x, b.minY + 4], [x + 14, b.minY + 4]), role: 'skip' }),
        lineOf({ d: open([x, b.minY + 12], [x + 14, b.minY + 12]), role: 'skip', stroke: '#ff0000' }),
        ...letters(x + 18, b.minY + 2, 6, random, { stroke: null, fill: '#222222' }),
        ...letters(x + 18, b.minY + 10, 6, random, { stroke: null, fill: '#222222' }),
      ]
    },
  },
  {
    name: 'frame around everything in the look of the cuts',
    plain: false,
    draw: (die) => {
      const b = wholeBox(die)
      return [
        lineOf({ d: rect(b.minX - 6, b.minY - 6, widthOf(b) + 12, heightOf(b) + 12), role: 'skip' }),
        ...plainly(die),
      ]
    },
  },
  {
    name: 'panel numbers in outlined type, grey',
    plain: true,
    draw: (die, random) => [
      ...plainly(die),
      ...die.pieces.flatMap((_, k) => {
        const b = boundsOf(readPath(die.pieces[k]!.lines[0]!.d))
        return letters(b.minX + widthOf(b) * 0.45, b.minY + heightOf(b) * 0.5, 3, random, {
          stroke: null,
          fill: '#999999',
        }).map((l) => ({ ...l, role: 'print' as const, piece: k }))
      }),
    ],
  },
]
