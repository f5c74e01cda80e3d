import type { Scale } from '../../document/sources'
import { formatLength, formatSize, MM_PER_INCH } from '../../units/length'
import { matchPaper } from '../../units/paper-sizes'
import { say } from '../../words'
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
 * density at which the artboard is a known paper, 96 an inch (CSS) where none is, and the other readings are offered.
 * @param chosen mm for one pixel, where a person has chosen it
 */
export function trueSizeOf(attributes: Record<string, string>, chosen: number | null): TrueSize {
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
  const matching = readings.filter((r) => r.paper)
  const best = matching[0]
  if (best)
    return done(
      best.mmPerUnit,
      say`The file is in pixels only. At ${best.density} an inch its artboard is ${best.paper!.name}, so that is taken.`,
      matching.length === 1 && best.density === 96,
    )
  return done(
    MM_PER_INCH / 96,
    say`The file is in pixels only and its artboard is no known paper, so 96 an inch is taken, as the web does. Check one length that you know.`,
    false,
  )
}
