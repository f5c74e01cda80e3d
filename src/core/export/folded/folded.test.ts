import fold from 'fold'
import { describe, expect, it } from 'vitest'
import { hexagonTray, tuckCarton } from '../../../../corpus/templates/boxes'
import { popUp } from '../../../../corpus/templates/flat'
import { folding } from '../../folding/drawn-folds'
import { FOLDED_KINDS, type FoldedBuild } from '.'

const build = (dieline: Parameters<typeof folding>[0], share = 1): FoldedBuild => {
  const { motion } = folding(dieline)
  return {
    name: 'Caddy',
    model: motion.model,
    ...motion.at(share),
    colours: { front: '#efe6d8', back: '#d9c9b4' },
  }
}
const written = (ending: string, of: FoldedBuild) => FOLDED_KINDS.find((k) => k.ending === ending)!.write(of)

describe('a folded build as FOLD', () => {
  it.each([
    ['a tuck carton', tuckCarton(1)],
    ['a hexagonal tray', hexagonTray(1)],
  ])('%s has the faces that the library of the format finds in its edges', (_, dieline) => {
    const of = build(dieline, 0.5)
    const file = JSON.parse(written('fold', of))
    const [flat] = file.file_frames
    const sheet = { ...file, vertices_coords: flat.vertices_coords }
    const faces = fold.convert.edges_vertices_to_faces_vertices({
      vertices_coords: sheet.vertices_coords,
      edges_vertices: sheet.edges_vertices,
    }).faces_vertices as number[][]
    const key = (corners: readonly number[]) => [...corners].sort((a, b) => a - b).join(' ')
    const judged = new Set(faces.map(key))
    for (const corners of file.faces_vertices) expect(judged).toContain(key(corners))
  })

  it('tells valleys and mountains by sign, borders by B', () => {
    const file = JSON.parse(written('fold', build(popUp(1), 0.5)))
    file.edges_assignment.forEach((a: string, i: number) => {
      const angle = file.edges_foldAngle[i]
      expect({ V: angle > 0, M: angle < 0, B: angle === 0, F: angle === 0 }[a]).toBe(true)
    })
    expect(file.edges_assignment).toContain('V')
    expect(file.edges_assignment).toContain('M')
    expect(file.edges_vertices.every(([a, b]: number[]) => a !== b)).toBe(true)
  })
})

describe('a folded build as a mesh', () => {
  it('covers its panels: the area of all triangles, in OBJ and in glTF', () => {
    const of = build(tuckCarton(1))
    const paper = of.model.panels.reduce((sum, p) => sum + p.area, 0)
    const lines = written('obj', of).split('\n')
    const corners = lines.filter((l) => l.startsWith('v ')).map((l) => l.split(' ').slice(1).map(Number))
    const area = lines
      .filter((l) => l.startsWith('f '))
      .map((l) =>
        l
          .split(' ')
          .slice(1)
          .map((n) => corners[Number(n) - 1]!),
      )
      .reduce((sum, [a, b, c]) => sum + triangle(a!, b!, c!), 0)
    expect(area).toBeCloseTo(paper, 0)
    const gltf = JSON.parse(written('gltf', of))
    const bytes = Buffer.from(gltf.buffers[0].uri.split(',')[1], 'base64')
    expect(bytes.length).toBe(gltf.buffers[0].byteLength)
    expect(gltf.accessors[0].max[1] - gltf.accessors[0].min[1]).toBeCloseTo(0.09, 6)
    expect(gltf.accessors[2].count % 3).toBe(0)
  })
})

function triangle(a: number[], b: number[], c: number[]): number {
  const [u, v] = [b.map((x, i) => x - a[i]!), c.map((x, i) => x - a[i]!)]
  return (
    Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) /
    2
  )
}
