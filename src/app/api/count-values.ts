const [QUOTE, COMMA, BACKSLASH] = [...'",\\'].map((sign) => sign.charCodeAt(0))

/** The largest edit changes every line there may be, with all that is known of each: about half as many values. */
export const MOST_VALUES = 4_000_000

/**
 * Counts the values of JSON while its bytes come in, by its commas outside of texts: a flood of small ones is known
 * before any is made, and before it is read to its end.
 * @returns takes the next bytes, and tells how many values there are up to their end
 */
export function valueCounter(): (bytes: Uint8Array) => number {
  let [isInText, isEscaped, commas] = [false, false, 0]
  return (bytes) => {
    for (const sign of bytes) {
      if (isEscaped) isEscaped = false
      else if (isInText && sign === BACKSLASH) isEscaped = true
      else if (sign === QUOTE) isInText = !isInText
      else if (sign === COMMA && !isInText) commas += 1
    }
    return commas + 1
  }
}
