import svgpath from 'svgpath'
import { arcByCentre, arcByEnds } from '../../geometry/arc'
import type { Contour, Segment } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { type Axis, splitLength } from './lengths'

/** How the shapes resolve their length attributes: name, axis, and the value where it is missing. */
export type Resolve = (attribute: string, axis: Axis, fallback?: number) => number

/** `broken` tells at which letter of a path it breaks off, from 0. */
export type Shapes = { contours: Contour[]; broken: number | null }

const whole = (contours: Contour[]): Shapes => ({ contours, broken: null })

/**
 * The contours of a basic shape or path in user units, by SVG 2, "Basic shapes" and "Paths". A path that breaks off
 * counts up to the error, as renderers do, and says so.
 * @param tolerance how far arcs may stray, in user units
 */
export function contoursOf(
  name: string,
  attributes: Record<string, string>,
  resolve: Resolve,
  tolerance: number,
): Shapes {
  switch (name) {
    case 'path':
      return pathContours(attributes.d ?? '', tolerance)
    case 'rect':
      return whole(rect(attributes, resolve, tolerance))
    case 'circle': {
      const r = resolve('r', 'other')
      return whole(ellipse(resolve('cx', 'x'), resolve('cy', 'y'), r, r, tolerance))
    }
    case 'ellipse': {
      const auto = (attribute: string) => !splitLength(attributes[attribute])
      const rx = auto('rx') ? resolve('ry', 'y') : resolve('rx', 'x')
      const ry = auto('ry') ? resolve('rx', 'x') : resolve('ry', 'y')
      return whole(ellipse(resolve('cx', 'x'), resolve('cy', 'y'), rx, ry, tolerance))
    }
    case 'line':
      return whole([
        {
          start: { x: resolve('x1', 'x'), y: resolve('y1', 'y') },
          segments: [{ to: { x: resolve('x2', 'x'), y: resolve('y2', 'y') } }],
          closed: false,
        },
      ])
    case 'polyline':
    case 'polygon':
      return points(attributes.points ?? '', name === 'polygon')
    default:
      return whole([])
  }
}

export const SHAPE_NAMES: ReadonlySet<string> = new Set([
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
])

function rect(attributes: Record<string, string>, resolve: Resolve, tolerance: number): Contour[] {
  const [x, y, w, h] = [resolve('x', 'x'), resolve('y', 'y'), resolve('width', 'x'), resolve('height', 'y')]
  if (!(w > 0 && h > 0)) return []
  const auto = (attribute: string) => !splitLength(attributes[attribute])
  let rx = auto('rx') ? (auto('ry') ? 0 : resolve('ry', 'y')) : resolve('rx', 'x')
  let ry = auto('ry') ? (auto('rx') ? 0 : resolve('rx', 'x')) : resolve('ry', 'y')
  rx = Math.min(Math.max(0, rx), w / 2)
  ry = Math.min(Math.max(0, ry), h / 2)
  const at = (px: number, py: number): Segment => ({ to: { x: px, y: py } })
  if (rx === 0 || ry === 0)
    return [{ start: { x, y }, segments: [at(x + w, y), at(x + w, y + h), at(x, y + h)], closed: true }]
  const corner = (cx: number, cy: number, from: number) =>
    arcByCentre({ x: cx, y: cy }, rx, ry, 0, from, Math.PI / 2, tolerance)
  return [
    {
      start: { x: x + rx, y },
      segments: [
        at(x + w - rx, y),
        ...corner(x + w - rx, y + ry, -Math.PI / 2),
        at(x + w, y + h - ry),
        ...corner(x + w - rx, y + h - ry, 0),
        at(x + rx, y + h),
        ...corner(x + rx, y + h - ry, Math.PI / 2),
        at(x, y + ry),
        ...corner(x + rx, y + ry, Math.PI),
      ],
      closed: true,
    },
  ]
}

