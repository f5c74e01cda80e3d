import { Clipper64, ClipType, FillRule, type Paths64 } from 'clipper2-ts'
import { lengthOf } from '../geometry/measure'
import { allSegments, partOf } from '../geometry/part'
import { type Contour, endOf, reverseContour, type Segment } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { type Node, traceTogether, UNITS } from './nodes'

/**
 * A part of the plane bounded by curves: closed contours in mm, openings wound against their outlines.
 * Where nothing else is said, what is within any winding is within (the rule "non-zero").
 */
export type Outline = readonly Contour[]

const KINDS = {
  union: ClipType.Union,
  intersection: ClipType.Intersection,
  difference: ClipType.Difference,
} as const

const RULES = {
  'non-zero': FillRule.NonZero,
  positive: FillRule.Positive,
  'even-odd': FillRule.EvenOdd,
} as const

/** Runs shorter than this are crumbs of rounding, mm; rings of less than this are slivers, mm². */
const CRUMB = 0.002
const SLIVER = 1e-4

/**
 * Unites, intersects or subtracts two outlines; curves stay curves. Which stretches stay is decided by the library
 * clipper2 (Vatti 1992) on traced contours that meet in common nodes alone; each stretch is then the exact part of the
 * curve that it came from.
 * @param rule what is within: what is wound round at all, what is wound round the way outlines are, or what is wound round
 *   an odd number of times
 * @param flatness how far traces may stray from their curves, mm: coarser ones are faster, and may take a near miss for
 *   a touch
 * @returns outlines, and openings wound against them; none where nothing is left
 */
export function combine(
  kind: keyof typeof KINDS,
  a: Outline,
  b: Outline = [],
  { rule = 'non-zero', flatness }: { rule?: keyof typeof RULES; flatness?: number } = {},
): Contour[] {
  const traced = traceTogether(
    [...a, ...b].filter((c) => c.closed && c.segments.length > 0),
    flatness,
  )
  const { contours, rings } = traced
  const split = a.filter((c) => c.closed && c.segments.length > 0).length
  const clipper = new Clipper64()
  clipper.preserveCollinear = true
  const paths = (of: readonly Node[][]): Paths64 =>
    of.filter((r) => r.length > 2).map((r) => r.map(({ x, y }) => ({ x, y })))
  clipper.addSubject(paths(rings.slice(0, split)))
  clipper.addClip(paths(rings.slice(split)))
  const solution: Paths64 = []
  clipper.execute(KINDS[kind], RULES[rule], solution)
  const owners = new Owners(rings)
  return solution.flatMap((path) => {
    const contour = contourOf(path, owners, contours, rings)
    return contour ? [contour] : []
  })
}

/** What lies within any of the outlines. */
export const uniteOutlines = (...outlines: Outline[]): Contour[] => combine('union', outlines.flat())

/** A stretch of a ring that the solution runs along. */
type Run = { ring: number; from: number; steps: number; forward: boolean }

/** Which chords of which rings join two nodes. */
class Owners {
  /** by x, and then by y */
  private readonly at = new Map<number, Map<number, { ring: number; at: number }[]>>()

  constructor(private readonly rings: readonly Node[][]) {
    rings.forEach((ring, r) => {
      ring.forEach(({ x, y }, at) => {
        let row = this.at.get(x)
        if (!row) {
          row = new Map()
          this.at.set(x, row)
        }
        const list = row.get(y)
        if (list) list.push({ ring: r, at })
        else row.set(y, [{ ring: r, at }])
      })
    })
  }

  /** The chord from one node to the next: one that goes on from the current run first. */
  find(u: Point, v: Point, current: Run | null): Run | null {
    const found: Run[] = []
    for (const { ring, at } of this.at.get(u.x)?.get(u.y) ?? []) {
      const nodes = this.rings[ring]!
      const n = nodes.length
      const next = nodes[(at + 1) % n]!
      const before = nodes[(at + n - 1) % n]!
      if (next.x === v.x && next.y === v.y) found.push({ ring, from: at, steps: 1, forward: true })
      if (before.x === v.x && before.y === v.y) found.push({ ring, from: at, steps: 1, forward: false })
    }
    const onward = current && found.find((f) => goesOn(current, f, this.rings[f.ring]!.length))
    return onward ?? found[0] ?? null
  }
}

/** Whether a run begins where another one ends, on the same ring in the same sense. */
function goesOn(run: Run, next: Run, count: number): boolean {
  if (run.ring !== next.ring || run.forward !== next.forward) return false
  const end = run.forward ? run.from + run.steps : run.from - run.steps
  return (((end - next.from) % count) + count) % count === 0
}

