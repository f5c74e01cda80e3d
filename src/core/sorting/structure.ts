import { type Arrangement, arrange } from '../arrangement'
import type { Role } from '../document/lines'
import type { Box } from '../geometry/measure'
import { lengthOfVector } from '../geometry/point'
import type { SceneLine } from './stretch'

/**
 * What a closed line around the drawing is: a frame, left out surely; rather a frame or rather the outline of a piece, so
 * that a person is asked.
 */
export type Frame = { verdict: 'frame' | 'rather frame' | 'rather outline'; why: string }

/** How far a fold may end before the edge it is meant to reach, mm (common practice). */
export const REACH = 1.2

/** A dashed line may end with a gap before the edge. */
export const reachOf = ({ look: { dash } }: Pick<SceneLine, 'look'>): number =>
  Math.max(REACH, Math.min(6, 1.2 * (dash[1] ?? 0) + 0.3))

/** The arrangement of some of the lines; its edges speak of positions among all. */
export function arrangeSome(
  which: readonly number[],
  lines: readonly Pick<SceneLine, 'look' | 'shape'>[],
  tolerance: number,
): Arrangement {
  const arrangement = arrange(
    which.map((i) => lines[i]!.shape),
    { tolerance, reach: (k) => reachOf(lines[which[k]!]!) },
  )
  for (const edge of arrangement.edges) edge.line = which[edge.line]!
  return arrangement
}

/** Names that take a line out of the structure: what is printed, drawn or only shown may cross anything. */
const OUT_OF_STRUCTURE: ReadonlySet<Role> = new Set<Role>(['pen', 'print', 'skip'])

/** Whether its own name, and not that of the whole drawing, takes a line out. */
export const isNamedOut = ({ named }: Pick<SceneLine, 'named'>): boolean =>
  named !== null && !named.isOfAll && OUT_OF_STRUCTURE.has(named.role.role)

/**
 * The lines that edges and folds can be among. Fills without a stroke are ornaments where strokes close outlines, and
 * outlines where they do not: a long fold alone says nothing of that.
 */
export function structuralLines(
  lines: readonly SceneLine[],
  frames: ReadonlyMap<number, Frame>,
  apart: ReadonlySet<number>,
  gap: number,
): number[] {
  const verdictOf = (i: number) => frames.get(i)?.verdict
  const structural = lines.flatMap((l, i) => (verdictOf(i) || apart.has(i) || isNamedOut(l) ? [] : [i]))
  const perhaps = lines.flatMap((_, i) => (verdictOf(i) === 'rather outline' ? [i] : []))
  const isFill = (i: number) => lines[i]!.look.stroke === null && lines[i]!.named?.role.role !== 'cut'
  const fills = structural.filter(isFill)
  const strokes = structural.filter((i) => !isFill(i))
  const isOrnament = fills.length > 0 && strokes.length > 0 && strokesOutline(lines, strokes, fills, gap)
  return [...(isOrnament ? strokes : structural), ...perhaps].sort((a, b) => a - b)
}

/** Whether what strokes close is large enough to be the outline around the fills. Lines are named by their positions. */
export function strokesOutline(
  lines: readonly Pick<SceneLine, 'look' | 'shape'>[],
  strokes: readonly number[],
  fills: readonly number[],
  gap: number,
): boolean {
  const largest = (boxes: readonly Box[]) =>
    boxes.reduce(
      (most, { minX, minY, maxX, maxY }) => Math.max(most, lengthOfVector(maxX - minX, maxY - minY)),
      0,
    )
  const closed = (which: readonly number[]) =>
    which.flatMap((i) => (lines[i]!.shape.contour.closed ? [lines[i]!.shape.box] : []))
  const least = OUTLINES * largest(closed(fills))
  return (
    largest(closed(strokes)) >= least ||
    largest(arrangeSome(strokes, lines, gap).faces.map((f) => f.box)) >= least
  )
}

/** What strokes close is the outline, and fills are not, where it is at least this share of the largest fill. */
const OUTLINES = 0.8
