import { decimal, say } from '../words'
/** Lengths as people type and read them. Inside the application every length is a number of millimetres. */

export type Unit = 'mm' | 'in'

/** 1 inch is 25.4 mm exactly (international inch, 1959; also CSS Values, "absolute lengths"). */
export const MM_PER_INCH = 25.4

const MM_PER_UNIT: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  '”': MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
  q: 0.25,
  px: MM_PER_INCH / 96,
}

const VULGAR: Record<string, number> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
}

export type ParsedLength = { ok: true; mm: number } | { ok: false; message: string }

/** A number with its dimension: `unit` is mm per unit where a unit was written, null for a bare number. */
type Value = { value: number; unit: number | null }

/** `5-1/2`: parts of a ruler's inch, each smaller than one. */
const HYPHENATED =
  /\d+-(?:1\/2|[13]\/4|[1357]\/8|(?:[13579]|1[135])\/16|(?:[13579]|[12][13579]|31)\/32|(?:[13579]|[1-5][13579]|6[13])\/64)(?!\d)/y

class LengthError extends Error {}

/**
 * Reads a typed length: `140`, `14 cm`, `5.5in`, `5 1/2"`, `5-1/2"`, `5½`, and arithmetic such as `140/2` or
 * `10in - 6mm`. A number, a hyphen and a fraction of a ruler without blanks are one number, as on plans in inches
 * (common practice); with blanks around the hyphen they are a difference.
 * @param text what was typed
 * @param unit the unit of a bare number
 * @returns the length in mm, or a sentence that says what is wrong; never throws
 */
export function parseLength(text: string, unit: Unit = 'mm'): ParsedLength {
  try {
    const reader = new Reader(text.trim().toLowerCase().replaceAll('×', '*').replaceAll('−', '-'))
    const { value, unit: written } = reader.sum()
    reader.end()
    const mm = written === null ? value * MM_PER_UNIT[unit]! : value
    if (!Number.isFinite(mm)) return { ok: false, message: say`This has no finite value; check the divisor.` }
    return { ok: true, mm }
  } catch (error) {
    if (error instanceof LengthError) return { ok: false, message: error.message }
    throw error
  }
}

export type ParsedLengths = { ok: true; mm: number[] } | { ok: false; message: string }

/**
 * Reads several typed lengths: parted by semicolons, or by commas where there is no semicolon; so `3, 6` are two, and
 * `3,5; 7` are two as well.
 * @returns the lengths in mm, or a sentence that says what is wrong with the first that is not understood
 */
export function parseLengths(text: string, unit: Unit = 'mm'): ParsedLengths {
  const mm: number[] = []
  for (const one of text.split(text.includes(';') ? ';' : ',')) {
    const parsed = parseLength(one, unit)
    if (!parsed.ok) return parsed
    mm.push(parsed.mm)
  }
  return { ok: true, mm }
}

/** Recursive descent over the typed text; lengths are kept in mm as soon as a unit is read. */
class Reader {
  private at = 0
  constructor(private readonly text: string) {
    if (text === '') throw new LengthError(say`Type a length, for example 140, 14 cm or 5 1/2".`)
    if (text.length > 80) throw new LengthError(say`This is too long for a length.`)
  }

  end() {
    this.space()
    if (this.at < this.text.length)
      throw new LengthError(
        say`“${this.text.slice(this.at)}” is not understood; use mm, cm, in or a fraction.`,
      )
  }

  sum(): Value {
    let left = this.product()
    for (let sign = this.take(/[+-]/y); sign; sign = this.take(/[+-]/y)) {
      const right = this.product()
      // A bare number beside a length counts in that length's own unit: "10in - 1" is nine inches.
      const unit = left.unit ?? right.unit
      const a = left.unit === null && unit !== null ? left.value * unit : left.value
      const b = right.unit === null && unit !== null ? right.value * unit : right.value
      left = { value: sign === '+' ? a + b : a - b, unit }
    }
    return left
  }

  private product(): Value {
    let left = this.factor()
    for (let sign = this.take(/[*/]/y); sign; sign = this.take(/[*/]/y)) {
      const right = this.factor()
      if (left.unit !== null && right.unit !== null)
        throw new LengthError(say`Two lengths cannot be multiplied or divided here; leave one unit out.`)
      if (sign === '*') left = { value: left.value * right.value, unit: left.unit ?? right.unit }
      else if (right.unit === null) left = { value: left.value / right.value, unit: left.unit }
      // "140/2 mm" means half of 140 mm: the unit at the end belongs to the whole quotient.
      else left = { value: (left.value / (right.value / right.unit)) * right.unit, unit: right.unit }
    }
    return left
  }

