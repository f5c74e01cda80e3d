import {
  DoubleSide,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  Path,
  Raycaster,
  Shape,
  ShapeGeometry,
  Vector3,
} from 'three'
import { describe, expect, it } from 'vitest'
import { sleeve, tuckCarton, webbedTray } from '../../../corpus/templates/boxes'
import { popUp } from '../../../corpus/templates/flat'
import { folding } from './drawn-folds'
import type { FoldModel } from './model'
import type { Rigid } from './rigid'
import { stillOf, USUAL_CAMERA } from './still'

/** The panels as meshes of another library, each with its position. */
function meshesOf({ panels }: FoldModel, pose: readonly Rigid[]): Mesh[] {
  return panels.map(({ ring, openings }, i) => {
    const shape = new Shape()
    shape.setFromPoints(ring.map(([x, y]) => ({ x, y })) as never)
    for (const o of openings) shape.holes.push(new Path(o.map(([x, y]) => ({ x, y })) as never))
    const mesh = new Mesh(new ShapeGeometry(shape), new MeshBasicMaterial({ side: DoubleSide }))
    const { r, t } = pose[i]!
    mesh.applyMatrix4(
      new Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1),
    )
    mesh.updateMatrixWorld()
    mesh.userData.panel = i
    return mesh
  })
}

describe('the picture of a folded build', () => {
  it.each([
    ['a tuck carton', tuckCarton(1), 0.6],
    ['a webbed tray', webbedTray(1), 0.8],
    ['a pop-up card', popUp(1), 0.5],
    ['a sleeve with windows', sleeve(1), 0.7],
  ])('of %s shows in every place the panel that rays meet first', (_, dieline, share) => {
    const { motion } = folding(dieline)
    const { pose } = motion.at(share)
    const { faces, box } = stillOf(motion.model, pose)
    const meshes = meshesOf(motion.model, pose)
    const [r, u] = [USUAL_CAMERA.round, USUAL_CAMERA.up].map((d) => (d * Math.PI) / 180) as [number, number]
    const eye = new Vector3(Math.sin(r) * Math.cos(u), Math.sin(u), Math.cos(r) * Math.cos(u))
    const right = new Vector3(0, 1, 0).cross(eye).normalize()
    const top = eye.clone().cross(right)
    let [agree, differ, empty] = [0, 0, 0]
    for (let i = 0; i < 40; i += 1)
      for (let k = 0; k < 40; k += 1) {
        const x = box.minX + ((i + 0.37) / 40) * (box.maxX - box.minX)
        const y = box.minY + ((k + 0.61) / 40) * (box.maxY - box.minY)
        const from = right.clone().multiplyScalar(x).addScaledVector(top, -y).addScaledVector(eye, 5000)
        const [hit, second] = new Raycaster(from, eye.clone().negate()).intersectObjects(meshes)
        // Two panels in one place: either may be shown.
        if (hit && second && second.distance - hit.distance < 0.2) continue
        const own = faces.find((f) => isWithin(f.rings, x, y))
        if (!hit && !own) empty += 1
        else if (hit && own && hit.object.userData.panel === own.panel) agree += 1
        else differ += 1
      }
    expect(agree).toBeGreaterThan(500)
    expect(empty).toBeGreaterThan(50)
    // Places on an edge itself may fall to either side.
    expect(differ).toBeLessThanOrEqual(3)
  })

  it('shows no line where a panel hides it: the far edges of a closed box', () => {
    const { motion } = folding(tuckCarton(1))
    const { lines } = stillOf(motion.model, motion.at(1).pose)
    const length = lines.reduce((sum, l) => sum + Math.hypot(l.to[0] - l.from[0], l.to[1] - l.from[1]), 0)
    const { motion: flat } = folding(tuckCarton(1))
    const whole = stillOf(flat.model, flat.at(0).pose, { round: 0, up: 0 }).lines
    const drawn = whole.reduce((sum, l) => sum + Math.hypot(l.to[0] - l.from[0], l.to[1] - l.from[1]), 0)
    // A closed box shows nine of its twelve edges, and what overlaps on three sides.
    expect(length).toBeLessThan(0.75 * drawn)
  })
})

function isWithin(rings: readonly (readonly (readonly [number, number])[])[], x: number, y: number): boolean {
  let inside = false
  for (const ring of rings)
    for (const [k, p] of ring.entries()) {
      const q = ring[(k + 1) % ring.length]!
      if (p[1] <= y !== q[1] <= y && x < p[0] + ((y - p[1]) / (q[1] - p[1])) * (q[0] - p[0])) inside = !inside
    }
  return inside
}
