/** Variables in variables deeper than this, or a value grown longer, are not followed. */
const DEPTH = 12
const LONGEST = 4000

/**
 * A value with each `var(--name, fallback)` put in (CSS Custom Properties 1).
 * @param custom custom properties by their names with the dashes
 * @returns null where a variable is not there and has no fallback, or where variables run in a circle
 */
export function withVariables(
  value: string,
  custom: Readonly<Record<string, string>> | undefined,
  depth = 0,
): string | null {
  const at = value.indexOf('var(')
  if (at < 0) return value
  if (depth > DEPTH || value.length > LONGEST) return null
  const end = closing(value, at + 3)
  if (end < 0) return null
  const inner = value.slice(at + 4, end)
  const comma = inner.indexOf(',')
  const name = (comma < 0 ? inner : inner.slice(0, comma)).trim()
  const known = custom && Object.hasOwn(custom, name) ? custom[name]! : null
  const put = known ?? (comma < 0 ? null : inner.slice(comma + 1).trim())
  if (put === null) return null
  return withVariables(`${value.slice(0, at)}${put}${value.slice(end + 1)}`, custom, depth + 1)
}

/** The position of the bracket that closes the one at `open`, or -1. */
function closing(text: string, open: number): number {
  let depth = 0
  for (let i = open; i < text.length; i += 1) {
    if (text[i] === '(') depth += 1
    else if (text[i] === ')') depth -= 1
    if (depth === 0) return i
  }
  return -1
}
