import { converter } from 'culori'
import type { Family } from '@/core/document/families'
import type { Look } from '@/core/document/lines'

const toHsl = converter('hsl')

/** A colour in a plain word. @param colour `#rrggbb` */
export function colourWord(colour: string): string {
  const parsed = toHsl(colour)
  if (!parsed) return 'patterned'
  const { h = 0, s, l } = parsed
  if (l < 0.16) return 'black'
  if (l > 0.93) return 'white'
  if (!(s > 0.12)) return l < 0.4 ? 'dark grey' : 'grey'
  const hue = ((h % 360) + 360) % 360
  const names: [number, string][] = [
    [18, 'red'],
    [45, l < 0.4 ? 'brown' : 'orange'],
    [68, 'yellow'],
    [165, 'green'],
    [200, 'cyan'],
    [258, 'blue'],
    [290, 'violet'],
    [338, 'magenta'],
    [361, 'red'],
  ]
  const name = names.find(([to]) => hue < to)![1]
  return l > 0.82 ? `light ${name}` : l < 0.22 ? `dark ${name}` : name
}

/** A look in words: "red, dashed, layer “folds”". */
export function lookWords(look: Look): string {
  const paint = look.stroke
    ? `${colourWord(look.stroke)}, ${look.dash.length > 0 ? 'dashed' : 'solid'}`
    : `filled ${look.fill ? colourWord(look.fill) : ''}`.trim()
  return look.layers.length > 0 ? `${paint}, in “${look.layers.at(-1)}”` : paint
}

/** What may tell looks apart whose words are the same. */
const DETAILS: readonly ((look: Look) => string)[] = [
  ({ dash }) => (dash.length > 0 ? `dash ${dash.map(rounded).join(' / ')} mm` : ''),
  ({ stroke, width }) => (stroke ? `${rounded(width)} mm wide` : ''),
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
    (f: (typeof families)[number]) => `of ${f.sources.map(nameOf).join(', ')}`,
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