function contourOf(
  path: readonly { x: number; y: number }[],
  owners: Owners,
  contours: readonly Contour[],
  rings: readonly Node[][],
): Contour | null {
  if (Math.abs(ringArea(path)) < SLIVER * UNITS * UNITS) return null
  const runs: (Run | { straight: Point })[] = []
  path.forEach((u, i) => {
    const v = path[(i + 1) % path.length]!
    const last = runs.at(-1)
    const current = last && 'ring' in last ? last : null
    const next = owners.find(u, v, current)
    if (!next) runs.push({ straight: { x: v.x / UNITS, y: v.y / UNITS } })
    else if (current && goesOn(current, next, rings[next.ring]!.length)) current.steps += 1
    else runs.push(next)
  })
  // The path may begin in the midst of a run.
  const [first] = runs
  const last = runs.at(-1)
  if (runs.length > 1 && first && last && 'ring' in first && 'ring' in last) {
    const count = rings[first.ring]!.length
    if (goesOn(last, first, count) && first.steps + last.steps <= count) {
      last.steps += first.steps
      runs.shift()
    }
  }
  const only = runs[0]
  if (runs.length === 1 && only && 'ring' in only && only.steps === rings[only.ring]!.length) {
    const whole = contours[only.ring]!
    return only.forward ? whole : turnedRound(whole)
  }
  return joined(
    runs.map((run): Contour => {
      if ('straight' in run) return { start: run.straight, segments: [{ to: run.straight }], closed: false }
      return partOfRing(run, contours[run.ring]!, rings[run.ring]!)
    }),
  )
}

/** A closed contour walked the other way, without the empty stretch where it was closed already. */
export function turnedRound(contour: Contour): Contour {
  const { start, segments, closed } = reverseContour(contour)
  const [first] = segments
  const isEmpty = first !== undefined && !first.c1 && distance(first.to, start) === 0
  return { start, segments: isEmpty ? segments.slice(1) : segments, closed }
}

function ringArea(path: readonly Point[]): number {
  let sum = 0
  path.forEach((p, i) => {
    const q = path[(i + 1) % path.length]!
    sum += p.x * q.y - q.x * p.y
  })
  return sum / 2
}

/** The exact part of a contour that a run follows. */
function partOfRing({ from, steps, forward }: Run, contour: Contour, ring: readonly Node[]): Contour {
  const count = ring.length
  const whole = allSegments(contour).length
  const begin = forward ? from : from - steps
  const place = (index: number) => {
    const turns = Math.floor(index / count)
    return ring[index - turns * count]!.place + turns * whole
  }
  const [p, q] = [place(begin), place(begin + steps)]
  const shift = p < 0 ? whole * Math.ceil(-p / whole) : 0
  const part = partOf(contour, p + shift, q + shift)
  return forward ? part : reverseContour(part)
}

/** Parts one after the other as one closed contour; crumbs are left out, and straight stretches that go on are one. */
function joined(parts: readonly Contour[]): Contour | null {
  const kept = parts.filter((p) => p.segments.length > 0 && lengthOf(p) > CRUMB)
  const [first] = kept
  if (!first) return null
  const segments: Segment[] = []
  kept.forEach((part, i) => {
    const next = kept[(i + 1) % kept.length]!
    segments.push(...part.segments)
    const end = endOf(part)
    const gap = distance(end, next.start)
    if (gap === 0) return
    // Ends that differ by rounding are one point; what is missing between others was a crumb.
    const last = segments.at(-1)!
    if (gap <= 2 * CRUMB) segments[segments.length - 1] = { ...last, to: next.start }
    else segments.push({ to: next.start })
  })
  return straightened({ start: first.start, segments, closed: true })
}

/** How far a point may lie from the straight line through its neighbours and be left out, mm. */
const STRAIGHT = 0.0005

function straightened({ start, segments }: Contour): Contour | null {
  const kept: Segment[] = []
  const pointBefore = (k: number) => (k > 0 ? kept[k - 1]!.to : start)
  for (const segment of segments) {
    const last = kept.at(-1)
    const isLine = !segment.c1
    if (last && isLine && !last.c1 && isBetween(pointBefore(kept.length - 1), last.to, segment.to))
      kept[kept.length - 1] = segment
    else kept.push(segment)
  }
  // Over the start too: where the last and the first stretch are one straight line, the contour begins elsewhere.
  let from = start
  const [first] = kept
  const last = kept.at(-1)
  if (kept.length > 2 && first && last && !first.c1 && !last.c1) {
    const before = pointBefore(kept.length - 1)
    if (isBetween(before, from, first.to)) {
      kept.pop()
      from = before
      kept[0] = first
    }
  }
  if (kept.length < 2) return null
  // The closing stretch of a straight-closed contour is not among its segments.
  const end = kept.at(-1)!
  if (!end.c1 && distance(end.to, from) === 0 && kept.length > 2) kept.pop()
  return { start: from, segments: kept, closed: true }
}

function isBetween(a: Point, b: Point, c: Point): boolean {
  const length = distance(a, c)
  if (length === 0) return false
  const off = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)) / length
  const along = ((b.x - a.x) * (c.x - a.x) + (b.y - a.y) * (c.y - a.y)) / length
  return off <= STRAIGHT && along >= 0 && along <= length
}
