import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { stretchPieces } from '../binding/stretch'
import { exchangeLines } from '../document/edits'
import { emptyProject, type Project } from '../document/project'
import { type Making, PLAIN_READING } from '../document/sources'
import { boundsOf } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { shapesOf } from '../pieces/piece-shape'
import { make, pieces, rect, round } from './drawn-pieces'
import { addMaking, previewOf } from './make'
import { settled } from './settle'

const leaf = (x = 0, y = 0) => `M${x} ${y + 10}L${x + 5} ${y}L${x + 10} ${y + 10}Z`

describe('tab', () => {
  it('is a trapezoid on a straight edge, scored where it begins', () => {
    const { shapes } = make(pieces([rect(0, 0, 80, 40)]), 'tab', { edge: 'right', depth: 10, angle: 45 })
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(90, 3), height: expect.closeTo(40, 3) })
    // A trapezoid of 40 and 20 mm, 10 mm deep.
    expect(shapes[0]!.area).toBeCloseTo(80 * 40 + 300, 3)
    expect(shapeOf(shapes[0]!.of('score')[0]!.d).box).toMatchObject({ minX: 80, maxX: 80, minY: 0, maxY: 40 })
  })

  it('rounds its corners: each takes r² (1 - π/4) off a right angle', () => {
    const measures = { edge: 'top', depth: 12, angle: 90, corner: 5 }
    const { shapes } = make(pieces([rect(0, 0, 80, 40)]), 'tab', measures)
    expect(shapes[0]!.area).toBeCloseTo(80 * 52 - 2 * 25 * (1 - Math.PI / 4), 1)
  })

  it('finds the edge of a slanted side, and says where an edge is curved or too short', () => {
    const triangle = 'M0 0L80 60L0 60Z'
    const { shapes } = make(pieces([triangle]), 'tab', { edge: 37, depth: 10, angle: 90 })
    expect(shapes[0]!.area).toBeCloseTo(2400 + 1000, 2)
    expect(make(pieces([round(50, 50, 30)]), 'tab').trouble).toContain('curved')
    expect(make(pieces([rect(0, 0, 20, 40)]), 'tab', { depth: 30 }).trouble).toContain('20 mm long')
  })
})

describe('slot', () => {
  it('is as wide as the strap and the thickness of the card', () => {
    const measures = { strap: 15, caliper: 0.4, x: 10, turn: 90 }
    const { shapes, figures } = make(pieces([rect(0, 0, 80, 60)]), 'slot', measures)
    expect(shapes[0]!.area).toBeCloseTo(4800 - 15.4 * 0.8, 3)
    expect(shapes[0]!.openings).toHaveLength(1)
    expect(figures[0]).toContain('15.4 mm wide')
    const slit = make(pieces([rect(0, 0, 80, 60)]), 'slot', { ...measures, kind: 'slit' }).shapes[0]!
    expect(shapeOf(slit.slits[0]!.d).length).toBeCloseTo(15.4, 6)
  })

  it('is a slit from an edge, as wide as the card is thick; and says where it lies outside', () => {
    const lock = { kind: 'lock', edge: 'bottom', depth: 25, caliper: 0.5 }
    expect(make(pieces([rect(0, 0, 80, 60)]), 'slot', lock).shapes[0]!.area).toBeCloseTo(4800 - 12.5, 3)
    expect(make(pieces([rect(0, 0, 80, 60)]), 'slot', { x: 60 }).trouble).toContain(
      'does not lie in the paper',
    )
  })
})

describe('stand', () => {
  it('lies centred under the feet, which need not be the middle of the figure', () => {
    const figure = 'M0 0L100 0L100 60L70 60L70 100L60 100L60 60L40 60L40 100L30 100L30 60L0 60Z'
    const shifted = figure.replaceAll('M0 0', 'M-40 0').replaceAll('L0 60', 'L-40 60')
    const { shapes, figures } = make(pieces([shifted]), 'stand', { kind: 'rectangle', height: 12, sink: 2 })
    expect(figures[0]).toBe('The base is 60 mm wide, centred on feet 40 mm apart.')
    expect(shapes[0]!.box.maxY).toBeCloseTo(110, 3)
    // Figure, and base without what the two feet sink into; between them is an opening.
    const body = 140 * 60 + 2 * 10 * 40
    expect(shapes[0]!.area).toBeCloseTo(body + 60 * 12 - 2 * 10 * 2, 2)
    expect(shapes[0]!.openings).toHaveLength(1)
  })
})

