import earcut from 'earcut'
import { onFlat } from '../../folding/model'
import { moved, turned } from '../../folding/rigid'
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
    const rings = [panel.ring, ...panel.openings]
    const flat = rings.flat()
    const first = mesh.positions.length / 3
    const holes: number[] = []
    let at = 0
    for (const ring of rings.slice(0, -1)) {
      at += ring.length
      holes.push(at)
    }
    const normal = turned(pose[i]!, [0, 0, 1])
    for (const p of flat) {
      mesh.positions.push(...moved(pose[i]!, onFlat(p)))
      mesh.normals.push(...normal)
    }
    const corners = earcut(flat.flat(), holes)
    // The triangulation does not promise a winding.
    for (let k = 0; k < corners.length; k += 3) {
      const [a, b, c] = [flat[corners[k]!]!, flat[corners[k + 1]!]!, flat[corners[k + 2]!]!]
      const isLeft = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > 0
      if (!isLeft) [corners[k + 1], corners[k + 2]] = [corners[k + 2]!, corners[k + 1]!]
    }
    mesh.triangles.push(corners.map((c) => first + c))
  })
  return mesh
}
