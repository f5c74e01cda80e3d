import { modeHsl, modeRgb, useMode as withMode } from 'culori/fn'
import type { Family } from '@/core/document/families'
import type { Look } from '@/core/document/lines'
import { say } from '@/core/words'

// Only what is needed of all colour spaces: this is a part of the first load.
withMode(modeRgb)
const toHsl = withMode(modeHsl)

/** A colour in a plain word. @param colour `#rrggbb` */
export function colourWord(colour: string): string {
  const parsed = toHsl(colour)
  if (!parsed) return say`patterned`
  const { h = 0, s, l } = parsed
  if (l < 0.16) return say`black`
  if (l > 0.93) return say`white`
  if (!(s > 0.12)) return l < 0.4 ? say`dark grey` : say`grey`
  const hue = ((h % 360) + 360) % 360
  const names: [number, string][] = [
    [18, say`red`],
    [45, l < 0.4 ? say`brown` : say`orange`],
    [68, say`yellow`],
    [165, say`green`],
    [200, say`cyan`],
    [258, say`blue`],
    [290, say`violet`],
    [338, say`magenta`],
    [361, say`red`],
  ]
  const name = names.find(([to]) => hue < to)![1]
  return l > 0.82 ? say`light ${name}` : l < 0.22 ? say`dark ${name}` : name
}

/** A look in words: "red, dashed, layer “folds”". */
export function lookWords(look: Look): string {
  const paint = look.stroke
    ? `${colourWord(look.stroke)}, ${look.dash.length > 0 ? say`dashed` : say`solid`}`
    : look.fill
      ? say`filled ${colourWord(look.fill)}`
      : say`filled`
  return look.layers.length > 0 ? say`${paint}, in “${look.layers.at(-1)}”` : paint
}

/** What may tell looks apart whose words are the same. */
const DETAILS: readonly ((look: Look) => string)[] = [
  ({ dash }) => (dash.length > 0 ? say`dash ${dash.map(rounded).join(' / ')} mm` : ''),
  ({ stroke, width }) => (stroke ? say`${rounded(width)} mm wide` : ''),
  ({ stroke, fill }) => stroke ?? fill ?? '',
]
const rounded = (v: number): string => String(Math.round(v * 100) / 100)

/**
 * Families in words, by their keys; where two would be called the same, what they differ in is told too, and at last
 * the file that they are of.
 * @param nameOf the name of a source
 */
export function familyWords(
  families: readonly Pick<Family, 'key' | 'look' | 'sources'>[],
  nameOf: (source: string) => string,
): Map<string, string> {
  const words = new Map(families.map((f) => [f.key, lookWords(f.look)]))
  const tellings = [
    ...DETAILS.map((of) => (f: (typeof families)[number]) => of(f.look)),
    (f: (typeof families)[number]) => say`of ${f.sources.map(nameOf).join(', ')}`,
  ]
  for (const telling of tellings) {
    const groups = new Map<string, (typeof families)[number][]>()
    for (const f of families) {
      const text = words.get(f.key)!
      groups.set(text, [...(groups.get(text) ?? []), f])
    }
    for (const [text, alike] of groups) {
      const details = alike.map(telling)
      if (new Set(details).size < 2) continue
      alike.forEach((f, i) => {
        if (details[i]) words.set(f.key, `${text}, ${details[i]}`)
      })
    }
  }
  return words
}
