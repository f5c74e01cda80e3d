import { arrange } from '../arrangement'
import { polylineOfWalk } from '../arrangement/faces'
import { innerPoints } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { type Placed, seamsOf } from './collisions'
import { type FoldModel, onFlat } from './model'
import {
  cross,
  dot,
  lengthOf,
  minus,
  moved,
  plus,
  type Rigid,
  radians,
  times,
  turned,
  unit,
  type Vec3,
} from './rigid'

/** From where a build is looked at, degrees: round it from straight in front to the right, and up. */
export type Camera = { round: number; up: number }

export const USUAL_CAMERA: Camera = { round: 28, up: 24 }

/** A point of the picture, mm to scale, y down. */
export type InPicture = readonly [x: number, y: number]

/** What is seen of a build: faces of paper, farthest from no order at all since they do not overlap, and edges. */
export type Still = {
  /** the panel (position) that is seen there, its front or back, and how bright it lies, 0 to 1 */
  faces: { ring: InPicture[]; panel: number; isFront: boolean; light: number }[]
  lines: { from: InPicture; to: InPicture; isFold: boolean }[]
  box: { minX: number; minY: number; maxX: number; maxY: number }
}

/** Paper nearer than this to another one hides nothing of it, mm. */
const NEAR = 0.08
/** Panels seen so nearly from their edge have no face, as the cosine. */
const ON_EDGE = 0.01

type Seen = Placed & { facing: number }

/**
 * A picture of a build in a pose, seen from far away (parallel): every edge is cut where another panel begins to hide
 * it or ends, and what remains parts the picture into faces, each of the panel that lies foremost there.
 */
export function stillOf(model: FoldModel, pose: readonly Rigid[], camera: Camera = USUAL_CAMERA): Still {
  const view = viewOf(camera)
  const seen = model.panels.map((panel, i): Seen => {
    const rings = [panel.ring, ...panel.openings].map((ring) =>
      ring.map((p) => view(moved(pose[i]!, onFlat(p)))),
    )
    const normal = view(turned(pose[i]!, [0, 0, 1]))
    return { normal, offset: dot(normal, rings[0]![0]!), rings, facing: normal[2] }
  })
  const lines: Still['lines'] = []
  const known = new Set<string>()
  for (const [from, to, isFold] of edgesOf(model, seen)) {
    const key = [from, to]
      .map((p) => p.map((v) => Math.round(v * 50)).join(' '))
      .sort()
      .join('|')
    if (known.has(key)) continue
    known.add(key)
    for (const [s, e] of visible(from, to, seen)) {
      const at = (t: number) => plus(from, times(minus(to, from), t))
      lines.push({ from: inPicture(at(s)), to: inPicture(at(e)), isFold })
    }
  }
  const points = lines.flatMap((l) => [l.from, l.to])
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const box = { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) }
  return { faces: facesOf(lines, seen), lines, box }
}

/** What turns places of the build into places as they are seen: x right, y up, z towards the eye. */
function viewOf({ round, up }: Camera): (p: Vec3) => Vec3 {
  const [r, u] = [radians(round), radians(up)]
  const eye = unit([Math.sin(r) * Math.cos(u), Math.sin(u), Math.cos(r) * Math.cos(u)])
  const right = unit(cross([0, 1, 0], eye))
  const top = cross(eye, right)
  return (p) => [dot(right, p), dot(top, p), dot(eye, p)]
}

const inPicture = ([x, y]: Vec3): InPicture => [x, -y]

function* edgesOf({ panels, hinges }: FoldModel, seen: readonly Seen[]): Generator<[Vec3, Vec3, boolean]> {
  for (const [i, { rings }] of seen.entries()) {
    const flat = [panels[i]!.ring, ...panels[i]!.openings]
    for (const [n, ring] of rings.entries())
      for (const [k, p] of ring.entries()) {
        const next = (k + 1) % ring.length
        const [a, b] = [flat[n]![k]!, flat[n]![next]!]
        const isFold = hinges.some(
          (h) =>
            (h.a === i || h.b === i) &&
            [a, b].every(
              (e) =>
                Math.abs(
                  (h.to[0] - h.from[0]) * (e[1] - h.from[1]) - (h.to[1] - h.from[1]) * (e[0] - h.from[0]),
                ) <
                0.1 * Math.hypot(h.to[0] - h.from[0], h.to[1] - h.from[1]),
            ),
        )
        yield [p, ring[next]!, isFold]
      }
    // Where panels pass through each other, one begins to hide the other.
    for (const other of seen.slice(i + 1))
      for (const [p, q] of seamsOf(seen[i]!, other)) if (lengthOf(minus(q, p)) > NEAR) yield [p, q, false]
  }
}

