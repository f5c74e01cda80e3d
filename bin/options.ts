import { parseLength } from '../src/core/units/length'
import { PAPER_SIZES } from '../src/core/units/paper-sizes'

/** A command line that cannot be followed; the message says what it should be. */
export class UsageError extends Error {
  override readonly name = 'UsageError'
}

export type NamedSize = { name: string; width: number; height: number }

/**
 * A size from a name of paper (`A4`, `letter`, `C6` or `C6 envelope`) or from `WxH` with lengths as people type them (`210x297`, `12inx12in`).
 * @throws UsageError
 */
export function readSize(text: string): NamedSize {
  const asked = text.trim().toLowerCase()
  // Scripts ask for envelopes by the same name whatever language is spoken.
  const known = PAPER_SIZES.find(({ name, envelope }) =>
    [name, ...(envelope ? [envelope, `${envelope} envelope`] : [])].some((n) => n.toLowerCase() === asked),
  )
  if (known) return known
  const [w, h, ...rest] = text.split(/[x×]/i)
  const width = w ? parseLength(w) : null
  const height = h ? parseLength(h) : null
  if (rest.length > 0 || !width?.ok || !height?.ok || !(width.mm > 0 && height.mm > 0))
    throw new UsageError(
      `“${text}” is neither a known paper (${PAPER_SIZES.map((p) => p.name).join(', ')}) nor a size such as 210x297.`,
    )
  return { name: text, width: width.mm, height: height.mm }
}

/**
 * The number that an option was given, or null where it was not.
 * @throws UsageError
 */
export function readNumber(
  option: string,
  text: string | undefined,
  { least, most, whole = false }: { least: number; most: number; whole?: boolean },
): number | null {
  if (text === undefined) return null
  const value = text.trim() === '' ? Number.NaN : Number(text)
  if (!(value >= least && value <= most) || (whole && !Number.isInteger(value)))
    throw new UsageError(`--${option} takes a ${whole ? 'whole ' : ''}number from ${least} to ${most}.`)
  return value
}

/**
 * The one of some words that an option was given, or null where it was not.
 * @throws UsageError
 */
export function readChoice<T extends string>(
  option: string,
  text: string | undefined,
  words: readonly T[],
): T | null {
  if (text === undefined) return null
  const found = words.find((w) => w === text)
  if (!found) throw new UsageError(`--${option} takes one of ${words.join(', ')}.`)
  return found
}
