import { describe, expect, it } from 'vitest'
import { findPieces } from '../binding/bind'
import type { Look, Role } from '../document/schema'
import { suggestRoles } from './suggest'

/**
 * Plain dielines with known truth, drawn in several conventions: what a fold or cut is must not depend on how a
 * person chose to draw it. Templates and conventions are common practice.
 */
type Drawn = { d: string; truth: Role }
type Template = { name: string; lines: Drawn[]; pieces: number }

const seg = (x1: number, y1: number, x2: number, y2: number) => `M${x1} ${y1}L${x2} ${y2}`
const ring = (...p: [number, number][]) => `M${p.map((q) => q.join(' ')).join('L')}Z`
const cut = (d: string): Drawn => ({ d, truth: 'cut' })
const score = (d: string): Drawn => ({ d, truth: 'score' })

/** A square card of 10 x 5 in with one fold in the middle (common practice: base for a 5 x 5 in card). */
const card: Template = {
  name: 'card',
  lines: [cut(ring([10, 10], [264, 10], [264, 137], [10, 137])), score(seg(137, 10, 137, 137))],
  pieces: 1,
}

/** An open tray: a base with four walls and glue tabs at two of them. */
const tray: Template = {
  name: 'tray',
  lines: [
    cut(
      ring(
        [40, 10],
        [140, 10],
        [140, 40],
        [150, 38],
        [170, 40],
        [170, 110],
        [140, 110],
        [140, 140],
        [40, 140],
        [40, 110],
        [10, 110],
        [10, 40],
        [30, 38],
        [40, 40],
      ),
    ),
    score(seg(40, 40, 140, 40)),
    score(seg(140, 40, 140, 110)),
    score(seg(140, 110, 40, 110)),
    score(seg(40, 110, 40, 40)),
  ],
  pieces: 1,
}

/** A sleeve with a glue strip and a round window in the second wall. */
const sleeve: Template = {
  name: 'sleeve',
  lines: [
    cut(ring([10, 10], [210, 10], [222, 16], [222, 84], [210, 90], [10, 90])),
    score(seg(60, 10, 60, 90)),
    score(seg(110, 10, 110, 90)),
    score(seg(160, 10, 160, 90)),
    score(seg(210, 10, 210, 90)),
    cut(
      'M95 50C95 55.523 90.523 60 85 60C79.477 60 75 55.523 75 50C75 44.477 79.477 40 85 40C90.523 40 95 44.477 95 50Z',
    ),
  ],
  pieces: 1,
}

/** An envelope liner and its envelope: two pieces, one without any fold. */
const envelope: Template = {
  name: 'envelope',
  lines: [
    cut(
      ring(
        [60, 10],
        [160, 10],
        [200, 60],
        [200, 130],
        [160, 130],
        [150, 180],
        [70, 180],
        [60, 130],
        [20, 130],
        [20, 60],
      ),
    ),
    score(seg(20, 60, 200, 60)),
    score(seg(60, 130, 160, 130)),
    cut(ring([220, 10], [290, 10], [290, 100], [220, 100])),
  ],
  pieces: 2,
}

/** A tag sheet: four tags with a hole each, no fold at all. */
const tags: Template = {
  name: 'tags',
  lines: [0, 1, 2, 3].flatMap((i) => [
    cut(
      ring(
        [10 + i * 50, 20],
        [20 + i * 50, 10],
        [40 + i * 50, 10],
        [50 + i * 50, 20],
        [50 + i * 50, 80],
        [10 + i * 50, 80],
      ),
    ),
    cut(ring([27 + i * 50, 15], [33 + i * 50, 15], [33 + i * 50, 21], [27 + i * 50, 21])),
  ]),
  pieces: 4,
}

/** A zigzag strip of six leaves. */
const zigzag: Template = {
  name: 'zigzag',
  lines: [
    cut(ring([10, 10], [250, 10], [250, 70], [10, 70])),
    ...[1, 2, 3, 4, 5].map((i) => score(seg(10 + i * 40, 10, 10 + i * 40, 70))),
  ],
  pieces: 1,
}

const TEMPLATES = [card, tray, sleeve, envelope, tags, zigzag]

