import { say } from '@/core/words'
/** How files came in: how many did, and what was wrong with each of the others. */
export type CameIn = { taken: number; failed: { file: string; message: string }[] }

/** What was wrong in a sentence a file, each named; null where all came in. */
export function wordsOf({ taken, failed }: CameIn): string | null {
  if (failed.length === 0) return null
  const each = failed.map(({ file, message }) => (message.includes(file) ? message : `${file}: ${message}`))
  const all = taken + failed.length
  return all === 1 ? each[0]! : [say`${taken} of ${all} files came in.`, ...each].join('\n')
}

const KEY = 'velvet-crease came in'

/** Keeps what is to be said until the page that follows says it. */
export const carry = (words: string | null): void => {
  if (words) sessionStorage.setItem(KEY, words)
}

/** What the page before left to be said; once. */
export function carried(): string | null {
  const words = sessionStorage.getItem(KEY)
  sessionStorage.removeItem(KEY)
  return words
}
