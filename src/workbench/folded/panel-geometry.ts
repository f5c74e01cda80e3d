import { BufferAttribute, BufferGeometry } from 'three'
import type { ScenePanel } from '@/core/folding'

/** Groups of a panel's geometry: its front, its back, and its edge. */
export const SIDES = ['front', 'back', 'edge'] as const

/** A panel of some thickness on the flat sheet: both faces and the edge between them. @param caliper mm */
export function panelGeometry(
  { corners, triangles, edges, box }: ScenePanel,
  caliper: number,
): BufferGeometry {
  const half = caliper / 2
  const count = corners.length / 2
  const positions: number[] = []
  const normals: number[] = []
  /** where each corner lies on the picture of its piece's face, 0 to 1 */
  const onPicture: number[] = []
  const [minX, minY, maxX, maxY] = box
  const put = (x: number, y: number) =>
    onPicture.push((x - minX) / (maxX - minX || 1), (y - minY) / (maxY - minY || 1))
  for (const z of [half, -half])
    for (let i = 0; i < count; i += 1) {
      positions.push(corners[2 * i]!, corners[2 * i + 1]!, z)
      normals.push(0, 0, Math.sign(z) || 1)
      put(corners[2 * i]!, corners[2 * i + 1]!)
    }
  const index: number[] = [...triangles]
  for (let k = 0; k < triangles.length; k += 3)
    index.push(count + triangles[k]!, count + triangles[k + 2]!, count + triangles[k + 1]!)
  const faces = triangles.length
  for (let k = 0; k < edges.length; k += 2) {
    const [a, b] = [edges[k]!, edges[k + 1]!]
    const [ax, ay, bx, by] = [corners[2 * a]!, corners[2 * a + 1]!, corners[2 * b]!, corners[2 * b + 1]!]
    const length = Math.hypot(bx - ax, by - ay) || 1
    const first = positions.length / 3
    positions.push(ax, ay, half, bx, by, half, bx, by, -half, ax, ay, -half)
    for (const [x, y] of [
      [ax, ay],
      [bx, by],
      [bx, by],
      [ax, ay],
    ] as const)
      put(x, y)
    for (let n = 0; n < 4; n += 1) normals.push((by - ay) / length, (ax - bx) / length, 0)
    index.push(first, first + 2, first + 1, first, first + 3, first + 2)
  }
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3))
  geometry.setAttribute('normal', new BufferAttribute(Float32Array.from(normals), 3))
  geometry.setAttribute('uv', new BufferAttribute(Float32Array.from(onPicture), 2))
  geometry.setIndex(index)
  geometry.addGroup(0, faces, 0)
  geometry.addGroup(faces, faces, 1)
  geometry.addGroup(2 * faces, index.length - 2 * faces, 2)
  return geometry
}

/** The lines along a panel's edges, on both faces. @param which of its cuts, or of its folds */
export function edgeGeometry(
  { corners, edges, cuts }: ScenePanel,
  caliper: number,
  which: 'cuts' | 'folds',
): BufferGeometry {
  const [from, to] = which === 'cuts' ? [0, 2 * cuts] : [2 * cuts, edges.length]
  const positions: number[] = []
  for (const z of [caliper / 2 + 0.02, -caliper / 2 - 0.02])
    for (let k = from; k < to; k += 1) positions.push(corners[2 * edges[k]!]!, corners[2 * edges[k]! + 1]!, z)
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3))
  return geometry
}
