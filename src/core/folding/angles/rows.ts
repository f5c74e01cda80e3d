import { say } from '../../words'
import { isAsLong } from '../partners'
import { type Guess, isParallel, other, type Sheet, widthOn } from './rule'

/** Flaps smaller than this share of the largest panel are no walls of an accordion or a card. */
const SMALL = 0.1

/** Panels in a row over parallel folds: a card, a gate, an accordion. Small flaps beside them do not count. */
export function* rows(sheet: Sheet, known: readonly (Guess | undefined)[]) {
  const { panels, hinges, at } = sheet
  if (known.some((guess) => guess && guess.turn > 0)) return
  const largest = Math.max(...panels.map((p) => p.area))
  const isWall = (panel: number) => panels[panel]!.area >= SMALL * largest
  const main = [...hinges.keys()].filter((k) => isWall(hinges[k]!.a) && isWall(hinges[k]!.b))
  const [first] = main
  if (first === undefined || !main.every((k) => isParallel(hinges[k]!, hinges[first]!))) return
  const end = [...panels.keys()].find(
    (panel) => isWall(panel) && at[panel]!.filter((k) => main.includes(k)).length === 1,
  )
  if (end === undefined) return
  const row: number[] = []
  const folds: number[] = []
  for (let [panel, came] = [end, -1]; ; ) {
    row.push(panel)
    const next: number[] = at[panel]!.filter((k) => k !== came && main.includes(k))
    if (next.length !== 1) {
      if (next.length > 1) return
      break
    }
    came = next[0]!
    folds.push(came)
    panel = other(hinges[came]!, panel)
  }
  if (folds.length !== main.length) return
  const widths = row.map((panel) => widthOn(sheet, panel, first))
  const [least, most] = [Math.min(...widths), Math.max(...widths)]
  const isPair = row.length === 3 && isAsLong(widths[0]!, widths[2]!)
  const flat = (why: string, sure: boolean, way: (i: number) => 1 | -1 = () => 1) =>
    folds.map((k, i) => [k, { turn: 180, way: way(i), sure, why }] as const)
  if (row.length === 2) {
    if (least > 0.5 * most) yield* flat(say`A card with one fold closes flat.`, true)
    else yield* flat(say`A flap beside one panel folds onto it.`, false)
  } else if (row.length === 3 && isPair && widths[0]! < 0.55 * widths[1]! && widths[0]! > 0.4 * widths[1]!)
    yield* flat(say`Two doors close on the middle of the card.`, true)
  else if (row.length === 3 && isPair && widths[0]! <= 0.4 * widths[1]!)
    yield* folds.map(
      (k) =>
        [
          k,
          {
            turn: 90,
            way: 1 as const,
            // What holds something has holes for it.
            sure: panels[row[1]!]!.openings.length > 0,
            why: say`Two legs carry what lies between them.`,
          },
        ] as const,
    )
  else if (least > 0.6 * most || row.length > 3)
    yield* flat(
      say`Panels as wide as one another fold to and fro.`,
      least > 0.6 * most && row.length > 3,
      (i) => (i % 2 ? -1 : 1),
    )
  else yield* flat(say`One panel wraps round the others.`, false)
}
