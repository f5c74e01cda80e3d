import type Geometry from 'jsts/org/locationtech/jts/geom/Geometry.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import WKTReader from 'jsts/org/locationtech/jts/io/WKTReader.js'
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js'
import OverlayOp from 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js'
import { describe, expect, it } from 'vitest'
import { chance } from '../../../corpus/draw'
import { POND_LAYERS, pondLayer } from '../../../demo/koi-pond'
import { addSource } from '../binding/add-source'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { type Stack, USUAL_SLACK, USUAL_STACK } from '../document/stack'
import type { Polyline } from '../geometry/flatten'
import { readDrawing } from '../intake/formats'
import { byName, byOpenness, layersIn, layersOf, partsOf, type Stacked, stacked, supportOf } from '.'
import { gridIn } from './support'

const square = (half: number, x = 0, y = 0): Polyline =>
  Float64Array.from([
    x - half,
    y - half,
    x + half,
    y - half,
    x + half,
    y + half,
    x - half,
    y + half,
    x - half,
    y - half,
  ])
const backwards = (ring: Polyline): Polyline => {
  const turned: number[] = []
  for (let i = ring.length - 2; i >= 0; i -= 2) turned.push(ring[i]!, ring[i + 1]!)
  return Float64Array.from(turned)
}

/** A region as another library has it: each part with its openings. */
const reader = new WKTReader(new GeometryFactory())
function judged(region: readonly Polyline[]): Geometry {
  const text = (ring: Polyline) => {
    const points: string[] = []
    for (let i = 0; i < ring.length; i += 2) points.push(`${ring[i]} ${ring[i + 1]}`)
    if (points[0] !== points.at(-1)) points.push(points[0]!)
    return `(${points.join(', ')})`
  }
  const parts = partsOf([...region]).map((part) => `(${part.map(text).join(', ')})`)
  return reader.read(parts.length === 0 ? 'POLYGON EMPTY' : `MULTIPOLYGON (${parts.join(', ')})`)
}
const minus = (a: Geometry, b: Geometry): number => OverlayOp.difference(a, b).getArea()

async function pond(
  layers = POND_LAYERS.map((l) => ({ name: l.name, text: pondLayer(l) })),
): Promise<Project> {
  let project = emptyProject('Koi pond')
  for (const [i, { name, text }] of layers.entries()) {
    const bytes = new TextEncoder().encode(text)
    const drawing = await readDrawing(bytes, `${name}.svg`, PLAIN_READING)
    ;[project] = addSource(project, drawing, {
      id: `s${i + 1}`,
      name: `${name}.svg`,
      format: 'svg',
      bytes: bytes.length,
      lay: 'centred',
    })
  }
  return project
}

const stackOf = (project: Project, more: Partial<Stack> = {}): Stack => ({
  ...USUAL_STACK,
  layers: layersIn(project).map((g) => ({ ...g, facing: 'front' })),
  ...more,
})
const rules = ({ findings }: Stacked) => findings.map((f) => f.rule)
const frame = (width: number, height: number, depth: number, glass = 0) => ({
  width,
  height,
  depth,
  glass,
  slack: USUAL_SLACK,
})

