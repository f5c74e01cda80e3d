import { ownFontId } from '../core/document/fonts'
import { makingsOf, type Source } from '../core/document/sources'
import { FONTS, isAtHand, putAtHand } from '../core/making/lettering/fonts'

/** Gives the bytes of a font that ships, by its file. */
export type FontBytes = (file: string) => Promise<Uint8Array>

let bytesOf: FontBytes | null = null

/** Says where fonts that ship come from: a page fetches them, a server and a command read them. */
export function takeFontsFrom(source: FontBytes): void {
  bytesOf = source
}

let ownBytesOf: FontBytes | null = null

/** Says where the fonts come from that a person brought, by their ids. */
export function takeOwnFontsFrom(source: FontBytes | null): void {
  ownBytesOf = source
}

type Lettered = { sources: Readonly<Record<string, Source>> }

/** The fonts that a project is lettered in. */
const namesIn = ({ sources }: Lettered): string[] =>
  makingsOf(sources).flatMap(({ measures }) => (measures.font ? [String(measures.font)] : []))

/** Those of some fonts that are not at hand: their names, and where their bytes come from. */
function missingOf(names: readonly string[]): { name: string; bytes: () => Promise<Uint8Array> }[] {
  return [...new Set(names)].flatMap((name) => {
    if (isAtHand(name)) return []
    const own = ownFontId(name)
    const [source, file] =
      own === null ? [bytesOf, FONTS.find((f) => f.name === name)?.file] : [ownBytesOf, own]
    return source && file ? [{ name, bytes: () => source(file) }] : []
  })
}

/** Whether a project is lettered in fonts that are not at hand. */
export const lacksFonts = (project: Lettered): boolean => missingOf(namesIn(project)).length > 0

/**
 * Puts the fonts at hand in which a project is lettered, before its makings are made anew. One that cannot be had is
 * left: the making then says so.
 */
export const fontsFor = (project: Lettered): Promise<void> => haveFonts(namesIn(project))

/** Puts some fonts at hand, by their names. */
export async function haveFonts(names: readonly string[]): Promise<void> {
  const missing = missingOf(names)
  if (missing.length === 0) return
  // Reading fonts is fetched when it is first needed.
  const { readFont } = await import('../core/making/lettering/read-font')
  for (const { name, bytes } of missing) {
    try {
      putAtHand(name, readFont(await bytes()))
    } catch {
      // Told by the making that needs it.
    }
  }
}
