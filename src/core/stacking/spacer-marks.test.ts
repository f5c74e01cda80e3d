import { polygonContains } from 'd3-polygon'
import { beforeAll, describe, expect, it } from 'vitest'
import { POND_LAYERS, pondLayer } from '../../../demo/koi-pond'
import { addSource } from '../binding/add-source'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { type Stack, USUAL_STACK } from '../document/stack'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { drawMarks, stateOfMarks } from '../making/marks/drawn'
import { settle } from '../making/settle'
import { layersIn, spacerMarks, stacked } from '.'

let pond: Project
let stack: Stack
beforeAll(async () => {
  pond = emptyProject('Koi pond')
  for (const [i, layer] of POND_LAYERS.slice(0, 4).entries()) {
    const bytes = new TextEncoder().encode(pondLayer(layer))
    const drawing = await readDrawing(bytes, `${layer.name}.svg`, PLAIN_READING)
    const file = { id: `s${i}`, name: `${layer.name}.svg`, format: 'svg', bytes: 1, lay: 'centred' as const }
    ;[pond] = addSource(pond, drawing, file)
  }
  stack = { ...USUAL_STACK, layers: layersIn(pond).map((l) => ({ ...l, facing: 'front' as const })) }
})

const drawnOn = (project: Project) => {
  const [edited, edit] = drawMarks(project, 'spacers', spacerMarks(stacked(project, stack)))
  return settle(edited, edit)[0]
}
const markedLines = (project: Project) =>
  Object.values(project.lines).filter((l) => l.id.startsWith('spacers-'))

describe('spacers drawn on the layers', () => {
  it('are pen lines bound to the piece that they stand on, each within the spacer that hides it', () => {
    const project = drawnOn(pond)
    const { layers } = stacked(pond, stack)
    const lines = markedLines(project)
    const pads = layers.flatMap((l) => l.pads)
    // One that goes all round is drawn inside and outside.
    expect(lines.length).toBeGreaterThanOrEqual(pads.length)
    expect(pads.length).toBeGreaterThan(8)
    expect(lines.every((l) => l.role === 'pen' && l.sure)).toBe(true)
    for (const line of lines)
      expect(Object.values(project.pieces).filter((p) => p.lines.includes(line.id)).length).toBe(1)
    // Judged by another library: every point of a mark lies in a pad on its layer; 2 mm aside some lie in none.
    const hidden = (shift: number) =>
      lines.map((line) => {
        const layer = layers.find((l) => l.pieces.some((s) => line.id.includes(s.piece.id)))!
        const { polyline } = shapeOf(line.d)
        const rings = pads
          .filter((p) => p.onto === layer.id)
          .map(({ region }) =>
            region.map((ring) =>
              Array.from({ length: ring.length / 2 }, (_, i): [number, number] => [
                ring[2 * i]!,
                ring[2 * i + 1]!,
              ]),
            ),
          )
        const at = Array.from({ length: polyline.length / 2 }, (_, i): [number, number] => [
          polyline[2 * i]! + layer.shift.x + shift,
          polyline[2 * i + 1]! + layer.shift.y,
        ])
        return rings.some(([outer, ...openings]) =>
          at.every((p) => polygonContains(outer!, p) && !openings.some((o) => polygonContains(o, p))),
        )
      })
    expect(hidden(0).every(Boolean)).toBe(true)
    expect(hidden(2).every(Boolean)).toBe(false)
  })

  it('are told to be stale when spacers are to stand elsewhere, and drawn anew in their place', () => {
    const project = drawnOn(pond)
    const state = (of: Stack) => stateOfMarks(project, 'spacers', spacerMarks(stacked(project, of)))
    expect(stateOfMarks(pond, 'spacers', [])).toBe('none')
    expect(state(stack)).toBe('right')
    expect(state({ ...stack, width: 9 })).toBe('stale')
    const again = drawnOn(project)
    expect(markedLines(again).map((l) => l.d)).toEqual(markedLines(project).map((l) => l.d))
    const [without, edit] = drawMarks(project, 'spacers', [])
    const cleared = settle(without, edit)[0]
    expect(markedLines(cleared)).toEqual([])
    expect(Object.keys(cleared.pieces)).toEqual(Object.keys(pond.pieces))
  })

  it('are not drawn on a layer that shows its back', () => {
    const turned: Stack = {
      ...stack,
      layers: stack.layers.map((l, i) => (i === 0 ? { ...l, facing: 'back' } : l)),
    }
    const [first] = turned.layers
    const marks = spacerMarks(stacked(pond, turned))
    expect(marks.some((m) => first!.pieces.includes(m.piece))).toBe(false)
    expect(marks.length).toBeGreaterThan(0)
  })
})
