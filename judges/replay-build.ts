import {
  DoubleSide,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  Path,
  Raycaster,
  Shape,
  ShapeGeometry,
  Vector2,
  Vector3,
} from 'three'
import { planOfBuild, type Step } from '../src/core/building'
import { type Build, type Posed, placed } from '../src/core/folding'
import { onFlat } from '../src/core/folding/model'
import { poseOf } from '../src/core/folding/pose'
import { moved } from '../src/core/folding/rigid'

const nameOf = (build: Build, piece: number) => build.pieces[piece]!.shape.piece.name.replace(/^.*, /, '')

/** Panels of a piece where they lie, as meshes of another library. */
function meshes({ model, pose }: Posed): Mesh[] {
  return model.panels.map(({ ring, openings }, i) => {
    const shape = new Shape(ring.map(([x, y]) => new Vector2(x, y)))
    shape.holes = openings.map((o) => new Path(o.map(([x, y]) => new Vector2(x, y))))
    const mesh = new Mesh(new ShapeGeometry(shape), new MeshBasicMaterial({ side: DoubleSide }))
    const { r, t } = pose[i]!
    mesh.applyMatrix4(
      new Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1),
    )
    mesh.updateMatrixWorld(true)
    return mesh
  })
}

/** All 26 ways along, and between, the axes of a panel where it lies. */
function waysFrom(at: Posed['pose'][number]): Vector3[] {
  const axes = [0, 1, 2].map((k) => new Vector3(at.r[k]!, at.r[k + 3]!, at.r[k + 6]!))
  const ways: Vector3[] = []
  for (const a of [-1, 0, 1])
    for (const b of [-1, 0, 1])
      for (const c of [-1, 0, 1])
        if (a || b || c)
          ways.push(
            new Vector3()
              .addScaledVector(axes[0]!, a)
              .addScaledVector(axes[1]!, b)
              .addScaledVector(axes[2]!, c)
              .normalize(),
          )
  return ways
}

/**
 * Pieces that were shut in when they were to be put where they belong, when steps are replayed in an order: whoever
 * looks knows geometry alone. Each corner of the piece is sent off in 26 directions; in none may paper stop it.
 */
export function shutIn(build: Build, ordered: readonly Step[]): string[] {
  const { plans } = planOfBuild(build)
  const done = new Set<string>()
  const found: string[] = []
  for (const step of ordered) {
    for (const id of step.parts ?? [step.id]) done.add(id)
    const join = build.joins.find((j) => step.id === `${build.pieces[j.piece]!.shape.piece.id}.join`)
    if (!join) continue
    const each = plans.map(({ piece, tree, closures, close, glue, fold }): Posed => {
      const { model, at } = piece.motion
      const whole = at(1)
      if (!fold) return { model, ...whole }
      const isGlued = glue.length === 0 || glue.some((g) => done.has(g.id))
      const angles = whole.angles.map((a) => (isGlued ? a : 0))
      closures.forEach((c, k) => {
        if (!done.has(close[k]!.id)) for (const h of c.hinges) angles[h] = 0
      })
      return { model, angles, pose: poseOf(model, tree, angles) }
    })
    const lying = placed(build, each)
    const isThere = (i: number) =>
      i === join.onto ||
      (i !== join.piece &&
        build.joins.some(
          (j) => j.piece === i && j.onto === join.onto && done.has(`${build.pieces[i]!.shape.piece.id}.join`),
        ))
    const paper = lying.flatMap((p, i) => (isThere(i) ? meshes(p) : []))
    const own = lying[join.piece]!
    const lies = new Set([paper[0] && meshOf(paper, lying, join.onto, join.partner, isThere)])
    const corners = own.model.panels.flatMap(({ ring }, i) => {
      const middle = ring.reduce((s, p) => [s[0]! + p[0] / ring.length, s[1]! + p[1] / ring.length], [0, 0])
      return ring.map(([x, y]) => {
        const p = moved(own.pose[i]!, onFlat([x + 0.05 * (middle[0]! - x), y + 0.05 * (middle[1]! - y)]))
        return new Vector3(...p)
      })
    })
    const isFree = waysFrom(lying[join.onto]!.pose[join.partner]!).some((way) =>
      corners.every((from) => {
        const hits = new Raycaster(from, way, 0.8).intersectObjects(paper)
        return hits.every(
          (h) => lies.has(h.object as Mesh) && Math.abs(way.dot(normalOf(h.object as Mesh))) < 0.1,
        )
      }),
    )
    if (!isFree) found.push(`${nameOf(build, join.piece)} in ${nameOf(build, join.onto)}`)
  }
  return found
}

const normalOf = (mesh: Mesh) => new Vector3(0, 0, 1).transformDirection(mesh.matrixWorld)

/** The mesh of the panel that a piece lies on, among those that are there. */
function meshOf(
  paper: readonly Mesh[],
  lying: readonly Posed[],
  piece: number,
  panel: number,
  isThere: (i: number) => boolean,
): Mesh | undefined {
  let at = 0
  for (const [i, p] of lying.entries()) {
    if (i === piece) return paper[at + panel]
    if (isThere(i)) at += p.model.panels.length
  }
  return undefined
}