const look = (over: Partial<Look> = {}): Look => ({
  stroke: '#000000',
  fill: null,
  dash: [],
  width: 0.25,
  layers: [],
  ...over,
})

type Convention = { name: string; look: (truth: Role) => Look; d?: (line: Drawn) => string; sure: boolean }

/** How much a fold is drawn short of the edge at both ends, mm. */
const shorten = ({ d, truth }: Drawn): string => {
  if (truth === 'cut') return d
  const [x1, y1, x2, y2] = d.match(/[\d.]+/g)!.map(Number) as [number, number, number, number]
  const length = Math.hypot(x2 - x1, y2 - y1)
  const [dx, dy] = [((x2 - x1) / length) * 0.4, ((y2 - y1) / length) * 0.4]
  return seg(x1 + dx, y1 + dy, x2 - dx, y2 - dy)
}

const CONVENTIONS: Convention[] = [
  { name: 'red folds', look: (t) => look(t === 'score' ? { stroke: '#ff0000' } : {}), sure: true },
  {
    name: 'red cuts, blue folds',
    look: (t) => look({ stroke: t === 'score' ? '#0000ff' : '#ff0000' }),
    sure: true,
  },
  {
    name: 'green cuts, red folds',
    look: (t) => look({ stroke: t === 'score' ? '#ff0000' : '#00aa00' }),
    sure: true,
  },
  { name: 'dashed folds', look: (t) => look(t === 'score' ? { dash: [3, 1.5] } : {}), sure: true },
  { name: 'named layers', look: (t) => look({ layers: [t === 'score' ? 'Fold lines' : 'Cut'] }), sure: true },
  {
    name: 'named layers in German',
    look: (t) => look({ layers: [t === 'score' ? 'Rillen' : 'Stanzen'] }),
    sure: true,
  },
  { name: 'thin folds', look: (t) => look({ width: t === 'score' ? 0.1 : 0.5 }), sure: true },
  {
    name: 'red folds a little short',
    look: (t) => look(t === 'score' ? { stroke: '#ff0000' } : {}),
    d: shorten,
    sure: true,
  },
  { name: 'one colour for all', look: () => look(), sure: false },
]

/** Roles as suggested, with a family a look. */
const sort = (template: Template, convention: Convention) =>
  suggestRoles(
    template.lines.map((line, i) => ({
      id: `l${i}`,
      d: convention.d ? convention.d(line) : line.d,
      look: convention.look(line.truth),
      label: null,
    })),
    { width: 320, height: 240 },
    (l) => JSON.stringify(l.look),
  )

describe.each(CONVENTIONS)('drawn with $name', (convention) => {
  it.each(TEMPLATES)('a $name has every role right, or asks', (template) => {
    const suggestions = sort(template, convention)
    suggestions.forEach((s, i) => {
      const { truth, d } = template.lines[i]!
      if (s.role !== truth) expect({ d, ...s }).toMatchObject({ sure: false })
      else if (convention.sure) expect({ d, ...s }).toMatchObject({ role: truth, sure: true })
      expect(s.why).toMatch(/^[A-Z].*\.$/)
    })
    // What is asked is asked once a family, so a plain drawing needs at most two decisions.
    const asked = new Set(
      suggestions.flatMap((s, i) =>
        s.sure ? [] : [JSON.stringify(convention.look(template.lines[i]!.truth)) + s.role],
      ),
    )
    expect(asked.size).toBeLessThanOrEqual(2)
  })

  it.each(TEMPLATES)('a $name falls into its pieces, each line bound', (template) => {
    const suggestions = sort(template, convention)
    const pieces = findPieces(
      template.lines.map((line, i) => ({
        id: `l${i}`,
        d: convention.d ? convention.d(line) : line.d,
        role: suggestions[i]!.role,
        held: null,
      })),
    )
    expect(pieces).toHaveLength(template.pieces)
    expect(pieces.flatMap((p) => p.lines)).toHaveLength(template.lines.length)
  })
})

describe('one colour for all', () => {
  it('is told apart by place alone, and right in every template', () => {
    const plain = CONVENTIONS.at(-1)!
    for (const template of TEMPLATES)
      expect(
        sort(template, plain).map((s) => s.role),
        template.name,
      ).toEqual(template.lines.map((l) => l.truth))
  })
})
