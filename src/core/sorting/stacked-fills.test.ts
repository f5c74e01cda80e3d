import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { closeOpenings, cutOutOfBeneath, layerOfItsOwn, pieceBeneath } from '../binding/planes'
import { takeBack } from '../binding/take-back'
import { emptyProject, type Project } from '../document/project'
import { filesOf, PLAIN_READING, type Stacked } from '../document/sources'
import { inspect } from '../inspection'
import { readDrawing } from '../intake/formats'
import { settled } from '../making/settle'
import { shapesOf } from '../pieces/piece-shape'

/** A page of 200 x 200 mm with shapes in the order in which they are painted. */
async function draw(shapes: string, stacked: Stacked['as'] | null = null): Promise<Project> {
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200">${shapes}</svg>`
  const drawing = await readDrawing(new TextEncoder().encode(text), 'figure.svg', PLAIN_READING)
  const file = { id: 'f', name: 'figure.svg', format: 'svg', bytes: text.length, stacked }
  return addSource(emptyProject('Figure'), drawing, file)[0]
}
const stackedOf = (project: Project) => filesOf(project.sources)[0]!.stacked
const piecesOf = (project: Project) =>
  shapesOf(project)
    .map(
      ({ size, openings }) =>
        `${size.width.toFixed(0)}x${size.height.toFixed(0)}${openings.length > 0 ? ` with ${openings.length}` : ''}`,
    )
    .sort()
const rect = (x: number, y: number, w: number, h: number, fill: string, more = '') =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${fill}" ${more}/>`
const BODY = rect(20, 20, 100, 140, '#203050')
const BELLY = rect(40, 60, 60, 90, '#f0e0c0')
const BEAK = rect(60, 70, 20, 10, '#e08020')

