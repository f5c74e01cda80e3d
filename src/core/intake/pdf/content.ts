import { MOST_LETTERS } from '../drawing'

/** An operand of a content stream: a number, a name with its slash, a list, words, or something that draws no line. */
export type Operand = number | string | Operand[] | { words: string } | null

export type Operation = { operator: string; operands: Operand[] }

const WHITE = new Set([0, 9, 10, 12, 13, 32])
const DELIMITERS = new Set([...'()<>[]{}/%'].map((c) => c.charCodeAt(0)))

const isRegular = (byte: number): boolean => !WHITE.has(byte) && !DELIMITERS.has(byte)

/**
 * The operations of a PDF content stream in order (ISO 32000-1, 7.8.2). Inline pictures are passed over,
 * and what cannot be understood ends the stream rather than the reading.
 */
export function* operationsOf(bytes: Uint8Array): Generator<Operation> {
  const scanner = new Scanner(bytes)
  let operands: Operand[] = []
  for (;;) {
    const token = scanner.next()
    if (token === END) return
    if (typeof token === 'object' && token !== null && 'operator' in token) {
      if (token.operator === 'BI') scanner.skipInlinePicture()
      yield { operator: token.operator === 'BI' ? 'EI' : token.operator, operands }
      operands = []
    } else if (operands.length < 64) operands.push(token as Operand)
  }
}

const latin = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes)

const unescaped = (octal: string | undefined, letter: string | undefined): string =>
  octal ? String.fromCharCode(Number.parseInt(octal, 8) & 255) : 'nrtbf'.includes(letter!) ? ' ' : letter!

/** The words among operands, spacing left out; empty where fonts make them unreadable. */
export const wordsOf = (operands: readonly Operand[]): string =>
  operands
    .flat()
    .map((o) => (typeof o === 'object' && o !== null && 'words' in o ? o.words : ''))
    .join('')
    .replace(/[^\x20-\x7e\xa0-\xff]/g, '')
    .trim()
    .slice(0, MOST_LETTERS)

const END = Symbol('end')
type Token = Operand | { operator: string } | typeof END

class Scanner {
  private at = 0

  constructor(private readonly bytes: Uint8Array) {}

  next(depth = 0): Token {
    const { bytes } = this
    this.skipSpace()
    if (this.at >= bytes.length) return END
    const c = bytes[this.at]!
    if (c === 0x2f) return `/${this.name()}`
    if (c === 0x28) return this.string()
    if (c === 0x3c) {
      if (bytes[this.at + 1] !== 0x3c) return this.hexString()
      this.at += 2
      return this.list(0x3e, depth)
    }
    if (c === 0x5b) {
      this.at += 1
      return this.list(0x5d, depth)
    }
    if (!isRegular(c)) {
      // A bracket without its partner.
      this.at += 1
      return null
    }
    const from = this.at
    while (this.at < bytes.length && isRegular(bytes[this.at]!)) this.at += 1
    const word = String.fromCharCode(...bytes.subarray(from, Math.min(this.at, from + 64)))
    const value = Number(word)
    if (Number.isFinite(value)) return value
    // Numbers such as "--5" or "1.2.3" that some programs write.
    const mended = /^[-+]*(\d*\.?\d*)/.exec(word)?.[1]
    if (mended && /\d/.test(mended) && /^[-+.\d]+$/.test(word))
      return Number(mended) * (word.startsWith('-') ? -1 : 1)
    return { operator: word }
  }

  private skipSpace(): void {
    const { bytes } = this
    while (this.at < bytes.length) {
      const c = bytes[this.at]!
      if (WHITE.has(c)) this.at += 1
      else if (c === 0x25)
        while (this.at < bytes.length && bytes[this.at] !== 10 && bytes[this.at] !== 13) this.at += 1
      else return
    }
  }

  private name(): string {
    this.at += 1
    const from = this.at
    while (this.at < this.bytes.length && isRegular(this.bytes[this.at]!)) this.at += 1
    const raw = new TextDecoder('latin1').decode(this.bytes.subarray(from, Math.min(this.at, from + 200)))
    return raw.replace(/#([0-9a-f]{2})/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
  }

  /** A string in round brackets; its letters as far as fonts leave them plain. */
  private string(): { words: string } {
    let depth = 0
    const from = this.at + 1
    for (; this.at < this.bytes.length; this.at += 1) {
      const c = this.bytes[this.at]!
      if (c === 0x5c) this.at += 1
      else if (c === 0x28) depth += 1
      else if (c === 0x29) {
        depth -= 1
        if (depth === 0) {
          this.at += 1
          break
        }
      }
    }
    const raw = latin(this.bytes.subarray(from, Math.min(this.at - 1, from + 4 * MOST_LETTERS)))
    return { words: raw.replace(/\\([0-7]{1,3})|\\(.)/gs, (_, octal, c) => unescaped(octal, c)) }
  }

  private hexString(): { words: string } {
    const from = this.at + 1
    while (this.at < this.bytes.length && this.bytes[this.at] !== 0x3e) this.at += 1
    const hex = latin(this.bytes.subarray(from, Math.min(this.at, from + 8 * MOST_LETTERS)))
    this.at += 1
    const pairs = hex.replace(/[^0-9a-f]/gi, '').match(/../g) ?? []
    return { words: String.fromCharCode(...pairs.map((p) => Number.parseInt(p, 16))) }
  }

  /** Operands up to a closing bracket; those of a dictionary are keys and values by turns. */
  private list(close: number, depth: number): Operand[] {
    const items: Operand[] = []
    if (depth > 20) return items
    for (;;) {
      this.skipSpace()
      if (this.at >= this.bytes.length) return items
      if (this.bytes[this.at] === close) {
        this.at += close === 0x3e ? 2 : 1
        return items
      }
      const token = this.next(depth + 1)
      if (token === END) return items
      if (!(typeof token === 'object' && token !== null && 'operator' in token) && items.length < 1000)
        items.push(token as Operand)
    }
  }

  /** Passes over an inline picture: from BI over ID and its data to EI between white space. */
  skipInlinePicture(): void {
    const { bytes } = this
    for (; this.at + 2 < bytes.length; this.at += 1)
      if (
        bytes[this.at] === 0x45 &&
        bytes[this.at + 1] === 0x49 &&
        WHITE.has(bytes[this.at - 1] ?? 32) &&
        (this.at + 2 >= bytes.length || WHITE.has(bytes[this.at + 2]!))
      ) {
        this.at += 2
        return
      }
    this.at = bytes.length
  }
}