describe('the layers of drawings', () => {
  it('are one a file, named after it where it has several pieces, all on one centre', async () => {
    const project = await pond()
    const groups = layersIn(project)
    expect(groups.map((g) => g.name)).toEqual(POND_LAYERS.map((l) => l.name))
    // A square and two fish are one layer.
    expect(groups[1]!.pieces.length).toBe(3)
    for (const { region } of layersOf(project, stackOf(project).layers)) {
      const xs = region.flatMap((r) => [...r].filter((_, i) => i % 2 === 0))
      expect(Math.min(...xs)).toBeCloseTo(-95, 6)
      expect(Math.max(...xs)).toBeCloseTo(95, 6)
    }
  })

  it('are the pieces that are chosen, where there is one drawing', async () => {
    const project = await pond([
      {
        name: 'cards',
        text: '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="90mm" viewBox="0 0 200 90" fill="none" stroke="#000"><path d="M0 0H80V80H0Z"/><path d="M100 5H170V75H100Z"/></svg>',
      },
    ])
    expect(layersIn(project).length).toBe(2)
    const [one] = layersIn(project)
    expect(layersIn(project, [one!.id])).toEqual([one])
    // Drawn beside one another, each on its own middle.
    for (const { region } of layersOf(project, stackOf(project).layers)) {
      const corners = [...region[0]!].slice(0, 8)
      expect(corners.reduce((sum, v) => sum + v, 0)).toBeCloseTo(0, 6)
    }
  })

  it('are ordered by their names, numbers as numbers, or by how open they are', async () => {
    const names = ['10 rim', '9 bank', '2 koi'].map((name) => ({ name }))
    expect(byName(names).map((n) => n.name)).toEqual(['2 koi', '9 bank', '10 rim'])
    const project = await pond()
    const flat = layersOf(project, stackOf(project).layers)
    const mixed = [...flat].sort((a, b) => a.name.length - b.name.length)
    expect(byOpenness(mixed)[0]!.name).toBe('1 night water')
    expect(byOpenness(mixed).at(-1)!.name).toBe('9 rim')
  })

  it('that look back are mirrored', async () => {
    const project = await pond()
    const [, koi] = stackOf(project).layers
    const [front] = layersOf(project, [koi!])
    const [back] = layersOf(project, [{ ...koi!, facing: 'back' }])
    const mirrored = front!.region.map((r) => backwards(r.map((v, i) => (i % 2 === 0 ? -v : v))))
    expect(minus(judged(mirrored), judged(back!.region))).toBeLessThan(0.5)
    expect(minus(judged(front!.region), judged(back!.region))).toBeGreaterThan(100)
  })
})

describe('the depth of a stack', () => {
  it('is the sum of its papers and its spacers', async () => {
    const project = await pond()
    const papers = new Map([['card', { name: 'Card', caliper: 0.42 }]])
    for (const piece of Object.values(project.pieces)) piece.paper = 'card'
    const stack = stackOf(project, { spacer: { strips: 1.5 } })
    const third = stack.layers[2]!.id
    const told = stacked(project, { ...stack, gaps: { [third]: { strips: 3 } } }, papers)
    expect(told.depth).toBeCloseTo(9 * 0.42 + 7 * 1.5 + 3, 9)
    expect(told.layers[3]!.z).toBeCloseTo(3 * 0.42 + 1.5 + 3 + 1.5, 9)
    expect(told.layers[0]).toMatchObject({ z: 0, gap: 0, paper: 'Card' })
  })

  it('and its size are measured against the frame: half an inch of slack, and what would do', async () => {
    const project = await pond()
    const inFrame = (w: number, h: number, d: number, glass = 0) =>
      stacked(project, stackOf(project, { frame: frame(w, h, d, glass) }))
    // 190 mm and 12.7 of slack need 202.7; nine cards of 0.3 and eight gaps of 2 are 18.7 deep.
    expect(inFrame(203, 203, 25).fits).toEqual({
      width: expect.closeTo(0.3, 6),
      height: expect.closeTo(0.3, 6),
      depth: expect.closeTo(6.3, 6),
    })
    expect(rules(inFrame(203, 203, 25))).not.toContain('stack-frame')
    const small = inFrame(200, 203, 25)
    expect(small.fits!.width).toBeCloseTo(-2.7, 6)
    expect(small.findings[0]!.message).toMatch(/2.7 mm too wide.*Resize it to 98.5 %/)
    const shallow = inFrame(203, 203, 15, 4).findings[0]!.message
    expect(shallow).toContain('3.7 mm too deep')
    // 15 less nine cards leaves 12.3 for eight gaps.
    expect(shallow).toContain('spacers of 1.5 mm at most')
    expect(shallow).toContain('no glass, which gives 4 mm')
    expect(shallow).toContain('2 layers fewer')
    expect(inFrame(203, 203, 18.7).findings).toEqual(expect.not.arrayContaining([{ rule: 'stack-frame' }]))
  })
})

