import { parseLength } from '../src/core/units/length'
import { PAPER_SIZES } from '../src/core/units/paper-sizes'

/** A command line that cannot be followed; the message says what it should be. */
export class UsageError extends Error {
  override readonly name = 'UsageError'
}

export type NamedSize = { name: string; width: number; height: number }

/**
 * A size from a name of paper (`A4`, `letter`) or from `WxH` with lengths as people type them (`210x297`, `12inx12in`).
 * @throws UsageError
 */
export function readSize(text: string): NamedSize {
  const known = PAPER_SIZES.find((p) => p.name.toLowerCase() === text.trim().toLowerCase())
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
