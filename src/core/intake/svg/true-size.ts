import type { Scale } from '../../document/sources'
import { formatLength, formatSize, MM_PER_INCH } from '../../units/length'
import { matchPaper } from '../../units/paper-sizes'
import { allOf, say } from '../../words'
import { isPhysical, splitLength, toPx } from './lengths'
import { parseViewBox } from './viewport'

/** Pixels an inch that drawing programs have used: 96 by CSS, 72 and 90 by older habits (common practice). */
const DENSITIES = [96, 72, 90] as const

export type TrueSize = {
  /** the root viewport in CSS pixels */
  viewport: { width: number; height: number }
  mmPerPx: number
  scale: Scale
}

/** A length that a drawing can have; null for one that is not there, nought, negative or endless. */
function sizeOf(text: string | undefined): ReturnType<typeof splitLength> {
  const length = splitLength(text)
  return length && length.value > 0 && Number.isFinite(length.value) ? length : null
}

/**
 * The true size of an SVG document. A physical width or height settles it; a size in pixels only is read at the
 * density at which the artboard is a known paper, or whole, or at which the straight lines are, 96 an inch (CSS) where
 * none stands out; the other readings are offered, and it is asked wherever another one is likely.
 * @param chosen mm for one pixel, where a person has chosen it
 * @param lengths of the straight lines that are drawn, px, where they are known
 */
export function trueSizeOf(
  attributes: Record<string, string>,
  chosen: number | null,
  lengths: readonly number[] | null = null,
): TrueSize {
  const box = parseViewBox(attributes.viewBox)
  const width = sizeOf(attributes.width)
  const height = sizeOf(attributes.height)
  const px = (
    length: typeof width,
    other: typeof width,
    side: number | undefined,
    otherSide: number | undefined,
  ) => {
    if (length && length.unit !== '%') return toPx(length)
    if (other && other.unit !== '%' && side && otherSide) return (toPx(other) * side) / otherSide
    return side ?? (length ? 100 : 0)
  }
  const viewport = {
    width: px(width, height, box?.width, box?.height),
    height: px(height, width, box?.height, box?.width),
  }
  const physical = [width, height].find((l) => l && isPhysical(l.unit))
  const readings = DENSITIES.map((density) => {
    const mmPerUnit = MM_PER_INCH / density
    const size = { width: viewport.width * mmPerUnit, height: viewport.height * mmPerUnit }
    const paper = matchPaper(size)
    const label = say`${density} px an inch: ${formatSize(size)}${paper ? ` (${paper.name})` : ''}`
    return { density, mmPerUnit, paper, label, ...size }
  })
  const choices = readings.map(({ mmPerUnit, label, width: w, height: h }) => ({
    mmPerUnit,
    label,
    width: w,
    height: h,
  }))
  const done = (mmPerUnit: number, why: string, sure: boolean, offered = choices): TrueSize => ({
    viewport,
    mmPerPx: mmPerUnit,
    scale: { mmPerUnit, why, sure, choices: viewport.width > 0 ? offered : [] },
  })

  if (chosen !== null) {
    const known = readings.find((r) => Math.abs(r.mmPerUnit - chosen) < 1e-9)
    return done(
      chosen,
      known
        ? say`Chosen by hand: ${known.label}.`
        : say`Chosen by hand: one unit is ${formatLength(chosen, 'mm', 4)} mm.`,
      true,
    )
  }
  if (physical)
    return done(
      MM_PER_INCH / 96,
      say`The file states its size: ${attributes.width ?? '?'} × ${attributes.height ?? '?'}.`,
      true,
      [],
    )
  const papers = readings.filter((r) => r.paper)
  if (papers[0])
    return done(
      papers[0].mmPerUnit,
      say`The file is in pixels only. At ${papers[0].density} an inch its artboard is ${papers[0].paper!.name}, so that is taken.`,
      papers.length === 1 && papers[0].density === 96,
    )
  const whole = readings.filter((r) => isWhole(r.width) && isWhole(r.height))
  if (whole[0])
    return done(
      whole[0].mmPerUnit,
      whole.length === 1
        ? say`The file is in pixels only. At ${whole[0].density} an inch its artboard is a whole ${formatSize(whole[0])}, and at no other, so that is taken.`
        : say`The file is in pixels only, and its artboard is whole at ${allOf(whole.map((r) => String(r.density)))} an inch. Check one length that you know.`,
      whole.length === 1 &&
        whole[0].density === 96 &&
        !(Number.isInteger(viewport.width) && Number.isInteger(viewport.height)),
    )
  const told = lengths && densityOf(lengths)
  if (told)
    return done(
      MM_PER_INCH / told,
      say`The file is in pixels only. At ${told} an inch most of its straight lines are whole millimetres or eighths of an inch long, and at no other, so that is taken.`,
      told === 96,
    )
  return done(
    MM_PER_INCH / 96,
    say`The file is in pixels only and its artboard is no known paper, so 96 an inch is taken, as the web does. Check one length that you know.`,
    false,
  )
}

/** A length is whole where it is that near to a step, mm: millimetres, or parts of an inch. */
const NEAR = 0.02
const isStep = (mm: number, step: number) => Math.abs(mm - step * Math.round(mm / step)) <= NEAR
/** Whether the side of an artboard was meant in millimetres, or in quarters of an inch. */
const isWhole = (mm: number) => mm > NEAR && (isStep(mm, 1) || isStep(mm, MM_PER_INCH / 4))

/** So many different lengths must be whole at one density, and so few at the others, shares of all. */
const TELLING = { least: 5, most: 0.7, few: 0.35 }

/** The density at which lengths in pixels are whole; null where none stands out. */
function densityOf(lengths: readonly number[]): number | null {
  const distinct = [...new Set(lengths.filter((l) => l > 5).map((l) => Math.round(l * 100) / 100))]
  if (distinct.length < TELLING.least) return null
  const shares = DENSITIES.map((density) => {
    const share = (step: number) =>
      distinct.filter((l) => isStep((l * MM_PER_INCH) / density, step)).length / distinct.length
    return { density, share: Math.max(share(1), share(MM_PER_INCH / 8)) }
  }).sort((a, b) => b.share - a.share)
  const [first, second] = shares
  return first!.share >= TELLING.most && second!.share <= TELLING.few ? first!.density : null
}
