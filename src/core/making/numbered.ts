import { flatten } from '../geometry/flatten'
import type { Contour } from '../geometry/path'
import type { Point } from '../geometry/point'
import { distanceTo, innerPoints, isInside } from '../geometry/polyline'
import { CannotMake, type Measures } from './recipe'

/** How straight curves are where a number is placed, mm. */
const FLAT = 0.2

/** Where a number stands on a part with openings: well within its paper. */
export function placeOfNumber(outline: Contour, openings: readonly Contour[] = []): Point {
  const [ring, ...holes] = [outline, ...openings].map((c) => flatten(c, FLAT))
  const free = (p: Point) =>
    holes.some((o) => isInside(p, o)) ? 0 : Math.min(...[ring!, ...holes].map((r) => distanceTo(p, r)))
  return innerPoints(ring!).reduce((best, p) => (free(p) > free(best) + 1e-9 ? p : best), outline.start)
}

/**
 * The numbers of a list as people type them: `1, 3-5`, or `all`.
 * @param most the greatest number there is
 * @param refuse what is said of one that is none of them
 * @throws CannotMake for what is none of them
 */
export function numbersIn(
  measures: Measures,
  name: string,
  most: number,
  refuse: (part: string) => string,
): Set<number> {
  const text = String(measures[name]).trim().toLowerCase()
  if (text === 'all') return new Set(Array.from({ length: most }, (_, k) => k + 1))
  const found = new Set<number>()
  for (const part of text.split(/[\s,;]+/).filter(Boolean)) {
    const match = /^(\d{1,3})(?:-(\d{1,3}))?$/.exec(part)
    const [from, to] = match ? [Number(match[1]), Number(match[2] ?? match[1])] : [0, 0]
    if (from < 1 || to > most || to < from) throw new CannotMake(refuse(part))
    for (let n = from; n <= to; n += 1) found.add(n)
  }
  return found
}
