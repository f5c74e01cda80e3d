import { isPaint } from './paint'
import { type Declarations, parseStyleAttribute, type StyleSheet } from './stylesheet'
import { withVariables } from './variables'
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
  'font-family',
  'text-anchor',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
] as const
const OWN = [
  'display',
  'opacity',
  'clip-path',
  'mask',
  'filter',
  'transform',
  'transform-origin',
  'vector-effect',
] as const
/** Attributes that CSS may set too (SVG 2, "Geometry Properties"). */
const GEOMETRY = ['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry', 'd'] as const
const PAINTS: ReadonlySet<string> = new Set(['stroke', 'fill', 'color'])

const NONE: readonly string[] = []
const DRAWN = [...INHERITED, ...OWN] as const
type Property = (typeof DRAWN)[number]
/** Computed values as text; initial values are left out. */
export type Style = Partial<Record<Property, string>> & {
  /** custom properties by their names with the dashes; inherited */
  custom?: Readonly<Record<string, string>>
}

/**
 * The style of an element: presentation attributes, then rules, then its style attribute, then what is important. A
 * value that is none is passed over, as CSS does: what stood before it holds.
 * @returns the style, and the attributes with what rules say of the shape's geometry
 */
export function computeStyle(
  element: XmlElement,
  parent: Style,
  sheet: StyleSheet,
): { style: Style; attributes: Record<string, string> } {
  const layers: Declarations[] = sheet.matching(element)
  if (element.attributes.style) layers.push(parseStyleAttribute(element.attributes.style))
  const values = valuesOf(layers)
  const declared = (name: string): readonly string[] => values.get(name) ?? NONE
  const custom = customOf(layers, declared, parent.custom)
  const style: Style = custom ? { custom } : {}
  for (const name of INHERITED) if (parent[name] !== undefined) style[name] = parent[name]
  const set = (name: Property, written: string) => {
    const value = withVariables(written, custom)
    if (value === null) {
      // What a variable makes invalid counts as not said: inherited where it can be.
      const before = (INHERITED as readonly string[]).includes(name) ? parent[name] : undefined
      if (before === undefined) delete style[name]
      else style[name] = before
    } else if (value === 'inherit') {
      if (parent[name] !== undefined) style[name] = parent[name]
      else delete style[name]
    } else if (value === 'initial' || value === 'unset' || value === 'revert') delete style[name]
    else if (value !== '' && (!PAINTS.has(name) || isPaint(value))) style[name] = value
  }
  for (const name of DRAWN) {
    const attribute = element.attributes[name]?.trim()
    if (attribute) set(name, attribute)
    for (const value of declared(name)) set(name, value)
  }
  return { style, attributes: withGeometry(element.attributes, declared, custom) }
}

/** The values that are declared for each property, weaker first; what is important comes last. */
function valuesOf(layers: readonly Declarations[]): Map<string, string[]> {
  const values = new Map<string, string[]>()
  for (const important of [false, true])
    for (const declarations of layers)
      for (const [name, found] of Object.entries(declarations)) {
        if (found.important !== important) continue
        const known = values.get(name)
        if (known) known.push(found.value)
        else values.set(name, [found.value])
      }
  return values
}

function customOf(
  layers: readonly Declarations[],
  declared: (name: string) => readonly string[],
  inherited: Style['custom'],
): Style['custom'] {
  const names = new Set(layers.flatMap((d) => Object.keys(d).filter((name) => name.startsWith('--'))))
  if (names.size === 0) return inherited
  return { ...inherited, ...Object.fromEntries([...names].map((name) => [name, declared(name).at(-1)!])) }
}

function withGeometry(
  attributes: Record<string, string>,
  declared: (name: string) => readonly string[],
  custom: Style['custom'],
): Record<string, string> {
  const said = GEOMETRY.flatMap((name): [string, string][] => {
    const value = withVariables(declared(name).at(-1) ?? '', custom)
    if (!value) return []
    if (name !== 'd') return [[name, value]]
    const path = /^path\(\s*(["'])([^"']*)\1\s*\)$/.exec(value)
    return path ? [[name, path[2]!]] : value === 'none' ? [[name, '']] : []
  })
  return said.length > 0 ? { ...attributes, ...Object.fromEntries(said) } : attributes
}

/** An opacity value from 0 to 1; 1 where it is missing or not understood. */
export function opacityOf(text: string | undefined): number {
  if (text === undefined) return 1
  const value = Number.parseFloat(text) * (text.trim().endsWith('%') ? 0.01 : 1)
  return Number.isNaN(value) ? 1 : Math.max(0, Math.min(1, value))
}
