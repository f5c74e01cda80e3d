import { expose, transfer } from 'comlink'
import { originalLines } from '@/core/binding/take-back'
import { applyChanges, type Change } from '@/core/document/edits'
import type { Line } from '@/core/document/lines'
import type { Project } from '@/core/document/project'
import { ROLE_STYLES, type StyledRole, styledRole } from '@/core/document/role-styles'
import { type Box, boxesMeet, boxHolds, uniteBoxes } from '@/core/geometry/measure'
import { writePath } from '@/core/geometry/path'
import type { Point } from '@/core/geometry/point'
import { distanceTo, isInside, polylineBox, samplesOf } from '@/core/geometry/polyline'
import { shapeOf } from '@/core/geometry/shape'
import { SpatialIndex } from '@/core/geometry/spatial-index'
import { shapesOf } from '@/core/pieces/piece-shape'
import type { ScreenSize, View } from '../view'

/** How the drawing before tidying is shown: not, under the lines, or instead of them. */
export type OriginalShown = 'off' | 'under' | 'alone'

/** Draws the open project and finds what is under the pointer, away from the page's own thread. */
let project: Project | null = null
let lines: Line[] = []
let index = new SpatialIndex([])
let paperColours: Record<string, string> = {}
const paths = new Map<string, Path2D>()

function settle(next: Project): void {
  const geometryChanged = !project || project.lines !== next.lines
  project = next
  if (!geometryChanged) return
  const before = lines
  lines = Object.values(next.lines)
  // A change of roles leaves every path where it was, and the index with it.
  if (before.length === lines.length && before.every((l, i) => l.d === lines[i]!.d)) return
  index = new SpatialIndex(lines.map((l) => shapeOf(l.d).box))
  paths.clear()
}

function pathOf(d: string): Path2D {
  let path = paths.get(d)
  if (!path) {
    path = new Path2D(d)
    paths.set(d, path)
  }
  return path
}

const ORDER: readonly StyledRole[] = [
  'skip',
  'print',
  'score',
  'score valley',
  'score mountain',
  'perforate',
  'pen',
  'cut',
]

function begin(view: View, size: ScreenSize, density: number) {
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(size.width * density)),
    Math.max(1, Math.round(size.height * density)),
  )
  const context = canvas.getContext('2d')!
  const k = view.scale * density
  context.setTransform(k, 0, 0, k, view.x * density, view.y * density)
  context.lineJoin = 'round'
  const seen: Box = {
    minX: -view.x / view.scale,
    minY: -view.y / view.scale,
    maxX: (size.width - view.x) / view.scale,
    maxY: (size.height - view.y) / view.scale,
  }
  return { canvas, context, seen, px: 1 / view.scale }
}

const visible = (seen: Box): Line[] =>
  index
    .meeting(seen)
    .sort((a, b) => a - b)
    .map((i) => lines[i]!)

function stroke(context: OffscreenCanvasRenderingContext2D, which: readonly Line[], px: number): void {
  const byStyle = new Map<StyledRole, Line[]>()
  for (const line of which) {
    const name = styledRole(line)
    const group = byStyle.get(name)
    if (group) group.push(line)
    else byStyle.set(name, [line])
  }
  for (const name of ORDER) {
    const group = byStyle.get(name)
    if (!group) continue
    const { colour, screen, round, startDot } = ROLE_STYLES[name]
    context.strokeStyle = colour
    context.lineWidth = screen.width * px
    context.lineCap = round ? 'round' : 'butt'
    context.setLineDash(screen.dash.map((d) => d * px))
    for (const line of group) context.stroke(pathOf(line.d))
    if (!startDot) continue
    context.fillStyle = colour
    for (const line of group) {
      const { start } = shapeOf(line.d).contour
      context.beginPath()
      context.arc(start.x, start.y, 2.6 * px, 0, 2 * Math.PI)
      context.fill()
    }
  }
  context.setLineDash([])
}

function halo(
  context: OffscreenCanvasRenderingContext2D,
  which: readonly Line[],
  colour: string,
  width: number,
): void {
  context.strokeStyle = colour
  context.lineWidth = width
  context.lineCap = 'round'
  for (const line of which) context.stroke(pathOf(line.d))
}

