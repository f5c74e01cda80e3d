import { ownFontId } from '../../document/fonts'
import type { Contour } from '../../geometry/path'
import { quoted, say } from '../../words'
import { CannotMake } from '../recipe'

/** Capitals of a font's letters are drawn so high, mm; the base line is y = 0, y runs down. */
export const DRAWN_HEIGHT = 10

/** A letter of a laid out text, or several that a font draws as one. */
export type Letter = {
  text: string
  /** closed and united; open ones of a single-stroke font */
  contours: readonly Contour[]
  /** from where it begins to where the next does, kerning counted, mm */
  advance: number
}

/** A font that was read. */
export type Font = {
  /** whether its letters are single lines, for the pen */
  isSingleStroke: boolean
  /** whether it has a letter */
  has(letter: string): boolean
  /** lays a text out in a line, with kerning and ligatures */
  lay(text: string): Letter[]
}

/** What a font is good for. */
export type FontKind = 'sturdy' | 'joined' | 'slab' | 'stencil' | 'pen'

/** The fonts that ship, by their files in public/fonts, sorted by what they are good for; all of open licences. */
export const FONTS: readonly { name: string; title: string; kind: FontKind; file: string }[] = [
  { name: 'titan-one', title: 'Titan One', kind: 'sturdy', file: 'titan-one.woff' },
  { name: 'paytone-one', title: 'Paytone One', kind: 'sturdy', file: 'paytone-one.woff' },
  { name: 'baloo', title: 'Baloo', kind: 'sturdy', file: 'baloo-2.woff' },
  { name: 'fredoka', title: 'Fredoka', kind: 'sturdy', file: 'fredoka.woff' },
  { name: 'pacifico', title: 'Pacifico', kind: 'joined', file: 'pacifico.woff' },
  { name: 'lobster', title: 'Lobster', kind: 'joined', file: 'lobster.woff' },
  { name: 'dancing-script', title: 'Dancing Script', kind: 'joined', file: 'dancing-script.woff' },
  { name: 'alfa-slab', title: 'Alfa Slab One', kind: 'slab', file: 'alfa-slab-one.woff' },
  { name: 'zilla-slab', title: 'Zilla Slab', kind: 'slab', file: 'zilla-slab.woff' },
  { name: 'saira-stencil', title: 'Saira Stencil One', kind: 'stencil', file: 'saira-stencil-one.woff' },
  { name: 'readability', title: 'Readability', kind: 'pen', file: 'readability.svg' },
]

const atHand = new Map<string, Font>()

/** Puts a font at hand, so that texts can be lettered in it. A font never changes under its name. */
export function putAtHand(name: string, font: Font): void {
  atHand.set(name, font)
}

export const isAtHand = (name: string): boolean => atHand.has(name)

/** A font by its name. @throws CannotMake where it is not at hand */
export function fontAtHand(name: string): Font {
  const font = atHand.get(name)
  if (font) return font
  if (ownFontId(name) !== null)
    throw new CannotMake(
      say`The font of your own is not here. Bring its file once more, or take another font.`,
    )
  const title = FONTS.find((f) => f.name === name)?.title ?? name
  throw new CannotMake(say`The font “${title}” could not be fetched. Take another one, or try again.`)
}

/** Why a font is not taken, in a sentence. */
export class FontRefusal extends RangeError {
  override readonly name = 'FontRefusal'
}

/** Lays words, and says where a font breaks at one of their letters. @throws FontRefusal */
export function layOrRefuse(font: Font, words: string): Letter[] {
  try {
    return font.lay(words)
  } catch {
    const breaks = [...words].find((letter) => {
      try {
        font.lay(letter)
        return false
      } catch {
        return true
      }
    })
    throw new FontRefusal(
      say`The font breaks at ${quoted(breaks ?? words)}: its outline cannot be read. Save the font anew, write it otherwise, or use another one.`,
    )
  }
}