/** The stretches of an edge (0 to 1) that no panel hides. */
function visible(from: Vec3, to: Vec3, seen: readonly Seen[]): [number, number][] {
  let open: [number, number][] = [[0, 1]]
  for (const panel of seen) {
    if (Math.abs(panel.facing) < ON_EDGE || open.length === 0) continue
    const hidden = hiddenBy(from, to, panel)
    for (const [s, e] of hidden)
      open = open.flatMap(([a, b]): [number, number][] => {
        if (e <= a || s >= b) return [[a, b]]
        return [[a, Math.min(b, s)] as [number, number], [Math.max(a, e), b] as [number, number]].filter(
          ([p, q]) => q - p > 1e-6,
        )
      })
  }
  return open.filter(([a, b]) => (b - a) * Math.hypot(to[0] - from[0], to[1] - from[1]) > 1e-3)
}

/** The stretches of an edge behind a panel. */
function hiddenBy(from: Vec3, to: Vec3, { normal, offset, rings }: Seen): [number, number][] {
  const along = minus(to, from)
  const stops = [0, 1]
  for (const ring of rings)
    for (const [k, p] of ring.entries()) {
      const q = ring[(k + 1) % ring.length]!
      const [ex, ey] = [q[0] - p[0], q[1] - p[1]]
      const det = along[0] * ey - along[1] * ex
      if (Math.abs(det) < 1e-9) continue
      const t = ((p[0] - from[0]) * ey - (p[1] - from[1]) * ex) / det
      const u = ((p[0] - from[0]) * along[1] - (p[1] - from[1]) * along[0]) / det
      if (t > 0 && t < 1 && u >= 0 && u <= 1) stops.push(t)
    }
  // How far the panel lies before the edge grows evenly along it.
  const before = (t: number) => {
    const p = plus(from, times(along, t))
    return (offset - normal[0] * p[0] - normal[1] * p[1]) / normal[2] - p[2]
  }
  const [b0, b1] = [before(0) - NEAR, before(1) - NEAR]
  if (b0 < 0 && b1 < 0) return []
  if (b0 < 0 !== b1 < 0) stops.push(b0 / (b0 - b1))
  stops.sort((a, b) => a - b)
  const hidden: [number, number][] = []
  for (let i = 0; i + 1 < stops.length; i += 1) {
    const [s, e] = [stops[i]!, stops[i + 1]!]
    if (e - s < 1e-9) continue
    const middle = (s + e) / 2
    if (before(middle) > NEAR && covers(rings, plus(from, times(along, middle)))) hidden.push([s, e])
  }
  return hidden
}

/** Whether a place of the picture lies within rings, openings left out. */
function covers(rings: readonly (readonly Vec3[])[], [x, y]: Vec3): boolean {
  let inside = false
  for (const ring of rings)
    for (const [k, p] of ring.entries()) {
      const q = ring[(k + 1) % ring.length]!
      if (p[1] <= y !== q[1] <= y && x < p[0] + ((y - p[1]) / (q[1] - p[1])) * (q[0] - p[0])) inside = !inside
    }
  return inside
}

/** The faces between visible lines, each with the panel that lies foremost there. */
function facesOf(lines: Still['lines'], seen: readonly Seen[]): Still['faces'] {
  const shapes = lines.map(({ from, to }) => shapeOf(`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`))
  const { faces, edges } = arrange(shapes, { tolerance: 0.02 })
  return faces.flatMap((face) => {
    const outline = polylineOfWalk(face.walk, edges)
    const [at] = innerPoints(outline)
    if (!at) return []
    let foremost = -1
    let nearest = -Infinity
    for (const [i, { normal, offset, rings, facing }] of seen.entries()) {
      if (Math.abs(facing) < ON_EDGE || !covers(rings, [at.x, -at.y, 0])) continue
      const z = (offset - normal[0] * at.x + normal[1] * at.y) / normal[2]
      if (z > nearest) {
        foremost = i
        nearest = z
      }
    }
    if (foremost < 0) return []
    const { facing, normal } = seen[foremost]!
    const front = facing > 0 ? normal : times(normal, -1)
    // Light falls from the left and above, over the shoulder of whoever looks.
    const light = 0.62 + 0.38 * Math.max(0, dot(front, unit([-0.4, 0.7, 0.75])))
    const ring: InPicture[] = []
    for (let i = 0; i + 3 < outline.length; i += 2) ring.push([outline[i]!, outline[i + 1]!])
    return [{ ring, panel: foremost, isFront: facing > 0, light }]
  })
}