describe('pane', () => {
  it('is larger than its opening by the rim all round, and goes with the opening', () => {
    const { shapes } = make(pieces([rect(0, 0, 100, 80), rect(30, 20, 40, 30)]), 'pane', { rim: 5 })
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(50, 3), height: expect.closeTo(40, 3) })
    const none = make(pieces([rect(0, 0, 100, 80)]), 'pane')
    expect(none.trouble).toContain('no opening')
    const wide = make(pieces([rect(0, 0, 100, 80), rect(30, 20, 40, 30)]), 'pane', { rim: 25 })
    expect(wide.trouble).toContain('over the edge')
  })
})

describe('openings', () => {
  const card = [rect(0, 0, 100, 80), round(20, 20, 8), round(60, 20, 8), rect(20, 50, 30, 10)]
  it('are numbered by size, equal ones together, and filled or lifted out', () => {
    const kept = make(pieces(card), 'openings')
    expect(kept.figures[0]).toBe('Openings by size: 1: 1 of 30 x 10 mm; 2: 2 of 16 x 16 mm.')
    const filled = make(pieces(card), 'openings', { fill: '1' }).shapes
    expect(filled[0]!.openings).toHaveLength(2)
    const lifted = make(pieces(card), 'openings', { fill: '1', lift: '2' }).shapes
    expect(lifted.map((s) => Math.round(s.area)).sort((a, b) => a - b)).toEqual([201, 201, 8000 - 402])
    expect(make(pieces(card), 'openings', { fill: '3' }).trouble).toContain('numbered 1 to 2')
    expect(make(pieces(card), 'openings', { fill: '1', lift: '1-2' }).trouble).toContain('Opening 1')
  })
})

describe('edge-strip', () => {
  const card = rect(0, 0, 100, 60)
  it('joins a whole number of motifs outside, centred', () => {
    const { shapes, figures } = make(pieces([card], [leaf(150, 0)]), 'edge-strip', { gap: 2 })
    expect(figures[0]).toContain('8 motifs, one every 12 mm')
    expect(shapes).toHaveLength(1)
    // Each leaf of 50 mm² sinks 0.3 mm: what lies in the card is a trapezoid.
    expect(shapes[0]!.area).toBeCloseTo(6000 + 8 * (50 - 0.3 * (10 + 9.7) * 0.5), 2)
    expect(shapes[0]!.box.minY).toBeCloseTo(-9.7, 3)
  })

  it('punches them inside, with a web to the edge', () => {
    const { shapes } = make(pieces([card], [leaf(150, 0)]), 'edge-strip', {
      side: 'in',
      count: 5,
      edge: 'left',
    })
    expect(shapes[0]!.openings).toHaveLength(5)
    expect(shapes[0]!.area).toBeCloseTo(6000 - 250, 1)
    const nearest = Math.min(...shapes[0]!.openings.map((o) => o.start.x))
    expect(nearest).toBeGreaterThanOrEqual(1.59)
  })

  it('lies half outside and half punched: a circle leaves a half disc and a segment behind the web', () => {
    const { shapes } = make(pieces([card], [round(200, 20, 5)]), 'edge-strip', { side: 'half', count: 3 })
    expect(shapes[0]!.openings).toHaveLength(3)
    const segment = 25 * Math.acos(1.6 / 5) - 1.6 * Math.sqrt(25 - 1.6 * 1.6)
    expect(shapes[0]!.area).toBeCloseTo(6000 + 3 * ((Math.PI * 25) / 2 - segment), 1)
  })

  it('lies half and half with openings too: they are whole over the edge, and the inner half is punched', () => {
    const motif = [round(200, 20, 6), round(200, 20, 3)]
    const { shapes } = make(pieces([card], motif), 'edge-strip', { side: 'half', count: 4 })
    expect(shapes[0]!.openings.map((o) => o.segments.length > 0)).toHaveLength(4)
    const segment = (r: number) => r * r * Math.acos(1.6 / r) - 1.6 * Math.sqrt(r * r - 1.6 * 1.6)
    // What of the opening lies within the web is open, and behind the web all that the motif covers.
    const inner = segment(6) + (Math.PI * 9) / 2 - segment(3)
    expect(shapes[0]!.area).toBeCloseTo(6000 + 4 * ((Math.PI * 36) / 2 - (Math.PI * 9) / 2 - inner), 1)
  })

  it.each([4, 9, 16])('goes round a circle %d times and holds on it', (count) => {
    const measures = { edge: 'all', count, gap: 1 }
    const { shapes, trouble } = make(pieces([round(60, 60, 40)], [leaf(150, 0)]), 'edge-strip', measures)
    expect(trouble).toBeNull()
    expect(shapes).toHaveLength(1)
    expect(shapes[0]!.openings).toHaveLength(0)
    expect(shapes[0]!.area).toBeGreaterThan(Math.PI * 1600 + count * 25)
  })

  it('goes along every edge of a card, and says what does not fit', () => {
    const all = make(pieces([card], [leaf(150, 0)]), 'edge-strip', { edge: 'all' })
    expect(all.figures[0]).toContain('32 motifs')
    const large = make(pieces([rect(0, 0, 8, 8)], [leaf(150, 0)]), 'edge-strip')
    expect(large.trouble).toContain('8 mm long')
  })
})

