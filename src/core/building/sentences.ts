import type { Hinge, Joined } from '../folding'
import { allOf, count, quoted, say } from '../words'

/** Stands for the letter of a joint until the order is known. */
export const LETTER = '§'

/** Pieces by short names: what all of them begin with before a comma is left out. */
export function shortNames(names: readonly string[]): (piece: number) => string {
  const [first] = names
  const prefix = first?.includes(', ') ? first.slice(0, first.indexOf(', ') + 2) : null
  const isShared = prefix !== null && names.length > 1 && names.every((n) => n.startsWith(prefix))
  return (piece) => quoted(isShared ? names[piece]!.slice(prefix.length) : names[piece])
}

/** @param isAll whether the piece is done then */
export function fold(name: string, folds: readonly Pick<Hinge, 'target'>[], isAll: boolean): string {
  const ways = (['mountain', 'valley'] as const).flatMap((way) => {
    const n = folds.filter((h) => (way === 'mountain' ? h.target < 0 : h.target > 0)).length
    return n > 0 ? [way === 'mountain' ? count(n, 'mountain fold') : count(n, 'valley fold')] : []
  })
  const all = allOf(ways)
  return isAll
    ? say`Fold ${name} sharply along its scores: ${all}.`
    : say`Fold all scores of ${name} sharply, ${all}, and open them again.`
}

export const glueTab = (name: string): string =>
  say`Glue tab ${LETTER} of ${name} to the edge that is marked ${LETTER}.`

export const seam = (name: string, onto: string): string =>
  say`Glue tab ${LETTER} of ${name} along the edge of ${onto} that is marked ${LETTER}.`

/** @param what a lone flap, or an end with a tongue */
export const close = (name: string, what: 'flap' | 'end', n = 1): string =>
  what === 'end'
    ? say`Close the end of ${name} and tuck its tongue in.`
    : n > 1
      ? say`Fold ${n} flaps of ${name} in.`
      : say`Fold the flap of ${name} in.`

export function join({ how, side, above }: Joined, name: string, onto: string): string {
  const isInside = side === 'back'
  switch (how) {
    case 'glue':
      return isInside
        ? say`Glue ${name} behind ${onto}, ${LETTER} on ${LETTER}.`
        : say`Glue ${name} on ${onto}, ${LETTER} on ${LETTER}.`
    case 'lay':
      return isInside ? say`Lay ${name} into ${onto}.` : say`Lay ${name} on ${onto}.`
    case 'slide':
      return isInside && above === 0 ? say`Slide ${name} into ${onto}.` : say`Slide ${name} over ${onto}.`
    case 'thread':
      return say`Curl ${name} over a pen, push it through its slot in ${onto}, and glue its end, ${LETTER} on ${LETTER}.`
  }
}
