import { say } from '../../words'
import { IntakeRefusal } from '../refusal'

/** One pair of a DXF file: a group code and its value, with the line it stands on. */
export type Tag = { code: number; value: string; line: number }

/** A run of tags that begins with code 0: an entity, a table entry, a block. */
export type Item = { type: string; tags: Tag[]; line: number }

/** Code pages of East Asian scripts, by the numbers that DXF files name them by (DXF reference). */
const CODE_PAGES: Readonly<Record<string, string>> = {
  932: 'shift_jis',
  936: 'gbk',
  949: 'euc-kr',
  950: 'big5',
}

/** DXF text is UTF-8 from $ACADVER AC1021 on, and before that in the code page that its header names. */
export function decodeDxf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    const western = new TextDecoder('windows-1252').decode(bytes)
    const page =
      /\$DWGCODEPAGE\s+3\s+(?:ANSI_|DOS)?(\d{3,4})\b/i.exec(western.slice(0, 50_000))?.[1] ?? '1252'
    try {
      return new TextDecoder(CODE_PAGES[page] ?? `windows-${page}`).decode(bytes)
    } catch {
      return western
    }
  }
}

/** Letters that a code page does not hold are written as `\U+` and four digits (DXF reference). */
const unescaped = (value: string): string =>
  value.includes('\\U+')
    ? value.replace(/\\U\+([0-9a-f]{4})/gi, (_, code: string) =>
        String.fromCharCode(Number.parseInt(code, 16)),
      )
    : value

/** A number as files write it; some programs write the decimal comma of their country. NaN for anything else. */
export const toNumber = (text: string): number =>
  Number(/^[+-]?\d*,\d+(e[+-]?\d+)?$/i.test(text) ? text.replace(',', '.') : text)

/**
 * Splits DXF text into tags. A file that was cut off is read as far as it goes.
 * @throws IntakeRefusal where a group code is no number
 */
export function readTags(text: string): Tag[] {
  const lines = text.split(/\r\n|\r|\n/)
  const tags: Tag[] = []
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]!.trim())
    if (!Number.isInteger(code) || lines[i]!.trim() === '') {
      if (lines.slice(i).every((l) => l.trim() === '')) break
      throw new IntakeRefusal(
        say`The DXF file breaks off at line ${i + 1}: “${lines[i]!.trim().slice(0, 30)}” stands where a group code should. Export it again as DXF text.`,
      )
    }
    tags.push({ code, value: unescaped(lines[i + 1]!.trim()), line: i + 1 })
  }
  return tags
}

/** The items of each section, by the section's name. */
export function readSections(tags: readonly Tag[]): Map<string, Item[]> {
  const sections = new Map<string, Item[]>()
  let items: Item[] | null = null
  for (let i = 0; i < tags.length; i += 1) {
    const tag = tags[i]!
    if (tag.code === 0 && tag.value === 'SECTION') {
      const name = tags[i + 1]?.code === 2 ? tags[i + 1]!.value : ''
      items = sections.get(name) ?? []
      sections.set(name, items)
      i += 1
      // What comes before the first item, as the variables of the header do, is an item of its own.
      items.push({ type: '', tags: [], line: tag.line })
    } else if (tag.code === 0 && (tag.value === 'ENDSEC' || tag.value === 'EOF')) items = null
    else if (!items) continue
    else if (tag.code === 0) items.push({ type: tag.value.toUpperCase(), tags: [], line: tag.line })
    else if (tag.code !== 999) items.at(-1)!.tags.push(tag)
  }
  return sections
}

/** The first value of a code, or undefined. */
export const textOf = (item: Item, code: number): string | undefined =>
  item.tags.find((t) => t.code === code)?.value

/** The first number of a code, or `fallback` where there is none. */
export function numberOf(item: Item, code: number, fallback: number): number {
  const text = textOf(item, code)
  const value = text === undefined ? Number.NaN : toNumber(text)
  return Number.isNaN(value) ? fallback : value
}

/** Every number of a code, in order. */
export const numbersOf = (item: Item, code: number): number[] =>
  item.tags.filter((t) => t.code === code).map((t) => toNumber(t.value))

/** Points given by an x code and the y code ten above it. */
export function pointsOf(item: Item, xCode: number): { x: number; y: number }[] {
  const points: { x: number; y: number }[] = []
  for (const { code, value } of item.tags) {
    if (code === xCode) points.push({ x: toNumber(value), y: 0 })
    else if (code === xCode + 10 && points.length > 0) points.at(-1)!.y = toNumber(value)
  }
  return points
}

export const pointOf = (item: Item, xCode: number): { x: number; y: number } => ({
  x: numberOf(item, xCode, 0),
  y: numberOf(item, xCode + 10, 0),
})
