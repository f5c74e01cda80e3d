import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import type { Box } from '../geometry/measure'
import { shapesOf } from '../pieces/piece-shape'
import { type FoldedPiece, foldedPiece, type Posed, together } from './build'
import { type Extent, extentOf } from './extent'
import { type FoldFinding, findingsOf } from './findings'
import { type Build, posedPieces } from './joins'
import { type Flat, type FoldPanel, type Hinge, onFlat } from './model'
import { piecesCross } from './pieces-cross'
import { after, dot, minus, moved, plus, type Rigid, times, turned, type Vec3 } from './rigid'
import { standOfBuild } from './stand'
import { meetingsOf } from './tabs'
import { trianglesOf } from './triangles'

/** A panel of a scene: corners on the flat sheet, its triangles, its edge as pairs of corners, and its fold lines. */
export type ScenePanel = {
  id: string
  piece: string
  /** x y of each corner, mm, y up */
  corners: Float32Array
  triangles: Uint32Array
  /** pairs of corners along its edges, those of folds last */
  edges: Uint32Array
  /** how many of the pairs are no folds */
  cuts: number
  /** lines of the document that it folds along */
  lines: string[]
  /** each of its folds: the lines it was drawn in, and its ends on the flat sheet, mm, y up */
  folds: { lines: readonly string[]; from: Flat; to: Flat }[]
  /** the box of its piece on the drawing, mm, y up: what its printed faces are mapped to */
  box: readonly [minX: number, minY: number, maxX: number, maxY: number]
}

/** What is folded on the screen: panels of several pieces, and what is known of them beforehand. */
export type Scene = {
  panels: ScenePanel[]
  pieces: { id: string; name: string; panels: number; folds: number; tabs: number }[]
  findings: (FoldFinding & { piece: string })[]
  /** how many of its pieces lie on others */
  joined: number
  /** whether any of it turns, or is put together, at all */
  folds: boolean
}

/** A scene in one position. */
export type ScenePose = {
  /** twelve numbers a panel: the rows of its turn and its shift, row by row */
  places: Float32Array
  /** by piece, as it is folded now, mm */
  sizes: Extent[]
  /** of what is put together, mm; null where every piece is for itself */
  whole: Extent | null
}

/** How pieces fold: those that are asked for, or all that go to a sheet. @throws TooManyMeetings */
export function folderOf(project: Project, wanted: readonly string[] | null): FoldedPiece[] {
  const spent = spentPieces(project)
  return shapesOf(project)
    .filter(({ piece }) => (wanted && wanted.length > 0 ? wanted.includes(piece.id) : !spent.has(piece.id)))
    .map(foldedPiece)
}

/**
 * What a view needs once for pieces, whatever their position.
 * @param caliperOf the thickness of a piece's paper, mm
 */
export function sceneOf(build: Build, caliperOf?: (piece: string) => number): Scene {
  const { pieces, joins } = build
  return {
    panels: pieces.flatMap(({ shape, motion: { model } }) =>
      model.panels.map((panel, i) =>
        scenePanel(
          panel,
          model.hinges.filter((h) => h.a === i || h.b === i),
          shape.box,
        ),
      ),
    ),
    pieces: pieces.map(({ shape, motion: { model, at } }) => ({
      id: shape.piece.id,
      name: shape.piece.name,
      panels: model.panels.length,
      folds: model.hinges.length,
      tabs: meetingsOf(model, model.glue, at(1).pose).length,
    })),
    findings: [
      ...pieces.flatMap(({ shape, given, motion }) =>
        findingsOf(given, motion).map((f) => ({ ...f, piece: shape.piece.id })),
      ),
      ...piecesCross(build, caliperOf).map(({ one, other: _, ...f }) => ({
        ...f,
        piece: pieces[one]!.shape.piece.id,
      })),
    ],
    joined: joins.length,
    folds: joins.length > 0 || pieces.some((p) => p.motion.model.hinges.length > 0),
  }
}

