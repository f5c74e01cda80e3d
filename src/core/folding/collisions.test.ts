import { Ray, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { chance } from '../../../corpus/draw'
import { hexagonTray, sleeve, tuckCarton, webbedTray } from '../../../corpus/templates/boxes'
import { popUp } from '../../../corpus/templates/flat'
import { type Collision, collisionsOf } from '.'
import { folding, modelsOf, tray } from './drawn-folds'
import type { FoldModel } from './model'
import { poseOf } from './pose'
import { moved, type Rigid } from './rigid'

describe('panels that pass through each other', () => {
  /** Crossings by another library: rays along the edges of each panel against the triangles of all others. */
  function byRays(model: FoldModel, pose: readonly Rigid[], inset: number): Set<string> {
    const found = new Set<string>()
    const joined = new Set(
      [...model.hinges.map((h) => [h.a, h.b]), ...model.glue.map((g) => [g.panel, g.partner])].map(([a, b]) =>
        [a, b].sort((p, q) => p! - q!).join(' '),
      ),
    )
    const shrunk = model.panels.map(({ ring: corners }, i) => {
      const middle = corners.reduce(
        ([x, y], p) => [x + p[0] / corners.length, y + p[1] / corners.length],
        [0, 0],
      )
      return corners.map((p) => {
        const far = Math.hypot(p[0] - middle[0]!, p[1] - middle[1]!)
        const keep = Math.max(0, far - inset) / far
        return new Vector3(
          ...moved(pose[i]!, [
            middle[0]! + (p[0] - middle[0]!) * keep,
            middle[1]! + (p[1] - middle[1]!) * keep,
            0,
          ]),
        )
      })
    })
    for (const [a, one] of shrunk.entries())
      for (const [b, other] of shrunk.entries()) {
        if (a === b || joined.has([a, b].sort((p, q) => p - q).join(' '))) continue
        for (const [i, p] of one.entries()) {
          const q = one[(i + 1) % one.length]!
          const ray = new Ray(p, q.clone().sub(p).normalize())
          for (let k = 1; k + 1 < other.length; k += 1) {
            const hit = ray.intersectTriangle(other[0]!, other[k]!, other[k + 1]!, false, new Vector3())
            if (hit && hit.distanceTo(p) < q.distanceTo(p)) found.add([a, b].sort((c, d) => c - d).join(' '))
          }
        }
      }
    return found
  }
  const pairs = (found: readonly Collision[]) => new Set(found.map(({ a, b }) => `${a} ${b}`))

  it('are those that rays of another library find, for random angles of a carton of plain walls', () => {
    const random = chance(11)
    const { model, motion } = folding(tray(80, 60, 40))
    let crossings = 0
    for (let i = 0; i < 60; i += 1) {
      const share = 0.5 + random()
      const hinges = model.hinges.map((h) => ({
        ...h,
        target: h.target * share * (0.6 + 0.8 * random()),
        sure: true,
      }))
      const loose = { ...model, hinges, glue: [] }
      const pose = poseOf(
        loose,
        motion.tree,
        hinges.map((h) => h.target),
      )
      const [own, judged] = [pairs(collisionsOf(loose, pose)), byRays(loose, pose, 1.2)]
      for (const pair of judged) expect(own, `${i}`).toContain(pair)
      crossings += judged.size
    }
    expect(crossings).toBeGreaterThan(10)
    expect(collisionsOf(model, motion.at(1).pose)).toEqual([])
  })

  it('no box of the corpus crosses itself when it is shut', () => {
    for (const dieline of [tuckCarton(1), hexagonTray(1), webbedTray(1), sleeve(1), popUp(1)])
      for (const model of modelsOf(dieline)) {
        const { motion } = folding(dieline)
        expect(collisionsOf(model, motion.at(1).pose)).toEqual([])
      }
  })
})
