import { type Affine, apply } from './affine'
import type { Point } from './point'

/** One stretch of a contour: straight to `to`, or a cubic Bézier curve with two handles. */
export type Segment = { to: Point; c1?: Point; c2?: Point }

/** One connected path. A closed contour's last point is joined to `start`; the closing stretch is not in `segments`. */
export type Contour = { start: Point; segments: Segment[]; closed: boolean }

/** Decimals kept when a path is written: 0.0001 mm, a hundred times finer than the tolerance of geometry. */
const DECIMALS = 1e4

const number = (value: number): string => {
  const rounded = Math.round(value * DECIMALS) / DECIMALS
  return String(rounded === 0 ? 0 : rounded)
}

const pair = (p: Point): string => `${number(p.x)} ${number(p.y)}`

/** Writes a contour as SVG path data with absolute `M L C Z` only. */
export function writePath(contour: Contour): string {
  let d = `M${pair(contour.start)}`
  for (const s of contour.segments)
    d += s.c1 && s.c2 ? `C${pair(s.c1)} ${pair(s.c2)} ${pair(s.to)}` : `L${pair(s.to)}`
  return contour.closed ? `${d}Z` : d
}

const NUMBER = String.raw`-?\d{1,9}(?:\.\d{1,17})?`
const POINT = `${NUMBER} ${NUMBER}`

/** Path data as this application writes it, and nothing else: what fits can be read. */
export const PATH_PATTERN = new RegExp(`^M${POINT}(?:L${POINT}|C${POINT} ${POINT} ${POINT})*Z?$`)

/**
 * Reads path data as {@link writePath} writes it: one `M`, then `L` and `C`, then perhaps `Z`.
 * @throws RangeError with the offending command, for anything else
 */
export function readPath(d: string): Contour {
  const closed = d.endsWith('Z')
  const commands = (closed ? d.slice(0, -1) : d).match(/[A-Za-z][^A-Za-z]*/g) ?? []
  let start: Point | null = null
  const segments: Segment[] = []
  for (const command of commands) {
    const n = command.slice(1).split(' ').map(Number)
    if (n.some(Number.isNaN)) throw new RangeError(`path: "${command}" holds something that is not a number`)
    if (command[0] === 'M' && n.length === 2 && !start) start = { x: n[0]!, y: n[1]! }
    else if (command[0] === 'L' && n.length === 2 && start) segments.push({ to: { x: n[0]!, y: n[1]! } })
    else if (command[0] === 'C' && n.length === 6 && start)
      segments.push({
        c1: { x: n[0]!, y: n[1]! },
        c2: { x: n[2]!, y: n[3]! },
        to: { x: n[4]!, y: n[5]! },
      })
    else throw new RangeError(`path: "${command}" is not an absolute M, L, C or Z in its place`)
  }
  if (!start) throw new RangeError('path: there is no M at the start')
  return { start, segments, closed }
}

/** The contour under an affine map; exact, since cubic curves stay cubic. */
export function transformContour(contour: Contour, m: Affine): Contour {
  return {
    start: apply(m, contour.start),
    segments: contour.segments.map((s) =>
      s.c1 && s.c2 ? { c1: apply(m, s.c1), c2: apply(m, s.c2), to: apply(m, s.to) } : { to: apply(m, s.to) },
    ),
    closed: contour.closed,
  }
}

/** The same contour walked from its other end; a closed one keeps its start. */
export function reverseContour(contour: Contour): Contour {
  const points = [contour.start, ...contour.segments.map((s) => s.to)]
  const segments = contour.segments
    .map((s, i) => (s.c1 && s.c2 ? { c1: s.c2, c2: s.c1, to: points[i]! } : { to: points[i]! }))
    .reverse()
  const end = points[points.length - 1]!
  if (!contour.closed) return { start: end, segments, closed: false }
  return { start: contour.start, segments: [{ to: end }, ...segments], closed: true }
}

/** The last point of an open contour, or where the closing stretch of a closed one begins. */
export const endOf = (contour: Contour): Point => contour.segments.at(-1)?.to ?? contour.start

/** The path data under an affine map. */
export const transformPath = (d: string, m: Affine): string => writePath(transformContour(readPath(d), m))
