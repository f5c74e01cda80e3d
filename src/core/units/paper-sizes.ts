import { MM_PER_INCH } from './length'

export type PaperSize = { name: string; width: number; height: number }

const inches = (name: string, width: number, height: number): PaperSize => ({
  name,
  width: width * MM_PER_INCH,
  height: height * MM_PER_INCH,
})

/**
 * Known sizes of paper and envelopes, portrait, in mm.
 * ISO 216 (A series), ISO 269 (envelopes), ANSI/ASME Y14.1 (letter, tabloid); 12 x 12 in and 8.5 x 14 in are
 * common practice.
 */
export const PAPER_SIZES: readonly PaperSize[] = [
  { name: 'A2', width: 420, height: 594 },
  { name: 'A3', width: 297, height: 420 },
  { name: 'A4', width: 210, height: 297 },
  { name: 'A5', width: 148, height: 210 },
  { name: 'A6', width: 105, height: 148 },
  { name: 'C4 envelope', width: 229, height: 324 },
  { name: 'C5 envelope', width: 162, height: 229 },
  { name: 'C6 envelope', width: 114, height: 162 },
  { name: 'DL envelope', width: 110, height: 220 },
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