describe('lining', () => {
  /** Four walls of 40 and 30 mm, 50 mm high, and a glue tab of 12 mm; a window in the first. */
  const tube = [
    'M0 0L140 0L152 6L152 44L140 50L0 50Z',
    'M40 0L40 50',
    'M70 0L70 50',
    'M110 0L110 50',
    'M140 0L140 50',
    rect(20, 15, 12, 20),
  ]

  it('is smaller than its panel all round, keeps the window, and stops short of the glued tab', () => {
    const { shapes, figures, trouble } = make(pieces(tube), 'lining', { panels: '1-2', inset: 2 })
    expect(trouble).toBeNull()
    expect(figures[0]).toBe(
      'Panels by size: 1: 40 x 50 mm; 2: 40 x 50 mm; 3: 30 x 50 mm; 4: 30 x 50 mm; 5: 12 x 50 mm.',
    )
    const sizes = shapes.map((s) => [Math.round(s.size.width), Math.round(s.size.height), s.openings.length])
    // The panel with the window has a free edge too, on which the tab of 12 mm is glued.
    expect(sizes).toContainEqual([36, 46, 0])
    expect(sizes).toContainEqual([24, 46, 1])
  })

  it('shows on the drawing which panel has which number, clear of windows', () => {
    const project = pieces(tube)
    const making = (of: Project, recipe: string, measures: Making['measures']): Making => ({
      ...(make(of, recipe).project.sources.m as Making),
      measures,
    })
    const { numbered, trouble } = previewOf(project, making(project, 'lining', { panels: '9' }))
    // Of the two equal walls the one with the window is the second; a number that is none yet hides nothing.
    expect(trouble).toContain('numbered 1 to 5')
    expect(numbered.map((n) => n.number)).toEqual([1, 2, 3, 4, 5])
    const walls = [0, 40, 70, 110, 140].map(
      (x) => numbered.find(({ at }) => at.x > x && at.x < x + 30)!.number,
    )
    expect([walls[0], walls[2], walls[4]]).toEqual([2, 1, 5])
    const { at } = numbered[1]!
    expect(at.x > 20 && at.x < 32 && at.y > 15 && at.y < 35).toBe(false)
    const circles = pieces([rect(0, 0, 100, 80), round(20, 20, 8), round(60, 20, 8)])
    const filled = making(circles, 'openings', {})
    expect(previewOf(circles, filled).numbered.map((n) => [n.number, Math.round(n.at.x)])).toEqual([
      [1, 20],
      [1, 60],
    ])
  })

  it('takes more off where asked, and says which panels there are', () => {
    const { shapes } = make(pieces(tube), 'lining', { panels: '3', inset: 0, top: 5, right: 3 })
    expect(shapes[0]!.size).toEqual({ width: expect.closeTo(27, 3), height: expect.closeTo(45, 3) })
    expect(make(pieces(tube), 'lining', { panels: '9' }).trouble).toContain('numbered 1 to 5')
    expect(make(pieces(tube), 'lining', { panels: '5', inset: 8 }).trouble).toContain('Nothing is left')
  })
})