describe('fills that lie on one another', () => {
  it('are layers of paper: belly and beak are pieces, and the body has no holes', async () => {
    const project = await draw(BODY + BELLY + BEAK)
    expect(piecesOf(project)).toEqual(['100x140', '20x10', '60x90'])
    expect(stackedOf(project)).toMatchObject({ as: 'layers', sure: true })
    expect(Object.values(project.lines).every((l) => l.role === 'cut' && l.sure)).toBe(true)
    expect(new Set(Object.values(project.lines).map((l) => l.plane)).size).toBe(3)
  })

  it.each([20, 4])(
    'keep both layers of one outline where one of them has eye holes of %d mm',
    async (eye) => {
      const plain = 'M20 20H120V160H20Z'
      const hole = (x: number) => `M${x} 40h${eye}v${eye}h${-eye}Z`
      const project = await draw(
        `<path d="${plain}" fill="#203050"/><path fill-rule="evenodd" d="${plain}${hole(40)}${hole(80)}" fill="#203050"/>`,
      )
      expect(piecesOf(project)).toEqual(['100x140', '100x140 with 2'])
      expect(stackedOf(project)).toMatchObject({ as: 'layers', sure: true })
    },
  )

  it('leave a body whole under which a wing is tucked, and the wing too', async () => {
    const project = await draw(rect(90, 60, 80, 40, '#806040') + BODY)
    expect(piecesOf(project)).toEqual(['100x140', '80x40'])
  })

  it('are layers with strokes too', async () => {
    const outlined = [BODY, BELLY, BEAK].map((s) => s.replace('/>', ' stroke="#000"/>')).join('')
    expect(piecesOf(await draw(outlined))).toEqual(['100x140', '20x10', '60x90'])
  })

  it('take along what is drawn on them, and only that', async () => {
    const fold = '<path d="M40 105H100" stroke="#c00" fill="none"/>'
    const project = await draw(BODY + BELLY + fold + rect(20, 165, 100, 20, '#e08020'))
    const belly = shapesOf(project).find((s) => s.size.width < 61)!
    expect(belly.piece.lines.map((id) => project.lines[id]!.role).sort()).toEqual(['cut', 'score'])
    // A fold on a drawing of fills: a dieline perhaps, so a person is asked.
    expect(stackedOf(project)).toMatchObject({ as: 'layers', sure: false })
  })

  it('are asked about where they are white: openings at first, layers once a person says so', async () => {
    const white = BODY + rect(40, 60, 60, 90, '#ffffff')
    const asked = await draw(white)
    expect(stackedOf(asked)).toMatchObject({ as: 'openings', sure: false })
    expect(piecesOf(asked)).toEqual(['100x140 with 1'])
    const told = await draw(white, 'layers')
    expect(stackedOf(told)).toMatchObject({ as: 'layers', sure: true })
    expect(piecesOf(told)).toEqual(['100x140', '60x90'])
    expect(piecesOf(await draw(BODY + BELLY, 'openings'))).toEqual(['100x140 with 1'])
  })

  it('leave an island in a white opening what it is', async () => {
    const project = await draw(BODY + rect(40, 60, 60, 60, '#ffffff') + rect(60, 80, 20, 20, '#203050'))
    expect(stackedOf(project)).toMatchObject({ as: 'openings', sure: false })
    expect(piecesOf(project)).toEqual(['100x140 with 1', '20x20'])
  })

  it('touch without lying on one another: panels in colours are one drawing', async () => {
    const project = await draw(rect(20, 20, 50, 80, '#a0c0e0') + rect(70, 20, 50, 80, '#e0c0a0'))
    expect(stackedOf(project)).toBeUndefined()
    expect(new Set(Object.values(project.lines).map((l) => l.plane))).toEqual(new Set(['f']))
  })

  it('are ornaments, and no layers, where strokes are the outlines', async () => {
    const outline = '<path d="M10 10H190V190H10Z" fill="none" stroke="#000"/>'
    const inStretches =
      '<path d="M10 10H190" stroke="#000"/><path d="M190 10V190" stroke="#000"/><path d="M190 190H10" stroke="#000"/><path d="M10 190V10" stroke="#000"/>'
    expect(stackedOf(await draw(outline + BODY + BELLY))).toBeUndefined()
    expect(stackedOf(await draw(inStretches + BODY + BELLY))).toBeUndefined()
  })

  it('of one colour within one another are a dieline with its windows', async () => {
    const project = await draw(BODY + rect(40, 60, 60, 60, '#203050'))
    expect(stackedOf(project)).toBeUndefined()
    expect(piecesOf(project)).toEqual(['100x140 with 1'])
  })

  it('painted twice are one piece drawn twice', async () => {
    const project = await draw(BODY + BODY + BELLY)
    expect(piecesOf(project)).toEqual(['100x140', '60x90'])
  })

  it('can be turned one by one: a layer cut out of what it lies on, an opening made a layer', async () => {
    const layered = await draw(BODY + BELLY + BEAK)
    const beak = shapesOf(layered).find((s) => s.size.width < 21)!.piece.id
    const belly = shapesOf(layered).find((s) => s.size.width === 60)!.piece
    expect(pieceBeneath(layered, beak)).toBe(belly)
    const [opened] = settled(cutOutOfBeneath(layered, beak))
    expect(piecesOf(opened)).toEqual(['100x140', '60x90 with 1'])
    const edge = shapesOf(opened).flatMap((s) => s.piece.openings)[0]!
    expect(closeOpenings(opened, edge)).toBe(true)
    expect(closeOpenings(opened, belly.outline)).toBe(false)
    expect(piecesOf(settled(layerOfItsOwn(opened, edge))[0])).toEqual(['100x140', '20x10', '60x90'])
    const body = shapesOf(layered).find((s) => s.size.width === 100)!.piece.id
    expect(pieceBeneath(layered, body)).toBeNull()
    expect(cutOutOfBeneath(layered, body)[1].changes).toEqual([
      { op: 'lines', groups: [{ ids: [], set: {} }] },
    ])
  })

  it('meet on one level where they have one colour: two wings on a body are two pieces, a pair that touches is one', async () => {
    const apart = await draw(BODY + rect(30, 60, 20, 40, '#f0e0c0') + rect(80, 60, 20, 40, '#f0e0c0'))
    expect(piecesOf(apart)).toEqual(['100x140', '20x40', '20x40'])
    expect(new Set(Object.values(apart.lines).map((l) => l.plane)).size).toBe(2)
  })
})

