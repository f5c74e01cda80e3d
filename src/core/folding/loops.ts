import { type Flat, type FoldModel, laid, onFlat } from './model'
import { axisInSpace, poseOf, type Tree } from './pose'
import {
  cross,
  dot,
  lengthOf,
  minus,
  moved,
  type Rigid,
  degrees as toDegrees,
  turned,
  type Vec3,
} from './rigid'

/** Places of one panel that must lie on places of another one: what closes a loop. */
export type Tie = { a: number; b: number; points: readonly (readonly [Flat, Flat])[]; isGlue: boolean }

/** How far a loop is from closed: the farthest of its places, mm, and the turn between the panels, degrees. */
export type Closure = { mm: number; degrees: number }

/** A loop that closes within this is closed, mm. */
export const CLOSED = 0.01
/** Rounds after which solving ends, closed or not. */
const ROUNDS = 80
/** So much harder than others a sure angle gives way. */
const STIFF = 1000

/** The ties of hinges that close loops within the paper. */
export const tiesOfLoops = ({ hinges }: Pick<FoldModel, 'hinges'>, tree: Tree): Tie[] =>
  tree.closing.map((k) => {
    const { a, b, from, to } = hinges[k]!
    return {
      a,
      b,
      isGlue: false,
      points: [
        [from, from],
        [to, to],
      ],
    }
  })

/** The ties of what is glued: three places of a panel on its partner. */
export const tiesOfGlue = ({ glue, panels }: Pick<FoldModel, 'glue' | 'panels'>): Tie[] =>
  glue.map(({ panel, partner, lay }) => ({
    a: panel,
    b: partner,
    isGlue: true,
    points: farApart(panels[panel]!.ring).map((p) => [p, laid(lay, p)] as const),
  }))

/** Three corners of a ring that lie far from one another. */
function farApart(ring: readonly Flat[]): Flat[] {
  const far = (from: readonly Flat[]) =>
    ring.reduce((best, p) => (spreadOf(p, from) > spreadOf(best, from) ? p : best), ring[0]!)
  const p = ring[0]!
  const q = far([p])
  return [p, q, far([p, q])]
}

const spreadOf = (p: Flat, from: readonly Flat[]) =>
  from.reduce((product, f) => product * Math.hypot(p[0] - f[0], p[1] - f[1]), 1)

/** How far ties are from closed in a pose. */
export function closureOf(pose: readonly Rigid[], ties: readonly Tie[]): Closure {
  let [mm, degrees] = [0, 0]
  for (const { a, b, points, isGlue } of ties) {
    for (const [p, q] of points)
      mm = Math.max(mm, lengthOf(minus(moved(pose[a]!, onFlat(p)), moved(pose[b]!, onFlat(q)))))
    if (!isGlue) continue
    const turn = Math.abs(dot(turned(pose[a]!, [0, 0, 1]), turned(pose[b]!, [0, 0, 1])))
    degrees = Math.max(degrees, toDegrees(Math.acos(Math.min(1, turn))))
  }
  return { mm, degrees }
}

/**
 * Angles near those given at which all ties close, by least squares with damped steps (Levenberg 1944, Marquardt
 * 1963); the derivative of a place by an angle is the axis crossed with the arm. Of angles that leave a freedom those
 * with the least change are found, since damped steps never move what closes nothing; angles that follow from others
 * or are not sure give way first.
 * @param held hinges that keep their angle
 * @returns angles by hinge, degrees; those of hinges that close a loop are measured
 */
export function closeLoops(
  model: Pick<FoldModel, 'panels' | 'hinges'>,
  tree: Tree,
  ties: readonly Tie[],
  start: readonly number[],
  { held = () => false }: { held?: (hinge: number) => boolean } = {},
): { angles: number[]; pose: Rigid[]; closure: Closure } {
  const angles = [...start]
  let pose = poseOf(model, tree, angles)
  const paths = ties.map(({ a, b }) => [pathOf(tree, a), pathOf(tree, b)] as const)
  const free: number[] = []
  for (const [one, other] of paths)
    for (const panel of [...one, ...other]) {
      const k = tree.by[panel]!
      if (!(one.has(panel) && other.has(panel)) && !held(k) && !free.includes(k)) free.push(k)
    }
  const column = new Map(free.map((k, i) => [k, i]))
  const n = free.length
  const stiff = free.map((k) => (model.hinges[k]!.sure && !model.hinges[k]!.follows ? STIFF : 1))
  if (n > 0 && ties.length > 0) {
    let damping = 1e-5
    let miss = missOf(pose, ties)
    for (let round = 0; round < ROUNDS && miss.square > 1e-16 * ties.length; round += 1) {
      const { normal, gradient } = normalOf(model, tree, ties, paths, pose, column, miss.values)
      let better = false
      for (let attempt = 0; attempt < 8 && !better; attempt += 1) {
        const step = solve(normal, gradient, stiff, damping)
        if (step) {
          const next = [...angles]
          for (let i = 0; i < n; i += 1) next[free[i]!] = next[free[i]!]! + toDegrees(clamp(step[i]!))
          const there = poseOf(model, tree, next)
          const left = missOf(there, ties)
          if (left.square < miss.square) {
            better = true
            for (const k of free) angles[k] = next[k]!
            pose = there
            damping = Math.max(1e-12, damping / 6)
            const gain = miss.square - left.square
            miss = left
            if (gain < 1e-12 * left.square) round = ROUNDS
          } else damping *= 5
        } else damping *= 5
      }
      if (!better) break
    }
  }
  for (const k of tree.closing) angles[k] = angleBetween(model, pose, k)
  return { angles, pose, closure: closureOf(pose, ties) }
}