function ellipse(cx: number, cy: number, rx: number, ry: number, tolerance: number): Contour[] {
  if (!(rx > 0 && ry > 0 && Number.isFinite(rx + ry))) return []
  const segments = arcByCentre({ x: cx, y: cy }, rx, ry, 0, 0, 2 * Math.PI, tolerance)
  const start = { x: cx + rx, y: cy }
  segments.at(-1)!.to = start
  return [{ start, segments, closed: true }]
}

function points(text: string, closed: boolean): Shapes {
  const n = (text.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number)
  const broken = n.length % 2 === 1 ? text.length : null
  const list: Point[] = []
  for (let i = 0; i + 1 < n.length; i += 2) list.push({ x: n[i]!, y: n[i + 1]! })
  const [start, ...rest] = list
  if (!start || rest.length === 0) return { contours: [], broken }
  return { contours: [{ start, segments: rest.map((to) => ({ to })), closed }], broken }
}

/** Numbers that follow one letter, by letter; an arc's flags may be glued to the numbers after them. */
const NUMBERS_OF: Readonly<Record<string, number>> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2 }
const STRETCHES_A_LETTER = 500

/** The library takes the numbers after one letter in the square of their count: long runs get the letter anew. */
const withLettersAnew = (d: string): string =>
  d.replace(/([mlhvcsqt])([^mlhvcsqtaz]{20000,})/gi, (whole, letter: string, run: string) => {
    const numbers = run.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []
    // What is more than numbers and what parts them is left to the library to complain of.
    if (!/^[\d\s,.e+-]*$/i.test(run)) return whole
    const step = NUMBERS_OF[letter.toLowerCase()]! * STRETCHES_A_LETTER
    const next = letter === 'm' ? 'l' : letter === 'M' ? 'L' : letter
    const parts: string[] = []
    for (let i = 0; i < numbers.length; i += step)
      parts.push(`${i === 0 ? letter : next}${numbers.slice(i, i + step).join(' ')}`)
    return parts.join('')
  })

/** The contours of a path's commands (SVG 2, "Path data"). */
export function pathContours(d: string, tolerance: number): Shapes {
  const parsed = svgpath(withLettersAnew(d))
  // The library says in words of its own what is wrong, and where.
  const { err } = parsed as unknown as { err: string }
  const broken = err ? Number(/at pos (\d+)/.exec(err)?.[1] ?? 0) : null
  const contours: Contour[] = []
  let current: Contour | null = null
  const open = (start: Point): Contour => {
    current = { start, segments: [], closed: false }
    contours.push(current)
    return current
  }
  parsed
    .abs()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const from = { x, y }
      const n = segment.slice(1) as number[]
      if (segment[0] === 'M') {
        open({ x: n[0]!, y: n[1]! })
        return
      }
      if (segment[0] === 'Z') {
        if (current) current.closed = true
        current = null
        return
      }
      // After a Z the next command goes on from the start of the contour that was closed.
      const contour: Contour = current ?? open(from)
      contour.segments.push(...segmentsOf(segment[0] as string, n, from, tolerance))
    })
  return { contours: contours.filter((c) => c.segments.length > 0), broken }
}

function segmentsOf(command: string, n: number[], from: Point, tolerance: number): Segment[] {
  switch (command) {
    case 'L':
      return [{ to: { x: n[0]!, y: n[1]! } }]
    case 'H':
      return [{ to: { x: n[0]!, y: from.y } }]
    case 'V':
      return [{ to: { x: from.x, y: n[0]! } }]
    case 'C':
      return [{ c1: { x: n[0]!, y: n[1]! }, c2: { x: n[2]!, y: n[3]! }, to: { x: n[4]!, y: n[5]! } }]
    case 'Q': {
      const to = { x: n[2]!, y: n[3]! }
      const towards = (a: Point): Point => ({
        x: a.x + (2 / 3) * (n[0]! - a.x),
        y: a.y + (2 / 3) * (n[1]! - a.y),
      })
      return [{ c1: towards(from), c2: towards(to), to }]
    }
    case 'A':
      return arcByEnds(
        from,
        n[0]!,
        n[1]!,
        n[2]!,
        Boolean(n[3]),
        Boolean(n[4]),
        { x: n[5]!, y: n[6]! },
        tolerance,
      )
    default:
      return []
  }
}
