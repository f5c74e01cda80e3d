import { type Catalog, ownCatalog } from './catalog'
import { Counted, type Value } from './counted'

let spoken: () => Catalog | null = () => ownCatalog

/** Lets somebody else say which catalog is spoken from: where several are answered, each in a language of theirs. */
export function speakFrom(which: () => Catalog | null): void {
  spoken = which
}

/** The language that is spoken here and now (BCP 47). */
export const language = (): string => spoken()?.language ?? 'en'

/**
 * A sentence in the language that is spoken: say`The paper is ${size} wide`. It is written in English, which is also
 * the key that it is found by in the catalogs, and what is said where a catalog does not have it.
 */
export function say(parts: TemplateStringsArray, ...values: Value[]): string {
  const catalog = spoken()
  return catalog?.read(keyOf(parts, values), values) ?? english(parts, values, catalog?.write ?? String)
}

/**
 * A text of which only others know that it is a sentence of the catalogs, as those in pattern files are. One with room
 * for values is none of them: a stranger's file may say anything.
 */
export const sayWhole = (text: string): string =>
  text.includes('{') ? text : (spoken()?.read(text, []) ?? text)

/**
 * A number of things within a sentence: say`Delete ${counted(n, 'piece')}`.
 * @param many the word for several, where it is not the one with an s
 */
export const counted = (n: number, one: string, many = `${one}s`): Counted => new Counted(n, one, many)

/** A number of things by itself: “1 piece”, “5 pieces”. */
export const count = (n: number, one: string, many?: string): string => say`${counted(n, one, many)}`

/**
 * A number as the language writes it, without groups: `2.5`, `2,5`.
 * @param most decimals at most
 * @param least decimals at least
 */
export function decimal(value: number, most: number, least = 0): string {
  const text = value.toFixed(most)
  const [whole, rest = ''] = text.split('.')
  const kept = rest.slice(0, least) + rest.slice(least).replace(/0+$/, '')
  return (kept ? `${whole}${pointOf(language())}${kept}` : whole!).replace(/^-(?=[0.,]*$)/, '')
}

const points = new Map<string, string>()
/** What stands before decimals. */
function pointOf(spoken: string): string {
  const known = points.get(spoken)
  if (known) return known
  const parts = new Intl.NumberFormat(spoken).formatToParts(0.5)
  const point = parts.find((p) => p.type === 'decimal')!.value
  points.set(spoken, point)
  return point
}

/** Several in words: “a, b, and c”. */
export const allOf = (items: readonly string[]): string =>
  new Intl.ListFormat(language(), { type: 'conjunction' }).format(items)

/** One of several in words: “a, b, or c”. */
export const oneOf = (items: readonly string[]): string =>
  new Intl.ListFormat(language(), { type: 'disjunction' }).format(items)

/** Words that begin a sentence or a name. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

const english = (
  parts: TemplateStringsArray,
  values: readonly Value[],
  write: (value: number) => string,
): string =>
  parts.reduce((text, part, i) => {
    const value = values[i - 1]
    if (value instanceof Counted)
      return `${text}${write(value.n)} ${value.n === 1 ? value.one : value.many}${part}`
    return text + (typeof value === 'number' ? write(value) : String(value)) + part
  })

/**
 * A sentence as a message of ICU MessageFormat, with its values by their numbers:
 * `Delete {0, plural, one {# piece} other {# pieces}}`.
 */
function keyOf(parts: TemplateStringsArray, values: readonly Value[]): string {
  return parts.reduce((key, part, i) => {
    const value = values[i - 1]!
    const place =
      value instanceof Counted
        ? `{${i - 1}, plural, one {# ${value.one}} other {# ${value.many}}}`
        : `{${i - 1}}`
    return key + place + part
  })
}
