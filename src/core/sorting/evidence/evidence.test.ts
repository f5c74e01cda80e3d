import { describe, expect, it } from 'vitest'
import { habitKeyOf } from '../../document/families'
import type { Look } from '../../document/lines'
import { plainLook as look } from '../../document/plain-line'
import { makeScene, UNTAUGHT } from '../scene'
import { type EvidenceKind, WEIGHTS } from '../weights'
import { EVIDENCE } from '.'

const BLACK = look()
const RED = look({ stroke: '#ff0000' })
const BLUE = look({ stroke: '#0000ff' })
const layer = (name: string) => look({ layers: [name], stroke: '#123456' })

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`
const seg = (x1: number, y1: number, x2: number, y2: number) => `M${x1} ${y1}L${x2} ${y2}`

type Drawn = readonly [string, Look]

/** The kinds of facts that are found of each line. */
function factsOf(drawn: readonly Drawn[], artwork = { width: 400, height: 400 }, habits = UNTAUGHT.habits) {
  const lines = drawn.map(([d, l], i) => ({ id: `l${i}`, d, look: l, label: null }))
  const scene = makeScene(lines, artwork, { ...UNTAUGHT, habits })
  const found = lines.map(() => new Set<EvidenceKind>())
  for (const stretch of scene.stretches)
    for (const evidence of EVIDENCE) {
      const fact = evidence(stretch, scene)
      if (fact) found[scene.lines.indexOf(stretch.line)]!.add(fact.kind)
    }
  return found
}

const BOX = rect(0, 0, 200, 100)
const FOLD = seg(80, 0, 80, 100)

/** Of each kind a drawing whose first line shows it, and one that is alike but for what makes the difference. */
const SHOWN: Partial<
  Record<EvidenceKind, { shows: Drawn[]; doesNot: Drawn[]; artwork?: { width: number; height: number } }>
> = {
  'named-cut': {
    shows: [
      [BOX, layer('Cut lines')],
      [FOLD, RED],
    ],
    doesNot: [
      [BOX, layer('Layer 1')],
      [FOLD, RED],
    ],
  },
  ...Object.fromEntries(
    Object.entries({
      cut: 'die',
      score: 'Falz',
      perforate: 'Perforation',
      pen: 'Pen',
      print: 'art',
      skip: 'Notes',
    }).map(([role, name]): [string, { shows: Drawn[]; doesNot: Drawn[] }] => [
      `group-${role}`,
      {
        shows: [
          [BOX, layer(name)],
          [FOLD, layer(name)],
        ],
        doesNot: [
          [BOX, layer(name)],
          [FOLD, RED],
        ],
      },
    ]),
  ),
  'dotted-look': {
    shows: [
      [FOLD, look({ dash: [0.8, 0.8] })],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, look({ dash: [3, 2] })],
      [BOX, BLACK],
    ],
  },
  'named-score': {
    shows: [
      [FOLD, layer('Falz')],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, layer('Ebene')],
      [BOX, BLACK],
    ],
  },
  'named-perforate': {
    shows: [
      [FOLD, layer('Perforation')],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, layer('Permanent')],
      [BOX, BLACK],
    ],
  },
  'named-pen': {
    shows: [
      [FOLD, layer('pen')],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, layer('pencil case')],
      [BOX, BLACK],
    ],
  },
  'named-print': {
    shows: [
      [FOLD, layer('Print')],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, layer('Prince')],
      [BOX, BLACK],
    ],
  },
  'named-skip': {
    shows: [
      [FOLD, layer('Guides')],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, layer('Ribbons')],
      [BOX, BLACK],
    ],
  },
  frame: {
    shows: [
      [rect(0, 0, 400, 400), BLUE],
      [rect(50, 50, 200, 100), BLACK],
      ['M100 50L100 150', RED],
    ],
    // A card at the artboard: its fold would hang in the air.
    doesNot: [
      [rect(0, 0, 400, 400), BLUE],
      [rect(50, 50, 200, 100), BLACK],
      ['M0 200L400 200', RED],
    ],
  },
  'rather-outline': {
    shows: [
      [rect(0, 0, 400, 400), BLUE],
      [rect(50, 50, 200, 100), BLACK],
    ],
    doesNot: [
      [rect(0, 0, 400, 390), BLUE],
      [rect(50, 50, 200, 100), BLACK],
    ],
  },
  'rather-frame': {
    shows: [
      [rect(0, 0, 400, 400), BLUE],
      [rect(10, 10, 180, 380), BLACK],
      [rect(200, 10, 180, 380), BLACK],
    ],
    // One shape in it may well be its window.
    doesNot: [
      [rect(0, 0, 400, 400), BLUE],
      [rect(50, 50, 200, 100), BLACK],
    ],
  },
  margin: {
    shows: [
      [rect(-3, -3, 206, 106), RED],
      [BOX, BLACK],
    ],
    doesNot: [
      [rect(-3, -30, 206, 136), RED],
      [BOX, BLACK],
    ],
  },
  crossed: {
    shows: [
      [rect(10, 10, 180, 80), BLACK],
      [BOX, BLACK],
      ['M70 0L70 100', RED],
      ['M130 0L130 100', RED],
    ],
    // One fold across a window may be drawn on through it.
    doesNot: [
      [rect(10, 10, 180, 80), BLACK],
      [BOX, BLACK],
      ['M70 0L70 100', RED],
    ],
  },
  outline: {
    shows: [[BOX, BLACK]],
    doesNot: [
      [rect(10, 10, 20, 20), BLACK],
      [BOX, BLACK],
    ],
  },
  'perhaps-frame': {
    shows: [
      [rect(-10, -12, 330, 126), RED],
      [BOX, BLACK],
      [rect(215, 0, 90, 100), BLACK],
    ],
    doesNot: [
      [rect(-10, -12, 330, 400), RED],
      [BOX, BLACK],
      [rect(215, 0, 90, 100), BLACK],
    ],
  },
  opening: {
    shows: [
      [rect(20, 20, 40, 40), BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      [rect(220, 20, 40, 40), BLACK],
      [BOX, BLACK],
    ],
  },
  hinge: {
    shows: [
      [seg(20, 20, 60, 20), RED],
      ['M20 20L20 60L60 60L60 20', BLACK],
      [BOX, BLACK],
      [FOLD, RED],
    ],
    doesNot: [
      [seg(20, 20, 60, 20), BLACK],
      ['M20 20L20 60L60 60L60 20', BLACK],
      [BOX, BLACK],
      [FOLD, RED],
    ],
  },
  'perhaps-hinge': {
    shows: [
      [seg(20, 20, 60, 20), BLACK],
      ['M20 20L20 60L60 60L60 20', BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      ['M20 20L40 15L60 20', BLACK],
      ['M20 20L20 60L60 60L60 20', BLACK],
      [BOX, BLACK],
    ],
  },
  divides: {
    shows: [
      [FOLD, RED],
      [BOX, BLACK],
    ],
    doesNot: [
      [seg(80, 0, 80, 70), RED],
      [BOX, BLACK],
    ],
  },
  'drawn-twice': {
    shows: [
      [rect(0, 0, 80, 100), RED],
      [rect(80, 0, 120, 100), RED],
    ],
    doesNot: [
      [FOLD, RED],
      [FOLD, RED],
      [BOX, BLACK],
    ],
  },
  slit: {
    shows: [
      [seg(80, 20, 80, 60), BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, BLACK],
      [BOX, BLACK],
    ],
  },
  'outline-look': {
    shows: [
      [BOX, BLACK],
      [FOLD, RED],
    ],
    doesNot: [[BOX, BLACK]],
  },
  'only-look': {
    shows: [[BOX, BLACK]],
    doesNot: [
      [BOX, BLACK],
      [FOLD, RED],
    ],
  },
  'fold-look': {
    shows: [
      [FOLD, RED],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, BLACK],
      [BOX, BLACK],
    ],
  },
  'lesser-fold-look': {
    shows: [
      [FOLD, BLUE],
      [BOX, BLACK],
      [seg(120, 0, 120, 100), RED],
      [seg(150, 0, 150, 100), RED],
    ],
    doesNot: [
      [FOLD, RED],
      [BOX, BLACK],
      [seg(120, 0, 120, 100), RED],
      [seg(150, 0, 150, 100), RED],
    ],
  },
  'free-look': {
    shows: [
      [seg(20, 20, 60, 30), BLUE],
      [seg(20, 40, 60, 50), BLUE],
      [BOX, BLACK],
    ],
    doesNot: [
      [seg(20, 20, 60, 30), BLACK],
      [seg(20, 40, 60, 50), BLUE],
      [BOX, BLACK],
    ],
  },
  dashed: {
    shows: [
      [FOLD, look({ dash: [3, 2] })],
      [BOX, BLACK],
    ],
    doesNot: [[BOX, look({ dash: [3, 2] })]],
  },
  dotted: {
    shows: [
      [FOLD, look({ dash: [0.3, 0.8] })],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, look({ dash: [5, 2] })],
      [BOX, BLACK],
    ],
  },
  'dash-dot': {
    shows: [
      [FOLD, look({ dash: [6, 2, 1, 2] })],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, look({ dash: [6, 2, 6, 2] })],
      [BOX, BLACK],
    ],
  },
  'filled-only': {
    shows: [
      [rect(20, 20, 40, 40), look({ stroke: null, fill: '#aa0000' })],
      [BOX, BLACK],
    ],
    doesNot: [
      [rect(20, 20, 40, 40), BLACK],
      [BOX, BLACK],
    ],
  },
  outside: {
    shows: [
      [seg(205, 0, 300, 0), BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      [FOLD, BLACK],
      [BOX, BLACK],
    ],
  },
  'far-outside': {
    shows: [
      [seg(300, 300, 320, 300), BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      [seg(205, 0, 300, 0), BLACK],
      [BOX, BLACK],
    ],
  },
  'stops-at-folds': {
    shows: [
      ['M60 50L60 20L120 20L120 50', BLACK],
      [seg(0, 50, 60, 50), RED],
      [seg(120, 50, 200, 50), RED],
      [BOX, BLACK],
    ],
    doesNot: [
      ['M60 50L60 20L120 20L120 50', RED],
      [seg(0, 50, 60, 50), RED],
      [seg(120, 50, 200, 50), RED],
      [BOX, BLACK],
    ],
  },
  rigid: {
    shows: [
      ['M0 50L80 50L100 10L200 10', BLACK],
      [BOX, BLACK],
    ],
    doesNot: [
      ['M0 50L80 50L200 48', BLACK],
      [BOX, BLACK],
    ],
  },
  prolongs: {
    shows: [
      [seg(0, 50, 12, 50), BLACK],
      [seg(12, 50, 200, 50), RED],
      [BOX, BLACK],
    ],
    doesNot: [
      [seg(0, 50, 12, 50), BLACK],
      [seg(12, 70, 200, 70), RED],
      [BOX, BLACK],
    ],
  },
  lettering: {
    shows: [...[4, 6, 3, 5, 7, 4].map((w, i): Drawn => [rect(220 + 9 * i, 20, w, 8), BLACK]), [BOX, BLACK]],
    // The same shape again and again is rather a row of tags.
    doesNot: [...[5, 5, 5, 5, 5, 5].map((w, i): Drawn => [rect(220 + 9 * i, 20, w, 8), BLACK]), [BOX, BLACK]],
  },
  inscription: {
    shows: [...[4, 6, 3, 5, 7, 4].map((w, i): Drawn => [rect(20 + 9 * i, 20, w, 8), BLACK]), [BOX, BLACK]],
    // The same opening again and again is rather a row of vents.
    doesNot: [...[5, 5, 5, 5, 5, 5].map((w, i): Drawn => [rect(20 + 9 * i, 20, w, 8), BLACK]), [BOX, BLACK]],
  },
  rim: {
    shows: [
      [rect(5, 5, 70, 90), BLUE],
      [FOLD, RED],
      [BOX, BLACK],
    ],
    doesNot: [
      [rect(20, 20, 40, 60), BLUE],
      [FOLD, RED],
      [BOX, BLACK],
    ],
  },
}

describe('evidence', () => {
  it.each(Object.entries(SHOWN))(
    'of kind %s is found where it is, and not where it is not',
    (kind, { shows, doesNot, artwork }) => {
      expect([...factsOf(shows, artwork)[0]!]).toContain(kind)
      expect([...factsOf(doesNot, artwork)[0]!]).not.toContain(kind)
    },
  )

  it.each(['cut', 'score', 'perforate', 'pen', 'print', 'skip'] as const)(
    'of a habit of %s is found for the same look alone',
    (role) => {
      const habits = { [habitKeyOf(RED)]: { role, from: 's' } } as unknown as typeof UNTAUGHT.habits
      const drawn: Drawn[] = [
        [FOLD, RED],
        [BOX, BLACK],
      ]
      const [fold, box] = factsOf(drawn, undefined, habits)
      expect([...fold!]).toContain(`habit-${role}`)
      expect([...box!].some((k) => k.startsWith('habit'))).toBe(false)
    },
  )

  it('is all of it shown here', () => {
    const rest = Object.keys(WEIGHTS).filter((k) => !(k in SHOWN) && !k.startsWith('habit-'))
    expect(rest).toEqual([])
  })
})
