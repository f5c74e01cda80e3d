import type { PDFDict, PDFObject } from 'pdf-lib'
import type { Objects } from './objects'

/** How the numbers of a colour are read. */
export type ColourSpace = {
  components: number
  /** inks by name, for spot colours */
  inks: string[]
  toRgb(values: readonly number[]): string
}

const channel = (v: number): string =>
  Math.round(Math.max(0, Math.min(1, v)) * 255)
    .toString(16)
    .padStart(2, '0')
const hex = (r: number, g: number, b: number): string => `#${channel(r)}${channel(g)}${channel(b)}`

export const GREY: ColourSpace = { components: 1, inks: [], toRgb: ([v = 0]) => hex(v, v, v) }
export const RGB: ColourSpace = { components: 3, inks: [], toRgb: ([r = 0, g = 0, b = 0]) => hex(r, g, b) }
/** By the plain formula of ISO 32000-1, 10.3.5; a proof it is not, and need not be. */
export const CMYK: ColourSpace = {
  components: 4,
  inks: [],
  toRgb: ([c = 0, m = 0, y = 0, k = 0]) =>
    hex(1 - Math.min(1, c + k), 1 - Math.min(1, m + k), 1 - Math.min(1, y + k)),
}
/** Patterns and what is not understood: something is drawn, in no colour that could be told. */
const UNTOLD: ColourSpace = { components: 0, inks: [], toRgb: () => '#808080' }

const BY_NAME: Readonly<Record<string, ColourSpace>> = {
  DeviceGray: GREY,
  CalGray: GREY,
  G: GREY,
  DeviceRGB: RGB,
  CalRGB: RGB,
  RGB,
  DeviceCMYK: CMYK,
  CMYK,
  Pattern: UNTOLD,
}

/** Reads a colour space by its name in the resources, or as it stands. */
export function colourSpaceOf(name: string, resources: PDFDict | null, objects: Objects): ColourSpace {
  const known = BY_NAME[name]
  if (known) return known
  const spaces = objects.dict(objects.get(resources, 'ColorSpace'))
  return readSpace(objects.get(spaces, name), objects, 0)
}

function readSpace(object: PDFObject | null, objects: Objects, depth: number): ColourSpace {
  const name = objects.name(object)
  if (name) return BY_NAME[name] ?? UNTOLD
  const [kind, ...rest] = objects.list(object)
  const family = objects.name(kind ?? null)
  if (!family || depth > 4) return UNTOLD
  if (BY_NAME[family]) return BY_NAME[family]!
  if (family === 'ICCBased') {
    const n = objects.number(objects.get(objects.dict(rest[0] ?? null), 'N'))
    return n === 1 ? GREY : n === 4 ? CMYK : RGB
  }
  if (family === 'Lab') return { components: 3, inks: [], toRgb: ([l = 0]) => hex(l / 100, l / 100, l / 100) }
  if (family === 'Indexed')
    return { components: 1, inks: [], toRgb: ([i = 0]) => hex(i / 255, i / 255, i / 255) }
  if (family === 'Separation' || family === 'DeviceN') {
    const inks =
      family === 'Separation'
        ? [objects.name(rest[0] ?? null) ?? '']
        : objects.list(rest[0] ?? null).map((o) => objects.name(o) ?? '')
    const alternate = readSpace(objects.follow(rest[1] ?? null), objects, depth + 1)
    return {
      components: inks.length,
      inks: inks.filter(Boolean),
      toRgb: tint(inks, alternate, objects.dict(rest[2] ?? null), objects),
    }
  }
  return UNTOLD
}

/** A spot colour by its tint function where that is a simple one (type 2), else a colour made from its name. */
function tint(inks: readonly string[], alternate: ColourSpace, fn: PDFDict | null, objects: Objects) {
  const end = objects.numbers(objects.get(fn, 'C1'))
  const start = objects.numbers(objects.get(fn, 'C0'))
  const power = objects.number(objects.get(fn, 'N')) ?? 1
  if (objects.number(objects.get(fn, 'FunctionType')) === 2 && end.length === alternate.components)
    return ([t = 1]: readonly number[]) =>
      alternate.toRgb(end.map((v, i) => (start[i] ?? 0) + Math.max(0, t) ** power * (v - (start[i] ?? 0))))
  return (values: readonly number[]) => {
    const main = inks[values.indexOf(Math.max(...values))] ?? inks[0] ?? ''
    let sum = 0
    for (const c of main) sum = (sum * 31 + c.charCodeAt(0)) % 360
    return hex(0.5 + 0.5 * Math.cos(sum), 0.5 + 0.5 * Math.cos(sum + 2), 0.5 + 0.5 * Math.cos(sum + 4))
  }
}

/** Inks that every page has; their names say nothing. */
const PROCESS = /^(all|none|black|cyan|magenta|yellow|pantone.*|hks.*|ral.*)$/i

/** The names of a colour's inks that may speak of a line's purpose. */
export const speakingInks = (space: ColourSpace): string[] => space.inks.filter((ink) => !PROCESS.test(ink))
