import { readFileSync } from 'node:fs'
import { polygonArea } from 'd3-polygon'
import { beforeAll, describe, expect, it } from 'vitest'
import { caddyPutTogether } from '../../../demo/caddy-build'
import { shutIn } from '../../../judges/replay-build'
import { addSource } from '../binding/add-source'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { buildOf, foldedPieces, posedPieces } from '../folding'
import { inverse } from '../folding/joins'
import { onFlat } from '../folding/model'
import { moved } from '../folding/rigid'
import { readDrawing } from '../intake/formats'
import { fitsOf, wholeOf } from '.'

const DRAWINGS = ['tea-caddy.svg', 'tea-caddy.dxf', 'tea-caddy.pdf'] as const

async function projectOf(
  file: string,
  bytes: Uint8Array = readFileSync(`demo/drawings/${file}`),
): Promise<Project> {
  const drawing = await readDrawing(bytes, file, PLAIN_READING)
  const source = { id: 's', name: file, format: drawing.format, bytes: 1 }
  return addSource(emptyProject('Fair'), drawing, source)[0]
}

/** Two walls of 60 mm with a tab, and flaps that close the bottom. @param parted outlines in single stretches */
function half(tall: number, parted: boolean): string {
  const outline: [number, number][] = [
    [0, 0],
    [120, 0],
    [132, 6],
    [132, tall - 6],
    [120, tall],
    [118, tall + 28],
    [62, tall + 28],
    [60, tall],
    [58, tall + 55],
    [2, tall + 55],
    [0, tall],
  ]
  const d = (points: readonly (readonly number[])[]) => `M${points.map((p) => p.join(' ')).join('L')}`
  const cuts = parted ? outline.map((p, i) => d([p, outline[(i + 1) % outline.length]!])) : [`${d(outline)}Z`]
  const folds = [`M60 0V${tall}`, `M120 0V${tall}`, `M0 ${tall}H60`, `M60 ${tall}H120`]
  const stroke = (colour: string) => (path: string) => `<path d="${path}" stroke="${colour}"/>`
  return [...cuts.map(stroke('#000')), ...folds.map(stroke('#d00'))].join('')
}

/** Two halves beside each other, the second turned and as tall as is said. */
const halves = ({ tall = 80, turned = 0, parted = false } = {}) =>
  projectOf(
    'halves.svg',
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" width="500mm" height="300mm" viewBox="0 0 500 300" fill="none"><g transform="translate(20 40)">${half(80, parted)}</g><g transform="translate(340 120) rotate(${turned} 60 60)">${half(tall, parted)}</g></svg>`,
    ),
  )

describe('a box in two halves', () => {
  it.each(DRAWINGS)('%s: which pieces fit edge to edge is found', async (file) => {
    const fits = fitsOf(buildOf(foldedPieces(await projectOf(file))))
    expect(fits.map((f) => [f.piece, f.onto])).toEqual([['piece-2', 'piece-1']])
    // The tab of 14 mm lies within the wall of 70 mm, at its right edge.
    expect(fits[0]!.join.right).toBeCloseTo((14 - 70) / 2, 2)
    expect(fits[0]!.join).toMatchObject({ up: expect.closeTo(0, 3), turn: 0, side: 'back', how: 'glue' })
  })

  it.each([
    ['drawn turned by a quarter', { turned: 90 }],
    ['drawn askew', { turned: 33 }],
    ['drawn in stretches', { parted: true }],
  ])('%s fits as well', async (_, how) => {
    const project = await halves(how)
    const { fits } = wholeOf(project)
    expect(fits.length).toBe(1)
    const { piece, join } = fits[0]!
    const whole = wholeOf({ ...project, build: { joins: { [piece]: join }, order: [], done: [] } })
    // Glued by both tabs before a flap is closed; the box is 60 mm wide, whatever way it was drawn.
    expect(whole.steps.map((s) => s.kind).join(' ')).toMatch(/^fold fold join glue close/)
    expect(whole.steps.find((s) => s.kind === 'glue')!.hold).toBe(true)
    const { r, t } = inverse(posedPieces(whole.build, 1)[0]!.pose[0]!)
    const places = posedPieces(whole.build, 1).flatMap(({ model, pose }) =>
      model.panels.flatMap(({ ring }, i) => ring.map((p) => moved({ r, t }, moved(pose[i]!, onFlat(p))))),
    )
    const sizes = [0, 1, 2].map((k) => {
      const of = places.map((p) => p[k]!)
      return Math.max(...of) - Math.min(...of)
    })
    expect(sizes.map(Math.round).sort((a, b) => a - b)).toEqual([60, 60, 80])
  })

  it('does not fit where one is 3 mm taller, nor when a hand has taken it off', async () => {
    expect(wholeOf(await halves({ tall: 83 })).fits).toEqual([])
    const project = await halves()
    const [fit] = wholeOf(project).fits
    const off = { ...project, build: { joins: { [fit!.piece]: null }, order: [], done: [] } }
    expect(wholeOf(off).fits).toEqual([])
  })
})

describe('the caddy', () => {
  let whole: ReturnType<typeof wholeOf>
  beforeAll(async () => {
    whole = wholeOf(caddyPutTogether(await projectOf('tea-caddy.svg')))
  })

  it('is built to its end: pane, halves, bottom, shelf, lid, each when nothing is in its way', () => {
    expect(whole.steps.map((s) => `${s.letter ?? ''} ${s.says.split(' ').slice(0, 4).join(' ')}`)).toEqual([
      ' Fold all scores of',
      'A Glue “Window pane” behind',
      ' Fold all scores of',
      'B Glue tab B of',
      'C Glue tab C of',
      ' Fold 2 flaps of',
      ' Fold 2 flaps of',
      ' Fold “Cup shelf” sharply',
      ' Lay “Cup shelf” into',
      ' Fold the flap of',
      ' Fold the flap of',
      ' Close the end of',
    ])
    expect(whole.wrong).toEqual([])
    expect(shutIn(whole.build, whole.steps)).toEqual([])
  })

  it('is judged: a shelf after the lid is shut out', () => {
    const shelf = whole.steps.find((s) => s.says.startsWith('Lay'))!
    const late = [...whole.steps.filter((s) => s !== shelf), shelf]
    expect(shutIn(whole.build, late)).toEqual(['Cup shelf in Front and side'])
  })

  it('shows the shelf held over the open box, not behind it', () => {
    const { posed } = whole.sceneOf(whole.steps.findIndex((s) => s.says.startsWith('Lay')))
    const heights = (isIt: (piece: string) => boolean) =>
      posed.model.panels.flatMap(({ ring, piece }, i) =>
        isIt(piece) ? ring.map((p) => moved(posed.pose[i]!, onFlat(p))[1]) : [],
      )
    // Over the walls, though the lid stands higher.
    const shelf = heights((id) => id === 'piece-3')
    expect(Math.min(...shelf)).toBeGreaterThan(Math.max(...heights((id) => id === 'piece-4')) + 20)
  })

  it('shows where the second tab is glued, though no hand said so', () => {
    const at = whole.steps.findIndex((s) => s.letter === 'C')
    const { posed, glued } = whole.sceneOf(at)
    // The tab of 14 x 110 mm whose corners are cut off by 10 mm, and its place on the wall.
    expect(glued.size).toBe(2)
    const areas = [...glued].map((i) =>
      Math.abs(polygonArea([...posed.model.panels[i]!.ring] as [number, number][])),
    )
    for (const area of areas) expect(area).toBeCloseTo(14 * 110 - 14 * 10, -1)
  })
})