/** No step turns farther than this, radians: farther the linear picture is no longer true. */
const clamp = (v: number) => Math.max(-0.35, Math.min(0.35, v))

/** The panels from one to the root, the root left out. */
function pathOf({ parent }: Tree, panel: number): Set<number> {
  const path = new Set<number>()
  for (let at = panel; parent[at]! >= 0; at = parent[at]!) path.add(at)
  return path
}

function missOf(pose: readonly Rigid[], ties: readonly Tie[]): { values: Float64Array; square: number } {
  const values = new Float64Array(3 * ties.reduce((sum, t) => sum + t.points.length, 0))
  let [at, square] = [0, 0]
  for (const { a, b, points } of ties)
    for (const [p, q] of points) {
      const d = minus(moved(pose[a]!, onFlat(p)), moved(pose[b]!, onFlat(q)))
      for (const v of d) {
        values[at] = v
        square += v * v
        at += 1
      }
    }
  return { values, square }
}

/** The normal equations of a step: what each angle moves, summed over all places. */
function normalOf(
  model: Pick<FoldModel, 'panels' | 'hinges'>,
  tree: Tree,
  ties: readonly Tie[],
  paths: readonly (readonly [Set<number>, Set<number>])[],
  pose: readonly Rigid[],
  column: ReadonlyMap<number, number>,
  values: Float64Array,
): { normal: Float64Array; gradient: Float64Array } {
  const n = column.size
  const normal = new Float64Array(n * n)
  const gradient = new Float64Array(n)
  const axes = new Map<number, { at: Vec3; along: Vec3 }>()
  const axisOf = (panel: number) => {
    const known = axes.get(panel) ?? axisInSpace(model, tree, pose, panel)
    axes.set(panel, known)
    return known
  }
  let at = 0
  ties.forEach(({ a, b, points }, i) => {
    const [one, other] = paths[i]!
    for (const [p, q] of points) {
      const moves: [number, Vec3][] = []
      const add = (panels: Set<number>, shared: Set<number>, place: Vec3, sign: number) => {
        for (const panel of panels) {
          const c = column.get(tree.by[panel]!)
          if (c === undefined || shared.has(panel)) continue
          const axis = axisOf(panel)
          const [x, y, z] = cross(axis.along, minus(place, axis.at))
          moves.push([c, [sign * x, sign * y, sign * z]])
        }
      }
      add(one, other, moved(pose[a]!, onFlat(p)), 1)
      add(other, one, moved(pose[b]!, onFlat(q)), -1)
      const miss: Vec3 = [values[at]!, values[at + 1]!, values[at + 2]!]
      for (const [c, m] of moves) {
        gradient[c] = gradient[c]! - dot(m, miss)
        for (const [d, l] of moves) normal[c * n + d] = normal[c * n + d]! + dot(m, l)
      }
      at += 3
    }
  })
  return { normal, gradient }
}

/** Solves the damped normal equations by Cholesky's factors; null where they have none. */
function solve(
  normal: Float64Array,
  gradient: Float64Array,
  stiff: readonly number[],
  damping: number,
): Float64Array | null {
  const n = stiff.length
  let most = 0
  for (let i = 0; i < n; i += 1) most = Math.max(most, normal[i * n + i]!)
  const l = new Float64Array(n * n)
  for (let i = 0; i < n; i += 1)
    for (let k = 0; k <= i; k += 1) {
      let sum = normal[i * n + k]! + (i === k ? damping * stiff[i]! * most + 1e-12 : 0)
      for (let m = 0; m < k; m += 1) sum -= l[i * n + m]! * l[k * n + m]!
      if (i === k) {
        if (!(sum > 0)) return null
        l[i * n + i] = Math.sqrt(sum)
      } else l[i * n + k] = sum / l[k * n + k]!
    }
  const x = Float64Array.from(gradient)
  for (let i = 0; i < n; i += 1) {
    for (let m = 0; m < i; m += 1) x[i] = x[i]! - l[i * n + m]! * x[m]!
    x[i] = x[i]! / l[i * n + i]!
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    for (let m = i + 1; m < n; m += 1) x[i] = x[i]! - l[m * n + i]! * x[m]!
    x[i] = x[i]! / l[i * n + i]!
  }
  return x
}

/** The angle of a hinge as two posed panels have it, degrees from flat, valley greater than nought. */
export function angleBetween(
  { hinges }: Pick<FoldModel, 'hinges'>,
  pose: readonly Rigid[],
  k: number,
): number {
  const { a, b, from, to } = hinges[k]!
  const along = turned(pose[a]!, [to[0] - from[0], to[1] - from[1], 0])
  const [one, other] = [turned(pose[a]!, [0, 0, 1]), turned(pose[b]!, [0, 0, 1])]
  return toDegrees(Math.atan2(dot(cross(one, other), along) / (lengthOf(along) || 1), dot(one, other)))
}
