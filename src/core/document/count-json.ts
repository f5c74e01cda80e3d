const [QUOTE, COMMA, BACKSLASH, OPEN, SHUT, BEGIN, END] = [...'",\\[]{}'].map((sign) => sign.charCodeAt(0))

/** The largest edit changes every line there may be, with all that is known of each: about half as many values. */
export const MOST_VALUES = 4_000_000
/** No document holds anything as deep within one another as that; a tower of brackets does. */
export const DEEPEST = 40

export type JsonCount = { values: number; depth: number }

/**
 * Counts the values of JSON while its bytes come in, by its commas outside of texts, and how deep they lie in one another:
 * a flood of small ones is known before any is made, and before it is read to its end.
 * @returns takes the next bytes, and tells the counts up to their end
 */
export function jsonCounter(): (bytes: Uint8Array) => JsonCount {
  let [isInText, isEscaped, commas, depth, deepest] = [false, false, 0, 0, 0]
  return (bytes) => {
    for (const sign of bytes) {
      if (isEscaped) isEscaped = false
      else if (isInText && sign === BACKSLASH) isEscaped = true
      else if (sign === QUOTE) isInText = !isInText
      else if (isInText) continue
      else if (sign === COMMA) commas += 1
      else if (sign === OPEN || sign === BEGIN) {
        depth += 1
        if (depth > deepest) deepest = depth
      } else if (sign === SHUT || sign === END) depth -= 1
    }
    return { values: commas + 1, depth: deepest }
  }
}

/** Whether JSON is larger or deeper than anything that is kept. */
export const isFlood = ({ values, depth }: JsonCount): boolean => values > MOST_VALUES || depth > DEEPEST
