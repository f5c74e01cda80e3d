import { heightOf, widthOf } from '../geometry/measure'
import type { Nesting, NestProblem } from './problem'
import type { SolidKind } from './solid'

/**
 * How a nesting is told to be better: fewer left over, fewer fresh sheets, fewer sheets in all, and the last of them
 * used less far (mm).
 */
export type Score = { left: number; fresh: number; sheets: number; extent: number }

export function isBetter(a: Score, b: Score): boolean {
  for (const by of ['left', 'fresh', 'sheets'] as const) if (a[by] !== b[by]) return a[by] < b[by]
  return a.extent < b.extent - 0.01
}

/** An answer and its score; a null answer means that the search goes on. */
export type Answer = { nesting: Nesting; score: Score } | null

export function scoreOf({ sheets, left }: Nesting, problem: NestProblem, kinds: readonly SolidKind[]): Score {
  const fresh = sheets.filter((s) => problem.stocks[s.stock]!.count === null).length
  const score: Score = { left: left.length, fresh, sheets: sheets.length, extent: 0 }
  const last = sheets.at(-1)
  if (!last) return score
  const { area } = problem.stocks[last.stock]!
  const along = widthOf(area) > heightOf(area)
  for (const { item, x, y, rotation } of last.laid) {
    const { own } = kinds[problem.items[item]!]!.at(rotation)
    const end = along ? x + widthOf(own) - area.minX : y + heightOf(own) - area.minY
    score.extent = Math.max(score.extent, end)
  }
  return score
}
