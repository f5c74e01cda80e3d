import { arrange, type Edge } from '../arrangement'
import { polylineOfWalk } from '../arrangement/faces'
import { areaOf, type Box, boundsOf, heightOf, widthOf } from '../geometry/measure'
import { partOf } from '../geometry/part'
import { type Contour, reverseContour, type Segment } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { innerPoints, isInside } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import type { PieceShape } from './piece-shape'

/** A score may stop so far short of the edge and still part two panels, mm. */
const REACH = 1.5
/** Faces smaller than this are no panels, mm². */
const NOTHING = 0.5

/** A stretch of a panel's edge: on a cut it ends the paper, on a score it folds. */
export type PanelEdge = {
  line: string
  isFold: boolean
  from: Point
  to: Point
  isStraight: boolean
  length: number
}

/** A part of a piece between its folds. */
export type Panel = {
  /** its edge, wound as outlines are; curves as they were drawn */
  contour: Contour
  edges: PanelEdge[]
  /** openings within it, wound against it */
  openings: Contour[]
  box: Box
  /** mm², openings taken off */
  area: number
}

/** A stretch of a fold, between two panels. */
export type Crease = {
  line: string
  /** positions of the panels beside it: `left` where the paper lies to the left of it on screen, walked on */
  left: number
  right: number
  part: Contour
}

/** A piece as panels, the largest first, and the creases between them. */
export type Net = {
  panels: readonly Panel[]
  creases: readonly Crease[]
  /** folds that part nothing, by their lines: paper lies on both sides of them and is one */
  idle: readonly string[]
}

/** The panels of a piece, the largest first: the faces of the arrangement of its cuts and its scores that are paper. */
export const panelsOf = (shape: PieceShape): readonly Panel[] => netOf(shape).panels

/** The panels of a piece and the creases between them. @throws TooManyMeetings */
export function netOf(shape: PieceShape): Net {
  const known = kept.get(shape)
  if (known) return known
  const net = findNet(shape)
  kept.set(shape, net)
  return net
}

/** Panels are worked out once for as long as a piece and its lines stay the same. */
const kept = new WeakMap<PieceShape, Net>()

function findNet(shape: PieceShape): Net {
  // Perforations tear: they part no panels.
  const lines = shape.lines.filter((l) => l.role === 'cut' || l.role === 'score')
  const shapes = lines.map((l) => shapeOf(l.d))
  const { faces, edges, side } = arrange(shapes, { reach: (k) => (lines[k]!.role === 'cut' ? 0 : REACH) })
  const [ring, ...holes] = shape.rings()
  const isPaper = (p: Point) => isInside(p, ring!) && !holes.some((h) => isInside(p, h))
  const panels = faces
    .flatMap((face, number): (Panel & { face: number })[] => {
      const outline = polylineOfWalk(face.walk, edges)
      // A window may take up the middle of its panel.
      if (face.area < NOTHING || !innerPoints(outline).some(isPaper)) return []
      const stretches = face.walk.map((h) => {
        const { line, from, to } = edges[h >> 1]!
        const part = partOf(shapes[line]!.contour, from, to)
        return { line, part: (h & 1) === 0 ? part : reverseContour(part) }
      })
      // Outlines are wound so that their area is greater than nought, whichever way the face is walked.
      if (areaOf(joined(stretches.map((s) => s.part))) < 0) {
        stretches.reverse()
        for (const s of stretches) s.part = reverseContour(s.part)
      }
      const contour = joined(stretches.map((s) => s.part))
      const openings = shape.openings
        .filter((o) => isInside(o.start, outline))
        .map((o) => (areaOf(o) < 0 ? o : reverseContour(o)))
      return [
        {
          face: number,
          contour,
          edges: stretches.flatMap(({ line, part }) =>
            edgesOf(lines[line]!.id, lines[line]!.role !== 'cut', part),
          ),
          openings,
          box: boundsOf(contour),
          area: areaOf(contour) + openings.reduce((sum, o) => sum + areaOf(o), 0),
        },
      ]
    })
    .sort((a, b) => b.area - a.area)
  const panelOf = new Map(panels.map((p, i) => [p.face, i]))
  const isCut = (e: Edge) => lines[e.line]!.role === 'cut'
  const cutThrough = new Set(edges.flatMap((e) => (e.twin >= 0 && isCut(e) ? [e.twin] : [])))
  const idle = new Set<string>()
  const creases = edges.flatMap((e, k): Crease[] => {
    if (e.twin >= 0 || isCut(e) || cutThrough.has(k)) return []
    const [right, left] = [panelOf.get(side[2 * k]!), panelOf.get(side[2 * k + 1]!)]
    const line = lines[e.line]!.id
    if (left === undefined || right === undefined) return []
    if (left === right) {
      idle.add(line)
      return []
    }
    return [{ line, left, right, part: partOf(shapes[e.line]!.contour, e.from, e.to) }]
  })
  const folding = new Set(creases.map((c) => c.line))
  return {
    panels: panels.map(({ face: _, ...panel }) => panel),
    creases,
    idle: [...idle].filter((line) => !folding.has(line)),
  }
}

/** Panels smaller than this share of the largest are tabs, which do not make a closed card larger. */
const TAB = 0.05

/** The size of a piece folded up flat, mm: that of its largest panels; its own where it has no folds. */
export function closedSize(shape: PieceShape): { width: number; height: number } {
  const hasFolds = shape.lines.some((l) => l.role === 'score')
  const panels = hasFolds ? panelsOf(shape) : []
  const large = panels.filter((p) => p.area > TAB * panels[0]!.area)
  if (large.length < 2) return shape.size
  return {
    width: Math.max(...large.map((p) => widthOf(p.box))),
    height: Math.max(...large.map((p) => heightOf(p.box))),
  }
}

/** The stretches of a part of a line, from node to node. */
function edgesOf(line: string, isFold: boolean, { start, segments }: Contour): PanelEdge[] {
  return segments.map(({ c1, to }, i) => {
    const from = i === 0 ? start : segments[i - 1]!.to
    return { line, isFold, from, to, isStraight: !c1, length: distance(from, to) }
  })
}

/** Parts one after the other as a closed contour; ends that meet within the tolerance are led to one another. */
function joined(parts: readonly Contour[]): Contour {
  const segments: Segment[] = []
  for (const part of parts) {
    const end = segments.at(-1)?.to
    if (end && (end.x !== part.start.x || end.y !== part.start.y)) segments.push({ to: part.start })
    segments.push(...part.segments)
  }
  return { start: parts[0]!.start, segments, closed: true }
}
