import { lengthOfVector } from '../../geometry/point'

/** CSS pixels for one unit; CSS Values and Units 4, "absolute lengths". */
const PX: Record<string, number> = {
  '': 1,
  px: 1,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
}

export type Viewport = { width: number; height: number }

/** Which side of the viewport a per cent value refers to; `other` is its normalised diagonal (SVG 2, "Units"). */
export type Axis = 'x' | 'y' | 'other'

/** No length is written longer; what is, is not looked at. */
const MAX_LENGTH = 60
const LENGTH = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%|[a-z]*)\s*$/i

/** The parts of a length, or null where it is none. */
export function splitLength(text: string | undefined): { value: number; unit: string } | null {
  const found = text === undefined || text.length > MAX_LENGTH ? null : LENGTH.exec(text)
  return found ? { value: Number(found[1]), unit: found[2]!.toLowerCase() } : null
}

/**
 * A length attribute in user units (CSS pixels).
 * @param fontSize for em, ex and the like, in user units
 * @returns `fallback` where the attribute is missing or no length
 */
export function resolveLength(
  text: string | undefined,
  axis: Axis,
  viewport: Viewport,
  fontSize: number,
  fallback: number,
): number {
  const parts = splitLength(text)
  if (!parts) return fallback
  const { value, unit } = parts
  if (unit === '%') {
    const { width, height } = viewport
    const whole = axis === 'x' ? width : axis === 'y' ? height : lengthOfVector(width, height) / Math.SQRT2
    return (value / 100) * whole
  }
  if (unit === 'em' || unit === 'rem') return value * fontSize
  if (unit === 'ex' || unit === 'ch') return (value * fontSize) / 2
  return PX[unit] === undefined ? fallback : toPx(parts)
}

/** A length in an absolute unit as CSS pixels; an unknown unit counts as pixels. */
export const toPx = ({ value, unit }: { value: number; unit: string }): number => value * (PX[unit] ?? 1)

/** Whether a length names a physical size rather than pixels. */
export const isPhysical = (unit: string): boolean => ['in', 'cm', 'mm', 'q', 'pt', 'pc'].includes(unit)
