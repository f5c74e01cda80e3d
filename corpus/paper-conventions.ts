import { heightOf, widthOf } from '../src/core/geometry/measure'
import { crossings, distanceTo, isInside, samplesOf } from '../src/core/geometry/polyline'
import { shapeOf } from '../src/core/geometry/shape'
import type { Convention } from './conventions'
import { type Dieline, type Drawn, ellipse, num, open, rect } from './draw'
import { BASE, boxOf, letters, lineOf, plainly, wholeBox } from './hard-conventions'

/** Ways of drawing in which pens write on the paper, perforations are told by names, and a key stands beside. */

type Put = (x: number, y: number) => string[]

/** What is put at places by chance on each piece where it is clear of every line, at most twice. */
function onFreePaper(die: Dieline, random: () => number, put: Put, style: Partial<Drawn>): Drawn[] {
  return die.pieces.flatMap(({ lines }, piece): Drawn[] => {
    const b = boxOf(die, piece)
    const outline = shapeOf(lines[0]!.d).polyline
    const others = lines.map((l) => shapeOf(l.d).polyline)
    const openings = lines.slice(1).filter((l) => l.role === 'cut' && shapeOf(l.d).contour.closed)
    const drawn: Drawn[] = []
    for (let tries = 0; tries < 30 && drawn.length < 2 * put(0, 0).length; tries += 1) {
      const shapes = put(b.minX + random() * widthOf(b), b.minY + random() * heightOf(b))
      const isClear = shapes.every((d) => {
        const line = shapeOf(d).polyline
        return (
          samplesOf(line).every((p) => isInside(p, outline)) &&
          openings.every((o) => !samplesOf(line).some((p) => isInside(p, shapeOf(o.d).polyline))) &&
          others.every(
            (o) => crossings(o, line).length === 0 && samplesOf(line).every((p) => distanceTo(p, o) > 1.5),
          )
        )
      })
      if (isClear) drawn.push(...shapes.map((d) => lineOf({ d, piece, role: 'pen', ...style })))
    }
    return drawn
  })
}

/** A flourish of a pen: a wave and a loop beneath it. */
const flourish: Put = (x, y) => [
  `M${num(x - 9)} ${num(y)}C${num(x - 5)} ${num(y - 5)} ${num(x - 2)} ${num(y + 5)} ${num(x + 2)} ${num(y)}C${num(x + 4)} ${num(y - 3)} ${num(x + 7)} ${num(y - 2)} ${num(x + 9)} ${num(y)}`,
  open([x - 7, y + 4], [x - 3, y + 3], [x + 1, y + 4.5], [x + 6, y + 3.2]),
]
const flower: Put = (x, y) =>
  [0, 1, 2, 3].map((k) =>
    ellipse(x + 2.2 * Math.cos((k * Math.PI) / 2), y + 2.2 * Math.sin((k * Math.PI) / 2), 1.6),
  )

/** A dieline of which the last fold of each piece is torn off along instead. */
const tornOnce = (die: Dieline): Dieline => ({
  ...die,
  pieces: die.pieces.map(({ name, lines }) => {
    const last = lines.findLastIndex((l) => l.role === 'score')
    return { name, lines: lines.map((l, k) => (k === last ? { ...l, role: 'perforate' } : l)) }
  }),
})

/** The same look for all, and a layer by role. */
const byLayer = (die: Dieline, names: Partial<Record<string, string>>): Drawn[] =>
  plainly(die).map((l) => ({ ...l, ...BASE, layers: [names[l.role] ?? 'Misc'] }))

const PERFORATED = [
  { cut: 'Die cut', score: 'Crease', perforate: 'Tear line', pen: 'Draw' },
  { cut: 'Schnitt', score: 'Falz', perforate: 'Abriss', pen: 'Zeichnen' },
  { cut: 'Coupe', score: 'Rainage', perforate: 'Prédécoupe', pen: 'Stylo' },
  { cut: 'Fustella', score: 'Cordone', perforate: 'Strappo', pen: 'Penna' },
  { cut: 'kontur', score: 'bieg', perforate: 'perfo', pen: 'pen' },
]

export const PAPER_CONVENTIONS: readonly Convention[] = [
  {
    name: 'pen strokes on the paper, in ink of their own',
    plain: true,
    draw: (die, random) => [
      ...plainly(die),
      ...onFreePaper(die, random, flourish, { stroke: '#1b4fa0', width: 0.4 }),
    ],
  },
  {
    name: 'pen motifs of closed curves, in ink of their own',
    plain: false,
    draw: (die, random) => [
      ...plainly(die),
      ...onFreePaper(die, random, flower, { stroke: '#a0421b', width: 0.4 }),
    ],
  },
  {
    name: 'pen strokes on a layer that says so, in the look of the cuts',
    plain: true,
    draw: (die, random) => [
      ...byLayer(die, { cut: 'Cut', score: 'Fold', perforate: 'Perf', pen: 'Pen' }),
      ...onFreePaper(die, random, flourish, { ...BASE, layers: ['Pen'] }),
    ],
  },
  {
    name: 'perforations by the names of layers only',
    plain: true,
    prepare: tornOnce,
    suits: ({ pieces }) => pieces.some((p) => p.lines.some((l) => l.role === 'perforate')),
    draw: (die, random) => byLayer(die, PERFORATED[Math.floor(random() * PERFORATED.length)]!),
  },
  {
    name: 'tents with letters on both sides of the fold',
    plain: false,
    draw: (die, random) => [
      ...plainly(die),
      ...die.pieces.flatMap(({ lines }, piece): Drawn[] => {
        const outline = shapeOf(lines[0]!.d)
        return lines
          .filter((l) => l.role === 'score' && !l.d.includes('C'))
          .flatMap(({ d }) => {
            const { box } = shapeOf(d)
            if (widthOf(box) < 55 || heightOf(box) > 1) return []
            const row = (y: number) =>
              letters(box.minX + 12, y, 6, random, { stroke: null, fill: '#222222', role: 'print', piece })
            const both = [...row(box.minY - 14), ...row(box.minY + 9)]
            const isClear = both.every((l) =>
              samplesOf(shapeOf(l.d).polyline).every(
                (p) =>
                  isInside(p, outline.polyline) &&
                  lines.every((o) => distanceTo(p, shapeOf(o.d).polyline) > 1),
              ),
            )
            return isClear ? both : []
          })
      }),
    ],
  },
  {
    name: 'a key beside: boxes in each look, words beside them',
    plain: false,
    draw: (die) => {
      const b = wholeBox(die)
      const x = b.maxX + 10
      return [
        ...plainly(die),
        lineOf({ d: rect(x, b.minY, 10, 5), role: 'skip' }),
        lineOf({ d: rect(x, b.minY + 9, 10, 5), role: 'skip', stroke: '#ff0000' }),
        lineOf({ d: rect(x, b.minY + 18, 10, 5), role: 'skip', stroke: '#ff0000', dash: [0.8, 0.8] }),
      ]
    },
    texts: (die) => {
      const b = wholeBox(die)
      const x = b.maxX + 23
      return ['Cut', 'Fold', 'Tear'].map((words, k) => ({ x, y: b.minY + 4 + 9 * k, words }))
    },
  },
]
