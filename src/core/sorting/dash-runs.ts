import { outward } from '../arrangement/meetings'
import { familyKeyOf } from '../document/families'
import type { Look } from '../document/lines'
import { type Contour, endOf, reverseContour, type Segment, writePath } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { distanceTo } from '../geometry/polyline'
import { type Shape, shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'

/** No dash of a fold or perforation is longer, mm; what is, is a line of its own (common practice). */
const LONGEST = 45
/** Dashes longer than this are such only where the run reaches from line to line, with gaps much shorter, mm. */
const LONG = 20
/** Strokes nearer than this touch: they are one line in parts, not dashes, mm. */
const TOUCHING = 0.12
/** How far lengths and gaps may stray from the usual one of their run. */
const STRAY = 0.35

/** Strokes that are one dashed line. */
export type DashRun = {
  /** positions of the strokes, in order along the line */
  strokes: number[]
  /** the whole line, gaps filled */
  d: string
  /** the beat: dash, gap, and for dash and dot another dash and gap, mm */
  beat: number[]
}

type Stroke = { at: number; shape: Shape; ends: [Point, Point]; ways: [Point, Point] }

/**
 * Finds strokes of one look that follow one another in one course at a regular beat, straight or along a curve.
 * A run that ends free needs more strokes than one that reaches from line to line: a few slits in a row are no run.
 */
export function findDashRuns(lines: readonly { d: string; look: Look }[]): DashRun[] {
  const families = new Map<string, Stroke[]>()
  lines.forEach(({ d, look }, at) => {
    const shape = shapeOf(d)
    if (shape.contour.closed || shape.length > LONGEST || shape.length < 0.01) return
    const key = familyKeyOf(look, true)
    const p = shape.polyline
    const stroke: Stroke = {
      at,
      shape,
      ends: [
        { x: p[0]!, y: p[1]! },
        { x: p[p.length - 2]!, y: p[p.length - 1]! },
      ],
      ways: [outward(p, 0), outward(p, 1)],
    }
    const family = families.get(key)
    if (family) family.push(stroke)
    else families.set(key, [stroke])
  })
  const chains = [...families.values()].filter((f) => f.length >= 3).flatMap(chainsOf)
  if (chains.length === 0) return []
  const all = new SpatialIndex(lines.map((l) => shapeOf(l.d).box))
  return chains.flatMap((chain) => runOf(chain, lines, all) ?? [])
}

/** Chains of strokes, each linked to the one straight ahead of its end if that one links back. */
function chainsOf(strokes: readonly Stroke[]): { stroke: Stroke; reversed: boolean }[][] {
  const index = new SpatialIndex(
    strokes.flatMap(({ ends }) => ends.map(({ x, y }) => ({ minX: x, minY: y, maxX: x, maxY: y }))),
  )
  const ahead = (k: number): number => {
    const [s, end] = [strokes[k >> 1]!, k & 1]
    const from = s.ends[end]!
    const way = s.ways[end]!
    const reach = Math.min(10, 3 * Math.max(s.shape.length, 1))
    let nearest = -1
    let least = reach
    for (const j of index.meeting({ minX: from.x, minY: from.y, maxX: from.x, maxY: from.y }, reach)) {
      if (j >> 1 === k >> 1) continue
      const to = strokes[j >> 1]!.ends[j & 1]!
      const back = strokes[j >> 1]!.ways[j & 1]!
      const gap = distance(from, to)
      if (gap <= TOUCHING) return -1
      if (gap > least) continue
      const straight = ((to.x - from.x) * way.x + (to.y - from.y) * way.y) / gap
      if (straight <= 0.97 || way.x * back.x + way.y * back.y >= -0.9) continue
      nearest = j
      least = gap
    }
    return nearest
  }
  const next = strokes.flatMap((_, i) => [ahead(2 * i), ahead(2 * i + 1)])
  const linked = (k: number) => (next[k]! >= 0 && next[next[k]!] === k ? next[k]! : -1)
  const seen = new Set<number>()
  const chains: { stroke: Stroke; reversed: boolean }[][] = []
  const walk = (enter: number) => {
    const chain: { stroke: Stroke; reversed: boolean }[] = []
    for (let k = enter; k >= 0 && !seen.has(k >> 1); k = linked(k ^ 1)) {
      seen.add(k >> 1)
      chain.push({ stroke: strokes[k >> 1]!, reversed: (k & 1) === 1 })
    }
    if (chain.length >= 3) chains.push(chain)
  }
  // From free ends first, so that a chain is walked whole; what is left runs in a circle.
  for (let k = 0; k < next.length; k += 1) if (linked(k) < 0 && !seen.has(k >> 1)) walk(k)
  for (let k = 0; k < next.length; k += 2) if (!seen.has(k >> 1)) walk(k)
  return chains
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

const regular = (values: readonly number[]): boolean => {
  const usual = median(values)
  return values.every((v) => Math.abs(v - usual) <= STRAY * usual + 0.15)
}

function runOf(
  chain: readonly { stroke: Stroke; reversed: boolean }[],
  lines: readonly { d: string }[],
  all: SpatialIndex,
): DashRun | null {
  const contours = chain.map(({ stroke, reversed }) =>
    reversed ? reverseContour(stroke.shape.contour) : stroke.shape.contour,
  )
  const gaps = contours.slice(1).map((c, i) => distance(endOf(contours[i]!), c.start))
  const lengths = chain.map(({ stroke }) => stroke.shape.length)
  if (!regular(gaps)) return null
  const gap = round(median(gaps))
  // The first and last stroke may be cut short by the edge.
  const inner = lengths.slice(1, -1)
  const beat = beatOf(inner, gap)
  if (!beat) return null
  const strokes = chain.map(({ stroke }) => stroke.at)
  const mine = new Set(strokes)
  const reaches = (p: Point) =>
    all
      .meeting({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }, 1.5 * gap + 0.5)
      .some((k) => !mine.has(k) && distanceTo(p, shapeOf(lines[k]!.d).polyline) <= 1.5 * gap + 0.5)
  const ends = [contours[0]!.start, endOf(contours.at(-1)!)]
  const isLong = beat[0]! > LONG
  if (isLong && gap > beat[0]! / 3) return null
  if ((chain.length < 6 || isLong) && !ends.every(reaches)) return null
  return { strokes, d: writePath(joined(contours)), beat }
}

/** The beat of a run: one length throughout, or long and short by turns. */
function beatOf(lengths: readonly number[], gap: number): number[] | null {
  if (lengths.length === 0) return null
  if (regular(lengths)) return [round(median(lengths)), gap]
  const odd = lengths.filter((_, i) => i % 2 === 0)
  const even = lengths.filter((_, i) => i % 2 === 1)
  if (even.length === 0 || !regular(odd) || !regular(even)) return null
  const [long, short] = [Math.max(median(odd), median(even)), Math.min(median(odd), median(even))]
  return [round(long), gap, round(short), gap]
}

const round = (value: number): number => Math.round(value * 100) / 100

/** Strokes as one contour: straight if they are, else with gaps filled by curves that leave as the strokes do. */
function joined(contours: readonly Contour[]): Contour {
  const start = contours[0]!.start
  const end = endOf(contours.at(-1)!)
  const straight = Float64Array.of(start.x, start.y, end.x, end.y)
  const onLine = contours.every((c) =>
    [c.start, ...c.segments.flatMap((s) => [s.c1 ?? s.to, s.c2 ?? s.to, s.to])].every(
      (p) => distanceTo(p, straight) <= 0.05,
    ),
  )
  if (onLine) return { start, segments: [{ to: end }], closed: false }
  const segments: Segment[] = [...contours[0]!.segments]
  for (const [i, next] of contours.slice(1).entries()) {
    const from = shapeOf(writePath(contours[i]!)).polyline
    const to = shapeOf(writePath(next)).polyline
    const [out, back] = [outward(from, 1), outward(to, 0)]
    const a = endOf(contours[i]!)
    const third = distance(a, next.start) / 3
    segments.push(
      {
        c1: { x: a.x + third * out.x, y: a.y + third * out.y },
        c2: { x: next.start.x + third * back.x, y: next.start.y + third * back.y },
        to: next.start,
      },
      ...next.segments,
    )
  }
  return { start, segments, closed: false }
}
