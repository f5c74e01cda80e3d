import { arrange } from '../arrangement'
import { polylineOfWalk } from '../arrangement/faces'
import type { Polyline } from '../geometry/flatten'
import { innerPoints, isInside } from '../geometry/polyline'
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
  /**
   * its outline and what is left out of it; the panel (position) that is seen there, its front or back, and how
   * bright it lies, 0 to 1
   */
  faces: { rings: InPicture[][]; panel: number; isFront: boolean; light: number }[]
  lines: { from: InPicture; to: InPicture; isFold: boolean }[]
  box: { minX: number; minY: number; maxX: number; maxY: number }
}

/** Paper nearer than this to another one hides nothing of it, mm. */
const NEAR = 0.08
/** Edges that another panel begins to hide end so much before it, mm in the picture. */
const REACH = 0.5
/** Panels seen so nearly from their edge have no face, as the cosine. */
const ON_EDGE = 0.01

type Seen = Placed & {
  facing: number
  /** whether its front is outside: folds of its piece are mountains */
  outside: boolean
}
type SeenEdge = { from: Vec3; to: Vec3; isFold: boolean; panel: number }

/**
 * A picture of a build in a pose, seen from far away (parallel): every edge is cut where another panel begins to hide
 * it or ends, and what remains parts the picture into faces, each of the panel that lies foremost there.
 */
export function stillOf(model: FoldModel, pose: readonly Rigid[], camera: Camera = USUAL_CAMERA): Still {
  const view = viewOf(camera)
  const isValley = valleyPieces(model)
  const seen = model.panels.map((panel, i): Seen => {
    const rings = [panel.ring, ...panel.openings].map((ring) =>
      ring.map((p) => view(moved(pose[i]!, onFlat(p)))),
    )
    const normal = view(turned(pose[i]!, [0, 0, 1]))
    return {
      normal,
      offset: dot(normal, rings[0]![0]!),
      rings,
      facing: normal[2],
      outside: !isValley.has(panel.piece),
    }
  })
  const lines: Still['lines'] = []
  const known = new Set<string>()
  for (const { from, to, isFold, panel } of edgesOf(model, seen)) {
    const key = [from, to]
      .map((p) => p.map((v) => Math.round(v * 50)).join(' '))
      .sort()
      .join('|')
    if (known.has(key)) continue
    known.add(key)
    for (const [s, e] of visible(from, to, panel, seen)) {
      const at = (t: number) => plus(from, times(minus(to, from), t))
      lines.push({ from: inPicture(at(s)), to: inPicture(at(e)), isFold })
    }
  }
  const points = lines.flatMap((l) => [l.from, l.to])
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const box = { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) }
  return { faces: facesOf(lines, seen), lines, box }
}

/** Pieces whose folds are valleys on the whole. */
function valleyPieces({ panels, hinges }: FoldModel): Set<string> {
  const sums = new Map<string, number>()
  for (const { a, target } of hinges) sums.set(panels[a]!.piece, (sums.get(panels[a]!.piece) ?? 0) + target)
  return new Set([...sums].flatMap(([piece, sum]) => (sum > 0 ? [piece] : [])))
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

function* edgesOf({ panels, hinges }: FoldModel, seen: readonly Seen[]): Generator<SeenEdge> {
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
        yield { from: p, to: ring[next]!, isFold, panel: i }
      }
    // Where panels pass through each other, one begins to hide the other.
    for (const other of seen.slice(i + 1))
      for (const [p, q] of seamsOf(seen[i]!, other))
        if (lengthOf(minus(q, p)) > NEAR) yield { from: p, to: q, isFold: false, panel: i }
  }
}

/** The stretches of an edge (0 to 1) that no panel hides. */
function visible(from: Vec3, to: Vec3, own: number, seen: readonly Seen[]): [number, number][] {
  let open: [number, number][] = [[0, 1]]
  for (const [i, panel] of seen.entries()) {
    if (Math.abs(panel.facing) < ON_EDGE || open.length === 0) continue
    // Of two in one plane the wall is outside and its tab inside: fronts are outside where folds are mountains.
    const isOver = i !== own && isInPlane(panel, seen[own]!) && isOutside(seen[Math.min(i, own)]!) === i < own
    for (const [s, e] of hiddenBy(from, to, panel, isOver))
      open = open.flatMap(([a, b]): [number, number][] => {
        if (e <= a || s >= b) return [[a, b]]
        const left: [number, number][] = [
          [a, Math.min(b, s)],
          [Math.max(a, e), b],
        ]
        return left.filter(([p, q]) => q - p > 1e-6)
      })
  }
  return open.filter(([a, b]) => (b - a) * Math.hypot(to[0] - from[0], to[1] - from[1]) > 1e-3)
}

