import { readFileSync } from 'node:fs'
import { polygonContains } from 'd3-polygon'
import { beforeAll, describe, expect, it } from 'vitest'
import { asProject } from '../../../corpus/as-project'
import { tuckCarton } from '../../../corpus/templates/boxes'
import { caddyPutTogether } from '../../../demo/caddy-build'
import { addSource } from '../binding/add-source'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { putAtHand } from '../making/lettering/fonts'
import { readFont } from '../making/lettering/read-font'
import { drawMarks, stateOfMarks } from '../making/marks/drawn'
import { settle } from '../making/settle'
import { glueLetters, LETTER_FONT, wholeOf } from '.'

beforeAll(() => putAtHand(LETTER_FONT, readFont(readFileSync('public/fonts/readability.svg'))))

const lettered = (project: Project): Project => {
  const [edited, edit] = drawMarks(project, 'letters', glueLetters(wholeOf(project)))
  return settle(edited, edit)[0]
}
const letterLines = (project: Project, piece: string) =>
  Object.values(project.lines).filter((l) => l.source === `letters-${piece}`)
/** Points of lines in the drawing. */
const pointsOf = (lines: readonly { d: string }[]) =>
  lines.flatMap(({ d }) => {
    const { polyline } = shapeOf(d)
    return Array.from({ length: polyline.length / 2 }, (_, i): [number, number] => [
      polyline[2 * i]!,
      polyline[2 * i + 1]!,
    ])
  })

describe('glue letters', () => {
  let caddy: Project
  beforeAll(async () => {
    const drawing = await readDrawing(readFileSync('demo/drawings/tea-caddy.svg'), 'c.svg', PLAIN_READING)
    caddy = caddyPutTogether(
      addSource(emptyProject('Fair'), drawing, { id: 's', name: 'c.svg', format: 'svg', bytes: 1 })[0],
    )
  })

  it('stand on fronts that the glue hides: on the pane about its window, and on both tabs', () => {
    const project = lettered(caddy)
    const whole = wholeOf(caddy)
    const byPiece = Object.keys(caddy.pieces).map((id) => letterLines(project, id).length > 0)
    // Front and back bear a tab each, the pane lies behind the window; shelf and label are not glued.
    expect(byPiece).toEqual([true, true, false, true, false])
    for (const { piece, panel } of whole.seams) {
      const { shape, motion } = whole.build.pieces[piece]!
      const tab = motion.model.panels[panel]!.ring.map(([x, y]): [number, number] => [x, -y])
      const points = pointsOf(letterLines(project, shape.piece.id))
      expect(points.length).toBeGreaterThan(1)
      expect(points.every((p) => polygonContains(tab, p))).toBe(true)
      // Planted: 9 mm aside they are on no tab any more.
      expect(points.every(([x, y]) => polygonContains(tab, [x - 9, y]))).toBe(false)
    }
    const [pane] = whole.build.pieces.filter((p) => p.shape.piece.name === 'Window pane')
    const { box } = pane!.shape
    // The window of 40 x 60 mm shows the middle of the pane of 50 x 70 mm.
    for (const [x, y] of pointsOf(letterLines(project, pane!.shape.piece.id)))
      expect(x - box.minX < 5 || x - box.minX > 45 || y - box.minY < 5 || y - box.minY > 65).toBe(true)
    for (const id of Object.keys(caddy.pieces))
      for (const line of letterLines(project, id)) {
        expect(line.role).toBe('pen')
        expect(project.pieces[id]!.lines).toContain(line.id)
      }
  })

  it('are told to be stale when the joints are others, and go without a trace', () => {
    const project = lettered(caddy)
    const state = (p: Project) => stateOfMarks(p, 'letters', glueLetters(wholeOf(p)))
    expect(state(caddy)).toBe('none')
    expect(state(project)).toBe('right')
    const { joins, ...build } = project.build!
    const [apart] = Object.keys(joins)
    expect(state({ ...project, build: { ...build, joins: { ...joins, [apart!]: null } } })).toBe('stale')
    const [without, edit] = drawMarks(project, 'letters', [])
    const cleared = settle(without, edit)[0]
    expect(Object.keys(cleared.lines)).toEqual(Object.keys(caddy.lines))
    expect(Object.keys(cleared.pieces)).toEqual(Object.keys(caddy.pieces))
  })

  it('stand on the tab where it lies behind its wall, and on the wall where the tab lies before it', () => {
    const panelsWith = (fold: 'mountain' | 'valley') => {
      const project = asProject('carton', tuckCarton(1).pieces[0]!.lines)
      for (const line of Object.values(project.lines)) if (line.role === 'score') line.fold = fold
      const whole = wholeOf(project)
      const [step] = whole.steps.filter((s) => s.letter)
      const points = pointsOf(letterLines(lettered(project), whole.build.pieces[0]!.shape.piece.id))
      const { panels } = whole.build.pieces[0]!.motion.model
      const on = (id: string) =>
        points.every((p) =>
          polygonContains(
            panels.find((q) => q.id === id)!.ring.map(([x, y]): [number, number] => [x, -y]),
            p,
          ),
        )
      expect(points.length).toBeGreaterThan(1)
      return step!.glued.map(on)
    }
    expect(panelsWith('mountain')).toEqual([true, false])
    expect(panelsWith('valley')).toEqual([false, true])
  })

  it('are none where nothing is glued', () => {
    expect(glueLetters({ build: { pieces: [], joins: [] }, seams: [], steps: [] })).toEqual([])
  })
})