describe('fills of one colour that cross', () => {
  const ONE = '#345678'
  const round = (x: number, y: number, rx: number, ry: number, fill = ONE) =>
    `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" fill="${fill}"/>`
  const TEAPOT =
    round(90, 110, 50, 40) + round(90, 65, 10, 10) + round(90, 76, 30, 9) + round(150, 100, 16, 16)

  it('are rather one piece drawn in parts, and asked about; what was drawn can be put back', async () => {
    const project = await draw(TEAPOT)
    expect(stackedOf(project)).toMatchObject({ as: 'parts', sure: false })
    expect(piecesOf(project)).toEqual(['126x95'])
    const [united] = filesOf(project.sources)[0]!.cleaning
    expect(united).toMatchObject({ kind: 'united', items: [{ removed: { length: 4 }, made: { length: 1 } }] })
    // Curves stay curves.
    const [line] = Object.values(project.lines)
    expect(line!.d.match(/C/g)!.length).toBeLessThan(30)
    expect(line!.d).not.toContain('L')
  })

  it('come back as they were drawn, on the level of the united one', async () => {
    const project = await draw(round(90, 110, 70, 60, '#f0e0c0') + TEAPOT, 'parts')
    const [united] = filesOf(project.sources)[0]!.cleaning
    const { made, removed } = united!.items[0]!
    expect(new Set(removed.map((l) => l.plane))).toEqual(new Set([project.lines[made[0]!]!.plane]))
    const [back] = takeBack(project, 'f', 'united')
    expect(Object.values(back.lines)).toHaveLength(5)
  })

  it('are layers where a person says so', async () => {
    expect(piecesOf(await draw(TEAPOT, 'layers'))).toHaveLength(4)
  })

  it('have no false openings where what lies within them is one', async () => {
    const project = await draw(TEAPOT + round(80, 110, 8, 8), 'openings')
    expect(piecesOf(project)).toEqual(['126x95 with 1'])
    expect(inspect(project).filter((f) => f.severity === 'error')).toEqual([])
  })

  it('carry other colours as layers when they are united', async () => {
    const project = await draw(TEAPOT + round(90, 110, 20, 12, '#f0e0c0'), 'parts')
    expect(piecesOf(project)).toEqual(['126x95', '40x24'])
  })
})

describe('a lid that lies on its tray in the same colour', () => {
  const net = (x: number, y: number, w: number, l: number, h: number) =>
    `<path fill="#ddccaa" d="M${x + h} ${y}h${w}v${h}h${h}v${l}h${-h}v${h}h${-w}v${-h}h${-h}v${-l}h${h}z"/>` +
    `<path stroke="#f00" fill="none" d="M${x + h} ${y + h}h${w}M${x + h + w} ${y + h}v${l}M${x + h} ${y + h + l}h${w}M${x + h} ${y + h}v${l}"/>`

  it('is a piece of its own with its folds, and asked about', async () => {
    const project = await draw(net(10, 10, 100, 80, 30) + net(25, 25, 102, 82, 14))
    expect(piecesOf(project)).toEqual(['130x110', '160x140'])
    expect(stackedOf(project)).toMatchObject({ as: 'layers', sure: false })
    expect(shapesOf(project).map((s) => s.lines.length)).toEqual([5, 5])
  })
})

describe('a group around the whole drawing', () => {
  it('called art takes nothing out of it, but is asked about', async () => {
    const project = await draw(`<g id="art">${BODY}</g>`)
    expect(Object.values(project.lines).map((l) => [l.role, l.sure])).toEqual([['cut', false]])
    expect(piecesOf(project)).toEqual(['100x140'])
  })

  it('called die leaves its folds sure', async () => {
    const project = await draw(
      '<g id="die" fill="none" stroke="#000"><path d="M10 10H110V90H10Z"/><path d="M60 10V90" stroke="#f00"/></g>',
    )
    expect(Object.values(project.lines).map((l) => [l.role, l.sure])).toEqual([
      ['cut', true],
      ['score', true],
    ])
  })
})