describe('pieces drawn in stretches', () => {
  /** Two panels side by side, each side a line of its own, one of them drawn backwards, with a score between. */
  const drawn = () => {
    const sides = [
      'M0 0L40 0',
      'M40 0L70 0',
      'M70 50L70 0',
      'M70 50L40 50',
      'M40 50L0 50',
      'M0 50L0 0',
      'M40 0L40 50',
    ]
    const project = pieces(sides)
    const asCuts = Object.values(project.lines).map((l, k) => ({
      ...l,
      role: k < 6 ? ('cut' as const) : l.role,
    }))
    return settled(exchangeLines(project, 'Cut the sides', [], asCuts))[0]
  }

  it('get tabs, linings and surrounds as those drawn in one line do', () => {
    expect(make(drawn(), 'tab', { edge: 'right', depth: 10, angle: 90 }).shapes[0]!.area).toBeCloseTo(4000, 2)
    const lined = make(drawn(), 'lining', { panels: 'all', inset: 1 }).shapes
    expect(lined.map((s) => Math.round(s.area)).sort((a, b) => a - b)).toEqual([28 * 48, 38 * 48])
    const behind = make(drawn(), 'surround', { by: 2, corners: 'sharp' }).shapes[0]!
    expect(behind.area).toBeCloseTo(74 * 54, 2)
    expect(make(drawn(), 'fold-over', { edge: 'score' }).shapes[0]!.area).toBeCloseTo(2 * 40 * 50, 2)
  })
})

describe('the caddy of the demo', () => {
  it('has its walls lined and a pane behind its window; both follow when it is stretched by 10 mm', async () => {
    const bytes = new Uint8Array(readFileSync('demo/drawings/tea-caddy.svg'))
    const drawing = await readDrawing(bytes, 'tea-caddy.svg', PLAIN_READING)
    const file = { id: 's', name: 'tea-caddy.svg', format: 'svg', bytes: bytes.length }
    const [caddy] = addSource(emptyProject('Fair'), drawing, file)
    const [front] = shapesOf(caddy).filter((s) => s.openings.length > 0)
    const takes = [{ piece: front!.piece.id, spent: false }]
    const [lined] = settled(
      addMaking(caddy, { id: 'lining', recipe: 'lining', measures: { panels: 'all' }, takes }),
    )
    const [whole] = settled(addMaking(lined, { id: 'pane', recipe: 'pane', takes }))
    const made = (project: Project, source: string) =>
      shapesOf(project)
        .filter((s) => s.lines[0]!.source === source)
        .map((s) => s.size.height)
    const [before, film] = [made(whole, 'lining'), made(whole, 'pane')]
    expect(before.length).toBeGreaterThanOrEqual(4)
    expect(film).toHaveLength(1)
    // Across the middle of the window, which every upright wall crosses.
    const window = boundsOf(front!.openings[0]!)
    const at = (window.minY + window.maxY) / 2
    const [taller] = settled(stretchPieces(whole, [front!.piece.id], { way: 'down', at, by: 10 }))
    expect(made(taller, 'pane')[0]!).toBeCloseTo(film[0]! + 10, 2)
    const grown = made(taller, 'lining').map((height, i) => height - before[i]!)
    expect(grown.filter((g) => Math.abs(g - 10) < 0.01).length).toBeGreaterThanOrEqual(2)
    for (const g of grown) expect(Math.min(Math.abs(g), Math.abs(g - 10))).toBeLessThan(0.01)
    for (const source of Object.values(taller.sources))
      if (source.kind === 'making') expect(source.trouble).toBeNull()
  })
})