describe('what holds a layer', () => {
  /** Everything that is promised of spacers, by another library: what is wrong with them. */
  function wrong(
    upper: readonly Polyline[],
    lower: readonly Polyline[],
    pads: readonly Polyline[][],
    span: number,
    gap: number,
  ) {
    const [above, below] = [judged(upper), judged(lower)]
    const drawnIn = Math.max(1, gap * Math.tan(Math.PI / 6))
    const hidden = BufferOp.bufferOp(above, 0.05 - drawnIn)
    const all = pads.map((p) => judged(p))
    const problems: string[] = []
    if (all.some((p) => minus(p, hidden) > 0.01)) problems.push('seen')
    if (all.some((p) => minus(p, below) > 0.01)) problems.push('in the air')
    const reached = all.map((p) => BufferOp.bufferOp(p, span + 0.05))
    let left = above
    for (const r of reached) left = OverlayOp.difference(left, r)
    if (left.getArea() > 20) problems.push(`free ${Math.round(left.getArea())}`)
    return problems
  }
  const options = { gap: 2, span: 25, width: 6 }

  it('lies hidden behind it, on paper, and near enough to all of it', async () => {
    const project = await pond()
    const told = stacked(project, stackOf(project))
    expect(rules(told)).toEqual([])
    for (const [i, { region, pads }] of told.layers.entries()) {
      if (i === 0) continue
      expect(pads.length).toBeGreaterThan(0)
      expect(
        wrong(
          region,
          told.layers[i - 1]!.region,
          pads.map((p) => p.region),
          25,
          2,
        ),
        told.layers[i]!.name,
      ).toEqual([])
    }
  })

  it('is judged: a pad beside the layer, one over an opening, and one too few are found', () => {
    const upper = [square(50)]
    const lower = [square(50), backwards(square(20))]
    const { pads } = supportOf(upper, lower, options)
    const own = pads.map((p) => p.region)
    expect(wrong(upper, lower, [...own, [square(3, 49, 0)]], 25, 2)).toContain('seen')
    expect(wrong(upper, lower, [...own, [square(3)]], 25, 2)).toContain('in the air')
    expect(wrong(upper, lower, own.slice(1), 25, 2).join()).toContain('free')
  })

  it('holds frames by chance', () => {
    const random = chance(77)
    for (let i = 0; i < 20; i += 1) {
      const [outer, open] = [40 + 60 * random(), 5 + 25 * random()]
      const upper = [square(outer), backwards(square(open, 4 * random(), 4 * random()))]
      const lower = [square(outer), backwards(square(open * random()))]
      const { pads, hanging } = supportOf(upper, lower, options)
      expect(hanging).toEqual([])
      expect(
        wrong(
          upper,
          lower,
          pads.map((p) => p.region),
          25,
          2,
        ),
      ).toEqual([])
    }
  })

  it('is told to be missing over an opening, with the place and how large', () => {
    // A closed square over a frame: 60 x 60 mm in the middle have nothing behind, and 25 mm are reached from the frame.
    const { hanging } = supportOf([square(50)], [square(50), backwards(square(30))], { ...options, span: 10 })
    expect(hanging.length).toBe(1)
    expect(hanging[0]!.falls).toBe(false)
    // The frame's paper ends at 30; pads end 1 mm from it and reach 10 mm in: a square of about 2 x 21 mm is left.
    expect(hanging[0]!.area).toBeGreaterThan((2 * 20.5) ** 2 * 0.97)
    expect(hanging[0]!.area).toBeLessThan((2 * 24) ** 2)
  })

  it('stands on a layer farther behind where there is nothing right behind, as high as that is; else it falls', async () => {
    const plain = (lines: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100" fill="none" stroke="#000"><path d="M0 0H100V100H0Z"/>${lines}</svg>`
    const open = '<path d="M20 20H80V80H20Z"/>'
    const island = '<path d="M40 40H60V60H40Z"/>'
    const layers = (back: string) => [
      { name: '1 back', text: plain(back) },
      { name: '2 frame', text: plain(open) },
      { name: '3 island', text: plain(open + island) },
    ]
    const whole = await pond(layers(''))
    const held = stacked(whole, stackOf(whole))
    expect(rules(held)).toContain('stack-far')
    expect(rules(held)).not.toContain('stack-falls')
    // Two gaps of 2 mm and the card between them.
    const far = held.layers[2]!.pads.filter((p) => p.height > 2.01)
    expect(far.length).toBeGreaterThan(0)
    expect(far.every((p) => Math.abs(p.height - 4.3) < 1e-9 && p.onto === held.layers[0]!.id)).toBe(true)
    expect(far.every((p) => minus(judged(p.region), judged([square(10)])) < 0.01)).toBe(true)
    const bare = await pond(layers(open))
    const falling = stacked(bare, stackOf(bare))
    expect(falling.findings.filter((f) => f.rule === 'stack-falls').map((f) => f.message)).toEqual([
      expect.stringContaining('“3 island” has 1 part with nothing behind'),
    ])
    expect(falling.layers[2]!.hanging).toMatchObject([{ area: 400, falls: true }])
  })

  it('finds no place on paper that is narrower than a spacer', () => {
    const thin = [Float64Array.from([-40, -2, 40, -2, 40, 2, -40, 2, -40, -2])]
    expect(supportOf(thin, [square(50)], options).hanging).toMatchObject([{ falls: true }])
    expect(supportOf(thin, [square(50)], { gap: 1, span: 25, width: 1.5 }).hanging).toEqual([])
  })

  it('grids lie in their region, by counting', () => {
    expect(gridIn([square(8)], 4).length).toBeGreaterThanOrEqual(9)
    expect(
      gridIn([square(8), backwards(square(5))], 4).every(
        ({ x, y }) => Math.max(Math.abs(x), Math.abs(y)) > 5,
      ),
    ).toBe(true)
    expect(gridIn([], 4)).toEqual([])
  })
})

describe('what is wrong with a stack', () => {
  it('is told of doubled and hidden layers, of a wrong order and of mixed heights', async () => {
    const twice = await pond(
      [...POND_LAYERS, POND_LAYERS[4]!].map((l) => ({ name: l.name, text: pondLayer(l) })),
    )
    expect(rules(stacked(twice, stackOf(twice)))).toContain('stack-doubled')
    const project = await pond()
    const stack = stackOf(project)
    const turned = stacked(project, { ...stack, layers: [...stack.layers].reverse() })
    expect(rules(turned)).toEqual(expect.arrayContaining(['stack-order', 'stack-unseen']))
    const mixed = stacked(project, { ...stack, spacer: { strips: 2, dots: 3 } })
    expect(rules(mixed).filter((r) => r === 'stack-mixed').length).toBe(8)
    expect(mixed.depth).toBeCloseTo(9 * 0.3 + 8 * 3, 9)
  })

  it('is told of layers that are smaller than the others', async () => {
    const card = (half: number) =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="-50 -50 100 100"><path d="M${-half} ${-half}H${half}V${half}H${-half}Z" fill="none" stroke="#000"/></svg>`
    const project = await pond([
      { name: 'a', text: card(45) },
      { name: 'b', text: card(30) },
    ])
    const told = stacked(project, stackOf(project))
    expect(told.findings.map((f) => f.message)).toEqual([
      expect.stringContaining('1 layer is smaller than the others (“b”)'),
    ])
  })

  it('of nothing, or of one layer, is nothing', () => {
    const empty = stacked(emptyProject('Fair'), { ...USUAL_STACK, layers: [], frame: frame(100, 100, 10) })
    expect(empty).toMatchObject({ layers: [], depth: 0, size: { width: 0, height: 0 }, findings: [] })
  })
})
