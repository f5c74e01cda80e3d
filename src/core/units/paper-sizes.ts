import { say } from '../words'
import { MM_PER_INCH } from './length'

export type PaperSize = {
  name: string
  width: number
  height: number
  /** the short name of an envelope; null for a sheet */
  envelope: string | null
}

const sheet = (name: string, width: number, height: number, envelope: string | null = null): PaperSize => ({
  name,
  width,
  height,
  envelope,
})
const inches = (name: string, width: number, height: number) =>
  sheet(name, width * MM_PER_INCH, height * MM_PER_INCH)
const envelope = (short: string, width: number, height: number) =>
  sheet(say`${short} envelope`, width, height, short)

/**
 * Known sizes of paper and envelopes, portrait, in mm.
 * ISO 216 (A series), ISO 269 (envelopes), ANSI/ASME Y14.1 (letter, tabloid); 12 x 12 in and 8.5 x 14 in are
 * common practice.
 */
export const PAPER_SIZES: readonly PaperSize[] = [
  sheet('A2', 420, 594),
  sheet('A3', 297, 420),
  sheet('A4', 210, 297),
  sheet('A5', 148, 210),
  sheet('A6', 105, 148),
  envelope('C4', 229, 324),
  envelope('C5', 162, 229),
  envelope('C6', 114, 162),
  envelope('DL', 110, 220),
  inches('Letter', 8.5, 11),
  inches('Legal', 8.5, 14),
  inches('Tabloid', 11, 17),
  inches('12 × 12 in', 12, 12),
]

/**
 * The known paper that a size matches in either orientation, or null.
 * @param tolerance how far each side may be off, in mm; files round their pixels, so 0.5 by default
 */
export function matchPaper(size: { width: number; height: number }, tolerance = 0.5): PaperSize | null {
  const short = Math.min(size.width, size.height)
  const long = Math.max(size.width, size.height)
  return (
    PAPER_SIZES.find(
      (p) => Math.abs(p.width - short) <= tolerance && Math.abs(p.height - long) <= tolerance,
    ) ?? null
  )
}