  private factor(): Value {
    if (this.take(/-/y)) {
      const { value, unit } = this.factor()
      return { value: -value, unit }
    }
    if (this.take(/\(/y)) {
      const inner = this.sum()
      if (!this.take(/\)/y)) throw new LengthError(say`A closing bracket is missing.`)
      return inner
    }
    const value = this.number()
    const word = this.take(/(?:inches|inch|in|mm|cm|m|pt|pc|px|q|"|″|”)(?![a-z])/y)
    return word ? { value: value * MM_PER_UNIT[word]!, unit: MM_PER_UNIT[word]! } : { value, unit: null }
  }

  private number(): number {
    const mixed = this.take(/\d+\s+\d+\/\d+/y) ?? this.take(HYPHENATED)
    if (mixed) {
      const [whole, top, bottom] = mixed.split(/[\s/-]+/).map(Number) as [number, number, number]
      return whole + top / bottom
    }
    const plain = this.take(/\d+(?:[.,]\d+)?|[.,]\d+/y)
    const fraction = this.take(/[½⅓⅔¼¾⅛⅜⅝⅞]/y)
    if (!plain && !fraction)
      throw new LengthError(say`A number is missing; type for example 140, 14 cm or 5 1/2".`)
    return (plain ? Number(plain.replace(',', '.')) : 0) + (fraction ? VULGAR[fraction]! : 0)
  }

  private space() {
    while (this.text[this.at] === ' ') this.at += 1
  }

  private take(pattern: RegExp): string | null {
    this.space()
    pattern.lastIndex = this.at
    const found = pattern.exec(this.text)
    if (!found) return null
    this.at += found[0].length
    return found[0]
  }
}

/** The finest part of a ruler's inch. */
const FINEST = 64
/** How far from a part of the ruler a length may lie and still be read as it, inches: nobody sets it nearer. */
const ON_RULER = 0.0002

/**
 * Writes a length for reading, without the unit's name: `128.5`, or in inches `5 1/2` where it lies on a ruler with
 * 1/64 and three decimals where it does not.
 * @param mm length in mm
 * @param digits decimals of mm at most
 */
export function formatLength(mm: number, unit: Unit = 'mm', digits = 1): string {
  return unit === 'mm' ? decimal(mm, digits) : inches(mm / MM_PER_INCH)
}

function inches(value: number): string {
  const parts = Math.round(value * FINEST)
  if (Math.abs(value - parts / FINEST) > ON_RULER) return decimal(value, 3)
  let [top, bottom] = [Math.abs(parts) % FINEST, FINEST]
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2]
  const whole = Math.floor(Math.abs(parts) / FINEST)
  const fraction = top > 0 ? `${top}/${bottom}` : ''
  return `${parts < 0 ? '-' : ''}${[whole > 0 || !fraction ? whole : '', fraction].filter((t) => t !== '').join(' ')}`
}

/** The finest step that is read off a ruler, mm. */
const stepOf = (unit: Unit): number => (unit === 'mm' ? 0.1 : MM_PER_INCH / FINEST)

/** A length made longer to the next step of a ruler, mm: what must be there at least. */
export const rulerUp = (mm: number, unit: Unit): number => Math.ceil(mm / stepOf(unit) - 1e-6) * stepOf(unit)

/** A length made shorter to the next step of a ruler, mm: what there is in any case. */
export const rulerDown = (mm: number, unit: Unit): number =>
  Math.floor(mm / stepOf(unit) + 1e-6) * stepOf(unit)

/** Writes a length with its unit, as in `3.2 mm` or `1/8 in`. */
export const lengthWords = (mm: number, unit: Unit = 'mm', digits?: number): string =>
  `${formatLength(mm, unit, digits)} ${unit}`

/** Writes a length that is a sum of many with its unit, as exactly as one asks of such: `1112 mm` or `43.8 in`. */
export const aboutWords = (mm: number, unit: Unit): string =>
  unit === 'mm' ? `${decimal(mm, 0)} mm` : `${decimal(mm / MM_PER_INCH, 1)} in`

/** Writes an area with its unit, as in `12.5 cm²` or `1.94 in²`. @param area mm² */
export const areaWords = (area: number, unit: Unit): string =>
  unit === 'mm' ? `${decimal(area / 100, 2)} cm²` : `${decimal(area / MM_PER_INCH ** 2, 2)} in²`

/** Writes a width and a height with the unit, as in `210 × 297 mm`. */
export const formatSize = (
  size: { width: number; height: number },
  unit: Unit = 'mm',
  digits?: number,
): string => `${formatLength(size.width, unit, digits)} × ${formatLength(size.height, unit, digits)} ${unit}`
