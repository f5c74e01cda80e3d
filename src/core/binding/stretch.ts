import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { translation } from '../geometry/affine'
import { trace } from '../geometry/flatten'
import { partOf, pointAtPlace } from '../geometry/part'
import { type Contour, type Segment, transformContour, writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { linesOf } from '../pieces/lines'
import { quoted, say } from '../words'
import { changeCleaned } from './cleaned-lines'
import { boxOfPieces } from './move-pieces'

/** Where pieces are stretched: across an upright line to the right, or across a level one downwards. */
export type Stretch = {
  way: 'right' | 'down'
  /** where the line lies, mm of the drawing */
  at: number
  /** how far everything beyond it moves, mm; less than nought takes a strip out */
  by: number
}

/** Why pieces cannot be stretched so, in a sentence. */
export class CannotStretch extends RangeError {
  override readonly name = 'CannotStretch'
}

/**
 * Stretches pieces: everything beyond a line moves, and what crosses it is led on straight between, so that a box gets
 * deeper or a card longer while no motif is touched.
 * @throws CannotStretch where pieces were made by measures, or where a strip to be taken out is not empty
 */
export function stretchPieces(project: Project, ids: readonly string[], stretch: Stretch): [Project, Edit] {
  const names = ids.map((id) => quoted(project.pieces[id]?.name ?? id))
  const label = say`Stretch ${names.slice(0, 3).join(', ')}${names.length > 3 ? ' …' : ''}`
  const lines = [...new Set(ids.flatMap((id) => linesOf(project, project.pieces[id]?.lines ?? [])))]
  if (lines.some((l) => l.made && project.sources[l.source]?.kind === 'making'))
    throw new CannotStretch(say`What a making makes gets its size from its measures. Change those instead.`)
  const changed = lines.flatMap((line): Line[] => {
    const contour = stretched(shapeOf(line.d).contour, stretch)
    return contour ? [{ ...line, d: writePath(contour) }] : []
  })
  if (changed.length === 0)
    throw new CannotStretch(say`Nothing of the piece lies beyond that line. Put it further in.`)
  const [next, exchange] = exchangeLines(project, label, [], changed)
  const boxes = ids.flatMap((id) => boxOfPieces(project, [id]) ?? [])
  const beyond = new Set(changed.map((l) => l.id))
  const [tidied, edit] = makeEdit(next, label, (draft) =>
    changeCleaned(draft, beyond, boxes, (d) => {
      const contour = stretched(shapeOf(d).contour, stretch)
      return contour ? writePath(contour) : d
    }),
  )
  return [tidied, joinEdits(exchange, edit)]
}

/** A stretched contour; null where it lies before the line as a whole. */
function stretched(contour: Contour, { way, at, by }: Stretch): Contour | null {
  const [move, axis] =
    way === 'right' ? ([translation(by, 0), 'x'] as const) : ([translation(0, by), 'y'] as const)
  const isBeyond = (v: number) => v > at
  const { polyline, places } = trace(contour, 0.005)
  const values = Array.from(places, (_, i) => polyline[2 * i + (axis === 'x' ? 0 : 1)]!)
  if (values.every(isBeyond)) return transformContour(contour, move)
  if (by < 0 && values.some((v) => v > at + by + 1e-6)) return shrunk(contour, axis, at, by)
  if (!values.some(isBeyond)) return null
  const stops = crossingsOf(contour, places, values, axis, at)
  const ends = [places[0]!, ...stops, places.at(-1)!]
  const segments: Segment[] = []
  let start = contour.start
  ends.slice(1).forEach((to, i) => {
    const from = ends[i]!
    if (to - from < 1e-12) return
    const part = partOf(contour, from, to)
    const middle = pointAtPlace(contour, (from + to) / 2)[axis]
    const moved = isBeyond(middle) ? transformContour(part, move) : part
    if (segments.length === 0) start = moved.start
    else segments.push({ to: moved.start })
    segments.push(...moved.segments)
  })
  const kept = withoutNeedless(start, segments)
  const end = kept.at(-1)!
  // What closes a contour straight is not among its segments.
  if (contour.closed && !end.c1 && Math.hypot(end.to.x - start.x, end.to.y - start.y) < 1e-9) kept.pop()
  return { start, segments: kept, closed: contour.closed }
}

/** A strip is taken out: allowed where only straight lines along the way cross it. */
function shrunk(contour: Contour, axis: 'x' | 'y', at: number, by: number): Contour {
  const other = axis === 'x' ? 'y' : 'x'
  const edge = at - 1e-9
  const place = (v: number): number => {
    if (v > at) return v + by
    if (v > at + by + 1e-9 && v < edge)
      throw new CannotStretch(
        say`Between that line and ${Math.round(-by * 10) / 10} mm before it the drawing has corners or curves, which would be lost. Take less, or put the line elsewhere.`,
      )
    return Math.min(v, at + by)
  }
  let from = contour.start
  const moved = (p: Contour['start']) => ({ ...p, [axis]: place(p[axis]) })
  const segments = contour.segments.map(({ c1, c2, to }): Segment => {
    const crosses = from[axis] > at !== to[axis] > at
    if (crosses && (c1 || Math.abs(to[other] - from[other]) > 1e-6))
      throw new CannotStretch(
        say`What crosses that line there is slanted or curved, and would break. Put the line where the sides run straight.`,
      )
    from = to
    return c1 && c2 ? { c1: moved(c1), c2: moved(c2), to: moved(to) } : { to: moved(to) }
  })
  return { start: moved(contour.start), segments, closed: contour.closed }
}

/** The places at which a contour crosses the line. */
function crossingsOf(
  contour: Contour,
  places: Float64Array,
  values: readonly number[],
  axis: 'x' | 'y',
  at: number,
): number[] {
  const stops: number[] = []
  for (let i = 1; i < values.length; i += 1) {
    if (values[i]! > at === values[i - 1]! > at) continue
    let [low, high] = [places[i - 1]!, places[i]!]
    for (let k = 0; k < 50; k += 1) {
      const middle = (low + high) / 2
      if (pointAtPlace(contour, middle)[axis] > at === values[i - 1]! > at) low = middle
      else high = middle
    }
    stops.push((low + high) / 2)
  }
  return stops
}

/** Straight stretches that go on in one line are one. */
function withoutNeedless(start: Contour['start'], segments: readonly Segment[]): Segment[] {
  const kept: Segment[] = []
  for (const segment of segments) {
    const last = kept.at(-1)
    const from = kept.length > 1 ? kept.at(-2)!.to : start
    if (last && !last.c1 && !segment.c1) {
      const [ux, uy] = [last.to.x - from.x, last.to.y - from.y]
      const [vx, vy] = [segment.to.x - last.to.x, segment.to.y - last.to.y]
      const [u, v] = [Math.hypot(ux, uy), Math.hypot(vx, vy)]
      if (u < 1e-9 || v < 1e-9 || (Math.abs(ux * vy - uy * vx) < 1e-7 * u * v && ux * vx + uy * vy > 0)) {
        kept[kept.length - 1] = segment
        continue
      }
    }
    kept.push(segment)
  }
  return kept
}