/** Of two panels in one plane, whether the first of them, the larger, lies towards the eye. */
const isOutside = ({ facing, outside }: Seen): boolean => facing > 0 === outside

const isInPlane = (a: Seen, b: Seen): boolean =>
  Math.abs(dot(a.normal, b.normal)) > 0.99999 &&
  Math.abs(dot(a.normal, b.rings[0]![0]!) - a.offset) < NEAR &&
  Math.abs(dot(b.normal, a.rings[0]![0]!) - b.offset) < NEAR

/**
 * The stretches of an edge behind a panel.
 * @param isOver whether the panel hides what lies in its plane too
 */
function hiddenBy(
  from: Vec3,
  to: Vec3,
  { normal, offset, rings }: Seen,
  isOver: boolean,
): [number, number][] {
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
  if (!isOver && b0 < 0 && b1 < 0) return []
  if (b0 < 0 !== b1 < 0) stops.push(b0 / (b0 - b1))
  stops.sort((a, b) => a - b)
  const hidden: [number, number][] = []
  for (let i = 0; i + 1 < stops.length; i += 1) {
    const [s, e] = [stops[i]!, stops[i + 1]!]
    if (e - s < 1e-9) continue
    const middle = plus(from, times(along, (s + e) / 2))
    const isBehind = before((s + e) / 2) > NEAR || (isOver && isWell(rings, middle))
    if (isBehind && covers(rings, middle)) hidden.push([s, e])
  }
  return hidden
}

/** Whether a place of the picture lies off the edges of rings. */
const isWell = (rings: readonly (readonly Vec3[])[], [x, y]: Vec3): boolean =>
  rings.every((ring) =>
    ring.every((p, k) => {
      const q = ring[(k + 1) % ring.length]!
      const [ex, ey] = [q[0] - p[0], q[1] - p[1]]
      const t = Math.max(0, Math.min(1, ((x - p[0]) * ex + (y - p[1]) * ey) / (ex * ex + ey * ey || 1)))
      return Math.hypot(p[0] + t * ex - x, p[1] + t * ey - y) > NEAR
    }),
  )

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
  const at = (p: InPicture) => p.map((v) => v.toFixed(6)).join(' ')
  const shapes = lines.map(({ from, to }) => shapeOf(`M${at(from)}L${at(to)}`))
  const { faces, edges, component, within } = arrange(shapes, { tolerance: 0.03, reach: REACH })
  const outlines = faces.map((face) => polylineOfWalk(face.walk, edges))
  return faces.flatMap((_, n) => {
    const outline = outlines[n]!
    // Whatever lies in the middle of a face is a part of the drawing for itself.
    const inside = outlines.filter((_, m) => within[component[faces[m]!.walk[0]! >> 1]!] === n)
    const inner = innerPoints(outline).find((p) => !inside.some((ring) => isInside(p, ring)))
    if (!inner) return []
    let foremost = -1
    let nearest = -Infinity
    for (const [i, { normal, offset, rings, facing }] of seen.entries()) {
      if (Math.abs(facing) < ON_EDGE || !covers(rings, [inner.x, -inner.y, 0])) continue
      const z = (offset - normal[0] * inner.x + normal[1] * inner.y) / normal[2]
      // Of two in one place as above.
      const isOver = Math.abs(z - nearest) < NEAR ? !isOutside(seen[foremost]!) : z > nearest
      if (isOver) {
        foremost = i
        nearest = z
      }
    }
    if (foremost < 0) return []
    const { facing, normal } = seen[foremost]!
    const front = facing > 0 ? normal : times(normal, -1)
    // Light falls from the left and above, over the shoulder of whoever looks.
    const light = 0.62 + 0.38 * Math.max(0, dot(front, unit([-0.4, 0.7, 0.75])))
    return [{ rings: [outline, ...inside].map(pointsOf), panel: foremost, isFront: facing > 0, light }]
  })
}

function pointsOf(outline: Polyline): InPicture[] {
  const ring: InPicture[] = []
  for (let i = 0; i + 3 < outline.length; i += 2) ring.push([outline[i]!, outline[i + 1]!])
  return ring
}