/** A panel as a view needs it. @param box of its piece on the drawing, mm, y down */
export function scenePanel(panel: FoldPanel, hinges: readonly Hinge[], box: Box): ScenePanel {
  const { corners, triangles } = trianglesOf(panel)
  const cut: number[] = []
  const fold: number[] = []
  let first = 0
  for (const ring of [panel.ring, ...panel.openings]) {
    ring.forEach((p, k) => {
      const next = (k + 1) % ring.length
      const on = hinges.some((h) => [p, ring[next]!].every((e) => isOn(h.from, h.to, e)))
      ;(on ? fold : cut).push(first + k, first + next)
    })
    first += ring.length
  }
  return {
    id: panel.id,
    piece: panel.piece,
    corners: Float32Array.from(corners.flat()),
    triangles: Uint32Array.from(triangles),
    edges: Uint32Array.from([...cut, ...fold]),
    cuts: cut.length / 2,
    lines: [...new Set(hinges.flatMap((h) => h.lines))],
    folds: hinges.map(({ lines, from, to }) => ({ lines, from, to })),
    box: [box.minX, -box.maxY, box.maxX, -box.minY],
  }
}

/** Where panels lie as a view needs it: twelve numbers each, the rows of its turn and its shift. */
export function placesOf(pose: readonly Rigid[]): Float32Array {
  const places = new Float32Array(12 * pose.length)
  pose.forEach(({ r, t }, i) => {
    places.set([r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2]], 12 * i)
  })
  return places
}

const isOn = (from: Flat, to: Flat, [x, y]: Flat): boolean => {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const off = ((to[0] - from[0]) * (y - from[1]) - (to[1] - from[1]) * (x - from[0])) / (length || 1)
  return Math.abs(off) < 0.1
}

/** Layers that lie on one another are shown so far apart, mm. */
const LAYER = 0.4

/** Places of panels with those that lie in one plane a little apart: the larger outside, what is glued to it inside. */
function inLayers({ model, angles, pose }: Posed): Rigid[] {
  const outside = model.hinges.reduce((sum, h) => sum + h.target, 0) <= 0 ? 1 : -1
  const near = new Set(
    model.hinges.flatMap((h, k) =>
      Math.abs(angles[k]!) < 90 ? [`${Math.min(h.a, h.b)} ${Math.max(h.a, h.b)}`] : [],
    ),
  )
  const placed = model.panels.map(({ ring }, i) => ring.map((p) => moved(pose[i]!, onFlat(p))))
  const normals = pose.map((at) => turned(at, [0, 0, 1]))
  const layer: number[] = []
  return pose.map((at, i) => {
    let [depth, way]: [number, Vec3] = [0, [0, 0, 0]]
    for (let j = 0; j < i; j += 1) {
      if (near.has(`${j} ${i}`) || Math.abs(dot(normals[i]!, normals[j]!)) < 0.9999) continue
      const apart = Math.abs(dot(normals[j]!, minus(placed[i]![0]!, placed[j]![0]!)))
      if (apart > LAYER / 2 || !boxesOverlap(placed[i]!, placed[j]!, normals[j]!) || layer[j]! + 1 <= depth)
        continue
      depth = layer[j]! + 1
      way = times(normals[j]!, -outside * depth * LAYER)
    }
    layer[i] = depth
    return { r: at.r, t: plus(at.t, way) }
  })
}

/** Whether the boxes of two panels in one plane overlap by more than a touch. */
function boxesOverlap(a: readonly Vec3[], b: readonly Vec3[], normal: Vec3): boolean {
  return ([0, 1, 2] as const).every((k) => {
    if (Math.abs(normal[k]) > 0.9) return true
    const of = (points: readonly Vec3[]) => points.map((p) => p[k])
    const [p, q] = [of(a), of(b)]
    return Math.min(Math.max(...p), Math.max(...q)) - Math.max(Math.min(...p), Math.min(...q)) > 1
  })
}

/** Where everything lies in one position. */
export function scenePoseOf(build: Build, share: number, caliperOf?: (piece: string) => number): ScenePose {
  const posed = posedPieces(build, share, caliperOf)
  const stand = standOfBuild(build)
  const pose = posed.flatMap((p) => inLayers(p)).map((at) => after(stand, at))
  return {
    places: placesOf(pose),
    sizes: posed.map(({ model, pose: at }) => extentOf(model, at)),
    whole: build.joins.length > 0 ? wholeOf(build, posed) : null,
  }
}

/** The size of the pieces that lie on one another, mm. */
function wholeOf({ joins }: Build, posed: readonly Posed[]): Extent {
  const held = new Set(joins.flatMap((j) => [j.piece, j.onto]))
  const { model, pose } = together(posed.filter((_, i) => held.has(i)))
  return extentOf(model, pose)
}
