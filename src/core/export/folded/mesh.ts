import { onFlat } from '../../folding/model'
import { moved, turned } from '../../folding/rigid'
import { trianglesOf } from '../../folding/triangles'
import type { FoldedBuild } from './kind'

/** The panels of a build as triangles, their fronts wound to the left. */
export type Mesh = {
  /** x y z of every corner, mm */
  positions: number[]
  /** the front's direction at every corner */
  normals: number[]
  /** by panel, triangles as corners */
  triangles: number[][]
}

/** Triangles of all panels in a pose. */
export function meshOf({ model, pose }: Pick<FoldedBuild, 'model' | 'pose'>): Mesh {
  const mesh: Mesh = { positions: [], normals: [], triangles: [] }
  model.panels.forEach((panel, i) => {
    const first = mesh.positions.length / 3
    const { corners, triangles } = trianglesOf(panel)
    const normal = turned(pose[i]!, [0, 0, 1])
    for (const p of corners) {
      mesh.positions.push(...moved(pose[i]!, onFlat(p)))
      mesh.normals.push(...normal)
    }
    mesh.triangles.push(triangles.map((c) => first + c))
  })
  return mesh
}
