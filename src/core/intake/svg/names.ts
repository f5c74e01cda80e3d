/** Names that drawing programs give of themselves say nothing about a line: g12, path3-4, Layer_1, rect10. */
const GIVEN_BY_A_PROGRAM =
  /^(?:g|group|path|layer|ebene|calque|capa|livello|svg|use|rect|circle|line|polyline|polygon|ellipse|symbol|shape|object|compound|clip|mask|id|surface)?[-_ .]*(?:\d[-\d_.]*)?$/i

/** Escapes of characters that an id may not hold, as some programs write them: `_x5F_` for an underscore. */
const unescapeId = (id: string): string =>
  id.replace(/_x([0-9a-f]{2,4})_/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))

/**
 * The name that a person gave an element, from its label or id; null where a program numbered it.
 * Control characters are dropped and the length is capped, since names come from strangers.
 */
export function humanName(attributes: Record<string, string>): string | null {
  const label = Object.keys(attributes).find(
    (name) => name === 'label' || name.endsWith(':label') || name === 'data-name',
  )
  const raw = (label ? attributes[label] : undefined) ?? unescapeId(attributes.id ?? '')
  const name = raw!
    .replace(/\p{Cc}/gu, ' ')
    .replace(/[\s_]+/g, ' ')
    .trim()
    .slice(0, 120)
  return name === '' || GIVEN_BY_A_PROGRAM.test(name) ? null : name
}
