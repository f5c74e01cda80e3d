import { flatten } from '../geometry/flatten'
import type { Contour } from '../geometry/path'
import { type Crease, netOf } from '../pieces/panels'
import type { PieceShape } from '../pieces/piece-shape'
import { type Flat, type FoldPanel, flatsOf, type Hinge, wound } from './model'

/** Creases whose ends lie so far off their common axis are not straight, mm. */
const STRAIGHT = 0.1

/** A hinge before it has an angle. */
export type BareHinge = Omit<Hinge, 'target' | 'follows' | 'sure' | 'why'> & {
  /** whether a part of it is curved: `from` and `to` are then its ends alone */
  isCurved: boolean
}

export type Bare = {
  panels: FoldPanel[]
  hinges: BareHinge[]
  idle: readonly string[]
}

/**
 * The panels and hinges of a piece, from its arrangement. Creases between the same two panels on one axis are one
 * hinge, however often it is interrupted.
 * @throws TooManyMeetings for lines that cross without end
 */
export function hingesOf(shape: PieceShape): Bare {
  const { panels, creases, idle } = netOf(shape)
  const id = (i: number) => `${shape.piece.id}.${i + 1}`
  const groups = new Map<string, Crease[]>()
  for (const crease of creases) {
    const [a, b] = [Math.min(crease.left, crease.right), Math.max(crease.left, crease.right)]
    const known = [...groups].find(
      ([key, [first]]) => key.startsWith(`${a} ${b} `) && isInLine(first!, crease),
    )
    const key = known?.[0] ?? `${a} ${b} ${groups.size}`
    groups.set(key, [...(groups.get(key) ?? []), crease])
  }
  return {
    panels: panels.map(({ contour, openings, area }, i) => ({
      id: id(i),
      piece: shape.piece.id,
      ring: wound(flatsOf(flatten(contour))),
      openings: openings.map((o) => wound(flatsOf(flatten(o)), true)),
      area,
    })),
    hinges: [...groups.values()].map((group, i) => hingeOf(group, `${shape.piece.id}.h${i + 1}`)),
    idle,
  }
}

const endsOf = ({ part }: Crease) => [part.start, part.segments.at(-1)?.to ?? part.start] as const

/** Whether a crease lies on the axis of another one. */
function isInLine(one: Crease, other: Crease): boolean {
  const [p, q] = endsOf(one)
  const length = Math.hypot(q.x - p.x, q.y - p.y)
  if (length < 1e-6 || !isStraight(one.part) || !isStraight(other.part)) return false
  // Over a long way a small turn counts, so far ends are measured against the longer of both.
  return endsOf(other).every(
    (e) => Math.abs((q.x - p.x) * (e.y - p.y) - (q.y - p.y) * (e.x - p.x)) <= 3 * STRAIGHT * length,
  )
}

function isStraight(part: Contour): boolean {
  const points = flatsOf(flatten(part))
  const [p, q] = [points[0]!, points.at(-1)!]
  const length = Math.hypot(q[0] - p[0], q[1] - p[1])
  if (length < 1e-6) return points.length < 3
  return points.every(
    ([x, y]) => Math.abs((q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0])) <= STRAIGHT * length,
  )
}

/** A hinge from its creases: from the first end to the last one on its axis, its right panel `a`, its left one `b`. */
function hingeOf(creases: readonly Crease[], id: string): BareHinge {
  const isCurved = creases.some((c) => !isStraight(c.part))
  const [longest] = [...creases].sort((c, d) => reach(d) - reach(c))
  const flat = ({ x, y }: { x: number; y: number }): Flat => [x, -y]
  const [p, q] = endsOf(longest!).map(flat) as [Flat, Flat]
  const along = ([x, y]: Flat) => (x - p[0]) * (q[0] - p[0]) + (y - p[1]) * (q[1] - p[1])
  const ends = creases.flatMap((c) => endsOf(c).map(flat)).sort((e, f) => along(e) - along(f))
  return {
    id,
    lines: [...new Set(creases.map((c) => c.line))],
    // On screen y runs down, here up: left stays left of the way on.
    a: longest!.right,
    b: longest!.left,
    from: isCurved ? p : ends[0]!,
    to: isCurved ? q : ends.at(-1)!,
    isCurved,
  }
}

function reach(crease: Crease): number {
  const [p, q] = endsOf(crease)
  return Math.hypot(q.x - p.x, q.y - p.y)
}
