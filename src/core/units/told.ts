import { areaWords, formatLength, type Unit } from './length'

const NUMBER = String.raw`\d+(?:[.,\u202f\u00a0’]\d+)*`
/** One length in mm, or several with their unit at the end: `12.5 mm`, `40 x 30 mm`, `2, 3 mm`; no mm², no mm/s. */
const LENGTHS = new RegExp(String.raw`${NUMBER}(?:(?: x | × | / |, )${NUMBER})* mm(?![²/\p{L}])`, 'gu')

const AREA = new RegExp(`(${NUMBER}) mm²`, 'gu')

/**
 * Sentences that are kept with a document, or made where nobody knows who will read them, tell lengths and areas in mm. Here they
 * are told in the unit of who reads them.
 * @param sentence in any language
 */
export const toldIn = (sentence: string, unit: Unit): string =>
  unit === 'mm'
    ? sentence
    : sentence
        .replace(
          LENGTHS,
          (lengths) =>
            `${lengths.slice(0, -' mm'.length).replace(new RegExp(NUMBER, 'gu'), (n) => formatLength(mmOf(n), unit))} ${unit}`,
        )
        .replace(AREA, (_, area) => areaWords(mmOf(area), unit))

/** What parts thousands stands before three digits, and not behind a nought alone; all else parts decimals. */
const HAS_DECIMALS = /^0[.,]\d+$|[.,](?!\d{3}$)\d+$/

/** A number as a sentence tells it, in any language. */
function mmOf(text: string): number {
  const [whole, decimals = ''] = HAS_DECIMALS.test(text) ? text.split(/[.,](?=\d+$)/) : [text]
  return Number(`${whole!.replace(/\D/g, '')}.${decimals || 0}`)
}
