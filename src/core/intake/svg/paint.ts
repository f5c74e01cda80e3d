import { formatHex, parse } from 'culori'

/** What a paint or a colour may be: CSS Color 4, and what SVG adds to it. */
export const isPaint = (value: string): boolean =>
  value.length <= MAX_LENGTH &&
  (/^(none|currentcolor|context-fill|context-stroke)$/i.test(value) ||
    value.startsWith('url(') ||
    parse(value.toLowerCase()) !== undefined)

/** No colour is written longer; what is, is not looked at. */
const MAX_LENGTH = 400

/**
 * A paint as `#rrggbb`, `pattern` for gradients and patterns, or null where nothing is painted.
 * @param paint a valid one, see {@link isPaint}; what follows a `url()` counts where nothing is painted by it
 * @param colour what `currentcolor` is
 * @param opacity the paint's own opacity, from 0 to 1
 */
export function resolvePaint(paint: string | undefined, colour: string, opacity: number): string | null {
  if (paint === undefined || paint.toLowerCase() === 'none' || opacity === 0) return null
  if (paint.startsWith('url(')) return 'pattern'
  const text = /^(currentcolor|context-)/i.test(paint) ? colour : paint
  const parsed = parse(text.toLowerCase())
  return !parsed || parsed.alpha === 0 ? null : formatHex(parsed)
}
