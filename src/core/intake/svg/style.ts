import { color as parseCssColour } from 'd3-color'
import { type Declarations, parseStyleAttribute, type StyleSheet } from './stylesheet'
import type { XmlElement } from './xml'

/** The properties that decide how a shape is drawn; the first group is inherited, the second is not. */
const INHERITED = [
  'stroke',
  'fill',
  'stroke-width',
  'stroke-dasharray',
  'stroke-opacity',
  'fill-opacity',
  'fill-rule',
  'visibility',
  'color',
  'font-size',
] as const
const OWN = ['display', 'opacity', 'clip-path', 'mask', 'filter', 'transform', 'vector-effect'] as const

type Property = (typeof INHERITED)[number] | (typeof OWN)[number]
/** Computed values as text; initial values are left out. */
export type Style = Partial<Record<Property, string>>

/** The style of an element: presentation attributes, then rules, then its style attribute, then what is important. */
export function computeStyle(element: XmlElement, parent: Style, sheet: StyleSheet): Style {
  const style: Style = {}
  for (const name of INHERITED) if (parent[name] !== undefined) style[name] = parent[name]
  const set = (name: Property, value: string | undefined) => {
    if (value === undefined || value === '') return
    if (value === 'inherit') {
      if (parent[name] !== undefined) style[name] = parent[name]
      else delete style[name]
    } else if (value === 'initial' || value === 'unset' || value === 'revert') delete style[name]
    else style[name] = value
  }
  for (const name of [...INHERITED, ...OWN]) set(name, element.attributes[name]?.trim())
  const layers: Declarations[] = sheet.matching(element)
  if (element.attributes.style) layers.push(parseStyleAttribute(element.attributes.style))
  for (const important of [false, true])
    for (const declarations of layers)
      for (const name of [...INHERITED, ...OWN]) {
        const declared = declarations[name]
        if (declared && declared.important === important) set(name, declared.value)
      }
  return style
}

/**
 * A paint as `#rrggbb`, `pattern` for gradients and patterns, or null where nothing is painted.
 * @param opacity the paint's own opacity property
 */
export function resolvePaint(
  paint: string | undefined,
  style: Style,
  opacity: string | undefined,
): string | null {
  if (paint === undefined || paint === 'none' || opacityOf(opacity) === 0) return null
  if (paint.startsWith('url(')) return 'pattern'
  const text = paint.toLowerCase() === 'currentcolor' ? (style.color ?? 'black') : paint
  const parsed = parseCssColour(text)
  if (!parsed || parsed.opacity === 0) return null
  return parsed.formatHex()
}

/** An opacity value from 0 to 1; 1 where it is missing or not understood. */
export function opacityOf(text: string | undefined): number {
  if (text === undefined) return 1
  const value = Number.parseFloat(text) * (text.trim().endsWith('%') ? 0.01 : 1)
  return Number.isNaN(value) ? 1 : Math.max(0, Math.min(1, value))
}
