import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import type Geometry from 'jsts/org/locationtech/jts/geom/Geometry.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import { asProject } from '../corpus/as-project'
import { chance, type TrueLine } from '../corpus/draw'
import { PLAIN_CARD } from '../corpus/plain-card'
import type { Turning } from '../src/core/document/pieces'
import type { Project } from '../src/core/document/project'
import { fillSheet } from '../src/core/sheets/fill'
import { nestSheets } from '../src/core/sheets/nest'
import { type LaidPiece, laidOn } from '../src/core/sheets/place'
import { usableArea } from '../src/core/sheets/usable-area'

/** How near pieces come to one another and to the edge of what may be worked on, judged by jsts (JTS). */

const factory = new GeometryFactory()

/** So straight are curves for the judge, mm. */
const FLAT = 0.0005

function polygonOf(laid: LaidPiece): Geometry {
  const rings = laid.rings(FLAT).map((ring) => {
    const points = Array.from(
      { length: ring.length / 2 },
      (_, i) => new Coordinate(ring[2 * i]!, ring[2 * i + 1]!),
    )
    points[points.length - 1] = points[0]!.copy()
    return factory.createLinearRing(points)
  })
  return factory.createPolygon(rings[0]!, rings.slice(1))
}

/** What is nearer on a sheet than asked, by how much at most, mm; nought and less where all is well. */
export function tooNear(project: Project, sheet: Project['layout']['sheets'][number]): number {
  const laid = laidOn(project, sheet)
  const polygons = laid.map(polygonOf)
  const area = usableArea(sheet, project)
  let worst = -Infinity
  polygons.forEach((a, i) => {
    const box = a.getEnvelopeInternal()
    const over = [
      area.minX - box.getMinX(),
      area.minY - box.getMinY(),
      box.getMaxX() - area.maxX,
      box.getMaxY() - area.maxY,
    ]
    worst = Math.max(worst, ...over)
    for (const b of polygons.slice(i + 1)) {
      if (a.getEnvelopeInternal().distance(b.getEnvelopeInternal()) > project.layout.spacing) continue
      worst = Math.max(worst, project.layout.spacing - DistanceOp.distance(a, b))
    }
  })
  return worst
}

const K = 0.5522847498

/** An ellipse of four curves, as programs draw them. */
const ellipse = (x: number, y: number, a: number, b: number): string =>
  `M${x + a} ${y}C${x + a} ${y + K * b} ${x + K * a} ${y + b} ${x} ${y + b}C${x - K * a} ${y + b} ${x - a} ${y + K * b} ${x - a} ${y}C${x - a} ${y - K * b} ${x - K * a} ${y - b} ${x} ${y - b}C${x + K * a} ${y - b} ${x + a} ${y - K * b} ${x + a} ${y}Z`

/** Shapes with curves and without, some with an opening in which others find room; (x, y) is about their middle. */
const SHAPES: readonly ((x: number, y: number, s: number) => string[])[] = [
  (x, y, s) => [ellipse(x, y, s, s)],
  (x, y, s) => [ellipse(x, y, s, 0.45 * s)],
  (x, y, s) => [ellipse(x, y, 1.4 * s, 1.4 * s), ellipse(x, y, s, 0.9 * s)],
  (x, y, s) => [
    `M${x} ${y + s}C${x - 1.6 * s} ${y} ${x - 0.8 * s} ${y - 1.1 * s} ${x} ${y - 0.4 * s}C${x + 0.8 * s} ${y - 1.1 * s} ${x + 1.6 * s} ${y} ${x} ${y + s}Z`,
  ],
  (x, y, s) => [`M${x - s} ${y + 0.7 * s}L${x + s} ${y + 0.7 * s}L${x + 0.2 * s} ${y - s}Z`],
  (x, y, s) => [
    `M${x - s} ${y - 0.3 * s}C${x - 0.2 * s} ${y - 1.3 * s} ${x + 0.6 * s} ${y + 0.4 * s} ${x + s} ${y - 0.4 * s}L${x + 0.6 * s} ${y + 0.8 * s}L${x - 0.7 * s} ${y + 0.6 * s}Z`,
  ],
]

const TURNINGS: readonly Turning[] = ['quarter', 'half', 'none', 'any']

/** A project of a few kinds of shapes by chance, several of each, with a spacing, a margin and turns by chance. */
export function spacingJob(seed: number): Project {
  const random = chance(seed)
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
  const kinds = 1 + Math.floor(random() * 4)
  const lines = Array.from({ length: kinds }, (_, k): TrueLine[] =>
    pick(SHAPES)(100 + 150 * k, 100, 4 + 22 * random()).map((d) => ({ d, role: 'cut' })),
  ).flat()
  const project = structuredClone(asProject('Shapes', lines))
  const turning = pick(TURNINGS)
  for (const piece of Object.values(project.pieces)) {
    piece.copies = 2 + Math.floor((24 * random()) / kinds)
    piece.turning = turning
    piece.paper = PLAIN_CARD.id
  }
  project.layout.spacing = pick([0, 0.5, 1, 2, 3, 5])
  project.layout.sheetMargin = pick([0, 3, 5.5])
  project.layout.mat = { width: 330, height: 330, margin: 0 }
  return project
}

/** How often one is laid out and looked at again, at most. */
const STEPS = 220

/** What one job is laid out as, and filled with, that is nearer than asked, mm; infinite where a copy is missing. */
export function judgeSpacing(seed: number): number {
  const project = spacingJob(seed)
  let best: Project['layout']['sheets'] = []
  let steps = 0
  for (const answer of nestSheets(project, [PLAIN_CARD], { seed, shape: 'true' })) {
    if (answer) best = answer.sheets
    steps += 1
    if (steps >= STEPS) break
  }
  // A sheet on which something is missing is soon roomy.
  const laid = best.flatMap((s) => s.placements)
  const copies = Object.values(project.pieces).reduce((sum, p) => sum + p.copies, 0)
  if (new Set(laid.map((p) => p.id)).size !== copies) return Infinity
  const piece = Object.keys(project.pieces)[0]!
  const sheet = {
    id: 's',
    paper: PLAIN_CARD.id,
    width: PLAIN_CARD.width,
    height: PLAIN_CARD.height,
    placements: [],
  }
  const filled = fillSheet({ ...project, layout: { ...project.layout, sheets: [sheet] } }, 's', piece)!
  const full = {
    ...sheet,
    placements: filled.laid.map((l, copy) => ({ id: `${copy}`, piece, copy, ...l })),
  }
  return Math.max(...[...best, full].map((s) => tooNear(project, s)))
}