/** The lines as they were drawn, in their own colours: `grow` px wider than they were. */
function strokeOriginal(
  context: OffscreenCanvasRenderingContext2D,
  seen: Box,
  px: number,
  grow: number,
): void {
  if (!project) return
  context.globalAlpha = grow > 1 ? 0.4 : 1
  for (const line of originalLines(project)) {
    const { box } = shapeOf(line.d)
    const look = project.looks[line.look]
    if (!look || !boxesMeet(box, seen)) continue
    if (look.fill && !look.stroke) {
      context.fillStyle = look.fill
      context.globalAlpha = 0.25
      context.fill(new Path2D(line.d))
      context.globalAlpha = grow > 1 ? 0.4 : 1
    }
    context.strokeStyle = look.stroke ?? look.fill ?? '#000'
    context.lineWidth = (look.stroke ? 1.4 : 0.8) * grow * px
    context.setLineDash(line.id.endsWith('-run') ? [] : look.dash)
    context.stroke(new Path2D(line.d))
  }
  context.setLineDash([])
  context.globalAlpha = 1
}

function fillPieces(context: OffscreenCanvasRenderingContext2D, seen: Box): void {
  if (!project) return
  for (const { piece, edges, box } of shapesOf(project)) {
    if (!boxesMeet(box, seen)) continue
    context.fillStyle = (piece.paper && paperColours[piece.paper]) || '#fffdf8'
    context.fill(new Path2D(edges.map(writePath).join('')), 'evenodd')
  }
}

const screen = {
  open(json: string): void {
    project = null
    settle(JSON.parse(json) as Project)
  },
  apply(changes: Change[]): void {
    if (project) settle(applyChanges(project, changes))
  },
  setPapers(colours: Record<string, string>): void {
    paperColours = colours
  },
  /** The box of all lines that are not skipped, or of all where every one is. */
  bounds(): Box {
    const shown = lines.filter((l) => l.role !== 'skip')
    return uniteBoxes((shown.length > 0 ? shown : lines).map((l) => shapeOf(l.d).box))
  },
  /** The drawing itself. */
  draw(view: View, size: ScreenSize, density: number, original: OriginalShown): ImageBitmap {
    const { canvas, context, seen, px } = begin(view, size, density)
    if (original === 'alone') {
      strokeOriginal(context, seen, px, 1)
      const before = canvas.transferToImageBitmap()
      return transfer(before, [before])
    }
    fillPieces(context, seen)
    if (original === 'under') strokeOriginal(context, seen, px, 3)
    const shown = visible(seen)
    halo(
      context,
      shown.filter((l) => !l.sure),
      'rgb(222 167 42 / 0.5)',
      7 * px,
    )
    stroke(context, shown, px)
    const bitmap = canvas.transferToImageBitmap()
    return transfer(bitmap, [bitmap])
  },
  /** What is chosen and pointed at, to lie over the drawing. */
  drawMarks(
    view: View,
    size: ScreenSize,
    density: number,
    selected: readonly string[],
    lit: readonly string[],
  ): ImageBitmap {
    const { canvas, context, px } = begin(view, size, density)
    const find = (ids: readonly string[]) => ids.flatMap((id) => project?.lines[id] ?? [])
    halo(context, find(lit), 'rgb(125 42 95 / 0.28)', 9 * px)
    const chosen = find(selected)
    halo(context, chosen, 'rgb(125 42 95 / 0.5)', 6 * px)
    stroke(context, chosen, px)
    const bitmap = canvas.transferToImageBitmap()
    return transfer(bitmap, [bitmap])
  },
  /** Ids of the lines within `radius` mm of a point, nearest first. */
  hit(x: number, y: number, radius: number): string[] {
    return index
      .meeting({ minX: x, minY: y, maxX: x, maxY: y }, radius)
      .map((i) => ({ id: lines[i]!.id, distance: distanceTo({ x, y }, shapeOf(lines[i]!.d).polyline) }))
      .filter((h) => h.distance <= radius)
      .sort((a, b) => a.distance - b.distance)
      .map((h) => h.id)
  },
  /** Ids of the lines of which the greater part lies in a ring of points. */
  inRing(points: readonly Point[]): string[] {
    const first = points[0]
    if (!first) return []
    const ring = Float64Array.from([...points, first].flatMap((p) => [p.x, p.y]))
    return index.meeting(polylineBox(ring)).flatMap((i) => {
      const asked = samplesOf(shapeOf(lines[i]!.d).polyline)
      return asked.filter((p) => isInside(p, ring)).length * 2 > asked.length ? [lines[i]!.id] : []
    })
  },
  /** Ids of the lines that lie wholly in a box. */
  inBox(box: Box): string[] {
    return index
      .meeting(box)
      .filter((i) => boxHolds(box, shapeOf(lines[i]!.d).box))
      .map((i) => lines[i]!.id)
  },
}

export type DrawingScreen = typeof screen

expose(screen)
