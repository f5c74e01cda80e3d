import { converter } from 'culori'
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
