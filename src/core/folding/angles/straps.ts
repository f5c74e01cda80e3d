import { say } from '../../words'
import { MEETS, offLine } from '../panel-edges'
import { type Guess, isParallel, other, type Sheet } from './rule'

/**
 * A strap over a fold: panels in a row from one side of the fold to the other, all over parallel folds. Its ends turn
 * as the fold does, what lies between them the other way; a strap may stand on the fold of another one.
 */
export function* straps(sheet: Sheet): Generator<readonly [number, Guess]> {
  const { panels, hinges } = sheet
  const size = (k: number) => panels[hinges[k]!.a]!.area + panels[hinges[k]!.b]!.area
  const ways = new Map<number, 1 | -1>()
  for (const k of [...hinges.keys()].sort((j, l) => size(l) - size(j))) {
    const rows = rowsOver(sheet, k)
    if (rows.length === 0) continue
    const way = ways.get(k) ?? 1
    if (!ways.has(k)) {
      ways.set(k, way)
      yield [k, { turn: 180, way, sure: true, why: say`The card closes over its fold.`, fromInside: true }]
    }
    for (const [row, i, j] of rows.flatMap((r) => r.map((hinge, n) => [r, n, hinge] as const))) {
      if (ways.has(j)) continue
      const isEnd = i === 0 || i === row.length - 1
      const own = isEnd ? way : (-way as 1 | -1)
      ways.set(j, own)
      yield [
        j,
        { turn: 180, way: own, sure: true, follows: true, why: say`A strap follows the fold that it spans.` },
      ]
    }
  }
}

/** Every way from one side of a fold to the other over three or more hinges that are parallel to it. */
function rowsOver(sheet: Sheet, k: number): number[][] {
  const { hinges } = sheet
  const { a, b, from, to } = hinges[k]!
  const rows: number[][] = []
  const used = new Set<number>()
  for (let row = rowOver(sheet, k, used); row; row = rowOver(sheet, k, used)) {
    for (const j of row) for (const panel of [hinges[j]!.a, hinges[j]!.b]) used.add(panel)
    used.delete(a)
    used.delete(b)
    // A strap is held beside the fold, not on it.
    const isBeside = [row[0]!, row.at(-1)!].every((j) => Math.abs(offLine(from, to, hinges[j]!.from)) > MEETS)
    if (isBeside) rows.push(row)
  }
  return rows
}

/** The shortest way over parallel hinges that leaves out some panels, or null where none goes over three or more. */
function rowOver({ hinges, at }: Sheet, k: number, without: ReadonlySet<number>): number[] | null {
  const { a, b } = hinges[k]!
  const way = new Map<number, { from: number; over: number }>([[a, { from: -1, over: -1 }]])
  const open = [a]
  for (let panel = open.shift(); panel !== undefined; panel = open.shift()) {
    if (panel === b) {
      const row: number[] = []
      for (let step = way.get(b)!; step.over >= 0; step = way.get(step.from)!) row.unshift(step.over)
      return row.length >= 3 ? row : null
    }
    for (const j of at[panel]!) {
      const next = other(hinges[j]!, panel)
      if (
        j === k ||
        way.has(next) ||
        without.has(next) ||
        hinges[j]!.isCurved ||
        !isParallel(hinges[j]!, hinges[k]!)
      )
        continue
      way.set(next, { from: panel, over: j })
      open.push(next)
    }
  }
  return null
}
