import { describe, expect, it } from 'vitest'
import { addSource } from '../../binding/add-source'
import { emptyProject } from '../../document/project'
import { writeFold } from '../../export/folded/fold'
import { buildOf, foldedPieces, posedTogether } from '../../folding'
import { addMaking } from '../../making/make'
import { settled } from '../../making/settle'
import { readDrawing } from '../formats'

const bytes = (file: unknown) =>
  new TextEncoder().encode(typeof file === 'string' ? file : JSON.stringify(file))
const read = (file: unknown) => readDrawing(bytes(file), 'sheet.fold')

/** The sheet of the format's own first example: a square, its diagonal a valley. */
const DIAGONAL = {
  file_spec: 1,
  frame_classes: ['creasePattern'],
  frame_unit: 'cm',
  vertices_coords: [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ],
  edges_vertices: [
    [0, 1],
    [1, 2],
    [2, 3],
    [3, 0],
    [0, 2],
  ],
  edges_assignment: ['B', 'B', 'B', 'B', 'V'],
  edges_foldAngle: [0, 0, 0, 0, 120],
}

describe('a FOLD file', () => {
  it('is read at its size, y up, borders cut, folds with direction and angle', async () => {
    const drawing = await read(DIAGONAL)
    expect(drawing).toMatchObject({
      format: 'fold',
      artwork: { width: 100, height: 100 },
      scale: { mmPerUnit: 10, sure: true },
    })
    const [project] = addSource(emptyProject('Fair'), drawing, {
      id: 's',
      name: 'sheet.fold',
      format: 'fold',
      bytes: 1,
    })
    const lines = Object.values(project.lines)
    expect(lines.filter((l) => l.role === 'cut')).toHaveLength(4)
    expect(lines.filter((l) => l.role === 'score')).toEqual([
      expect.objectContaining({ fold: 'valley', angle: 120, sure: true }),
    ])
    const [{ motion }] = foldedPieces(project) as [ReturnType<typeof foldedPieces>[0]]
    expect(motion.at(1).angles).toEqual([120])
  })

  it('comes back as it was written, folded: the same pieces, directions and angles', async () => {
    const [project] = settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: 'pattern:tuck-end-box' }))
    const built = foldedPieces(project)
    const written = writeFold({
      name: 'box',
      ...posedTogether(buildOf(built), 1),
      colours: { front: '#ffffff', back: '#ffffff' },
    })
    const drawing = await read(written)
    const [again] = addSource(emptyProject('Fair'), drawing, {
      id: 's',
      name: 'box.fold',
      format: 'fold',
      bytes: 1,
    })
    const [one] = foldedPieces(again)
    expect(Object.keys(again.pieces)).toHaveLength(1)
    expect(one!.motion.model.panels).toHaveLength(13)
    expect(one!.motion.at(1).angles.every((a) => Math.abs(a + 90) < 1e-6)).toBe(true)
    expect(one!.motion.model.glue.length).toBeGreaterThan(0)
  })

  it('takes the flat sheet where the first frame is folded, and units that are asked for', async () => {
    const folded = {
      ...DIAGONAL,
      frame_classes: ['foldedForm'],
      vertices_coords: DIAGONAL.vertices_coords.map(([x, y]) => [x, y, x! * y!]),
    }
    const sheet = {
      frame_parent: 0,
      frame_inherit: true,
      frame_classes: ['creasePattern'],
      vertices_coords: DIAGONAL.vertices_coords,
    }
    expect((await read({ ...folded, file_frames: [sheet] })).artwork.width).toBe(100)
    await expect(read(folded)).rejects.toThrow(/folded form alone/)
    const { frame_unit: _, ...bare } = DIAGONAL
    const asked = await read(bare)
    expect(asked.scale).toMatchObject({ sure: false, mmPerUnit: 1 })
    expect(asked.scale.choices.map((c) => c.width)).toEqual([10, 100, 254])
  })

  it.each<[string, unknown, RegExp]>([
    ['text that breaks off', '{"file_spec": 1.2, "vertices_coords": [', /no JSON/],
    [
      'a corner that is not there',
      { ...DIAGONAL, edges_vertices: [[0, 9]], edges_assignment: ['B'], edges_foldAngle: [0] },
      /edge 1 names a corner/,
    ],
    ['too few assignments', { ...DIAGONAL, edges_assignment: ['B'] }, /5 edges, and 1 values/],
    [
      'an assignment that is none',
      { ...DIAGONAL, edges_assignment: ['B', 'B', 'B', 'B', 'X'] },
      /broken at edges_assignment/,
    ],
    ['numbers without end', { ...DIAGONAL, vertices_coords: [[0, 1e99]] }, /broken at vertices_coords/],
    ['no edges', { file_spec: 1, vertices_coords: [[0, 0]] }, /no corners or no edges/],
    [
      'a size beyond all tables',
      {
        ...DIAGONAL,
        frame_unit: 'm',
        vertices_coords: DIAGONAL.vertices_coords.map(([x, y]) => [x! * 9, y! * 9]),
      },
      /mm large/,
    ],
    [
      'frames in a circle',
      {
        file_spec: 1,
        frame_inherit: true,
        frame_parent: 1,
        file_frames: [{ frame_inherit: true, frame_parent: 0 }],
      },
      /folded form alone|no corners/,
    ],
  ])('with %s says so', async (_, file, why) => {
    await expect(read(file)).rejects.toThrow(why)
  })
})
