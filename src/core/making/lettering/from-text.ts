import { type OwnFont, ownFontName } from '../../document/fonts'
import type { Making } from '../../document/sources'
import { CAPITAL, type SourceText } from '../../document/texts'
import { multiply, rotation, translation } from '../../geometry/affine'
import { FONTS } from './fonts'

/** Fonts by what their names say of them, where none is the same. */
const ALIKE: readonly [RegExp, string][] = [
  [/stencil/, 'saira-stencil'],
  [/script|hand|brush|cursive|callig|marker/, 'dancing-script'],
  [/sans|grotesk|grotesque|gothic/, 'fredoka'],
  [/slab|serif|times|roman|georgia|garamond|courier|typewriter|mincho/, 'zilla-slab'],
]
const ANY = 'fredoka'

const letters = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]/g, '')

/**
 * The font for words of a file: one of the project's own of that name, one that ships, or the nearest that does.
 * @param wanted its name, or several parted by commas as CSS has them; null where the file does not tell
 */
export function fontFor(
  wanted: string | null,
  own: readonly OwnFont[] = [],
): { font: string; isSame: boolean } {
  const names = (wanted ?? '').split(',').map(letters).filter(Boolean)
  const known = [
    ...own.map((f) => ({ name: ownFontName(f), title: letters(f.name.replace(/\.[^.]+$/, '')) })),
    ...FONTS.map(({ name, title }) => ({ name, title: letters(title) })),
  ]
  for (const name of names) {
    const same = known.find(({ title }) => title !== '' && (name === title || name.startsWith(title)))
    if (same) return { font: same.name, isSame: true }
  }
  const said = names.join(' ')
  return { font: ALIKE.find(([words]) => words.test(said))?.[1] ?? ANY, isSame: false }
}

/**
 * The lettering of words of a source, where they stand there, printed as a rule.
 * @param length of the words as they are lettered, mm: what stands in the middle or at the end needs it
 */
export function letteringOf(
  { words, setting }: SourceText,
  font: string,
  length = 0,
): Pick<Making, 'recipe' | 'measures' | 'at'> {
  const share = { start: 0, middle: 0.5, end: 1 }[setting.anchor]
  const at = multiply(
    translation(setting.x, setting.y),
    multiply(rotation(setting.turn), translation(-share * length, 0)),
  )
  const height = Math.min(600, Math.max(1, CAPITAL * setting.size))
  return {
    recipe: 'lettering',
    measures: { text: words, font, height, course: 'line', role: 'print' },
    at: [...at],
  }
}
