import type { Hinge, Joined } from '../folding'
import { count } from '../units/count'

/** Stands for the letter of a joint until the order is known. */
export const LETTER = '§'
/** How a sentence speaks of one flap. */
export const A_FLAP = 'Fold the flap of'

/** Pieces by short names: what all of them begin with before a comma is left out. */
export function shortNames(names: readonly string[]): (piece: number) => string {
  const [first] = names
  const prefix = first?.includes(', ') ? first.slice(0, first.indexOf(', ') + 2) : null
  const isShared = prefix !== null && names.length > 1 && names.every((n) => n.startsWith(prefix))
  return (piece) => `“${isShared ? names[piece]!.slice(prefix.length) : names[piece]}”`
}

/** @param isAll whether the piece is done then */
export function fold(name: string, folds: readonly Pick<Hinge, 'target'>[], isAll: boolean): string {
  const ways = (['mountain', 'valley'] as const).flatMap((way) => {
    const n = folds.filter((h) => (way === 'mountain' ? h.target < 0 : h.target > 0)).length
    return n > 0 ? [count(n, `${way} fold`)] : []
  })
  const all = ways.join(' and ')
  return isAll
    ? `Fold ${name} sharply along its scores: ${all}.`
    : `Fold all scores of ${name} sharply, ${all}, and open them again.`
}

export const glueTab = (name: string): string =>
  `Glue tab ${LETTER} of ${name} to the edge that is marked ${LETTER}.`

/** @param what a lone flap, or an end with a tongue */
export const close = (name: string, what: 'flap' | 'end', n = 1): string =>
  what === 'end'
    ? `Close the end of ${name} and tuck its tongue in.`
    : n > 1
      ? `Fold ${n} flaps of ${name} in.`
      : `${A_FLAP} ${name} in.`

export function join({ how, side, above }: Joined, name: string, onto: string): string {
  const isInside = side === 'back'
  switch (how) {
    case 'glue':
      return `Glue ${name} ${isInside ? 'behind' : 'on'} ${onto}, ${LETTER} on ${LETTER}.`
    case 'lay':
      return `Lay ${name} ${isInside ? 'into' : 'on'} ${onto}.`
    case 'slide':
      return `Slide ${name} ${isInside && above === 0 ? 'into' : 'over'} ${onto}.`
    case 'thread':
      return `Curl ${name} over a pen, push it through its slot in ${onto}, and glue its end, ${LETTER} on ${LETTER}.`
  }
}
