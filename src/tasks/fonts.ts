import { makingsOf, type Source } from '../core/document/sources'
import { FONTS, isAtHand, putAtHand } from '../core/making/lettering/fonts'

/** Gives the bytes of a font that ships, by its file. */
export type FontBytes = (file: string) => Promise<Uint8Array>

let bytesOf: FontBytes | null = null

/** Says where fonts that ship come from: a page fetches them, a server and a command read them. */
export function takeFontsFrom(source: FontBytes): void {
  bytesOf = source
}

type Lettered = { sources: Readonly<Record<string, Source>> }

/** The fonts that a project is lettered in and that are not at hand. */
export function fontsMissing({ sources }: Lettered): { name: string; file: string }[] {
  const names = makingsOf(sources).flatMap(({ measures }) => (measures.font ? [String(measures.font)] : []))
  return FONTS.filter(({ name }) => names.includes(name) && !isAtHand(name))
}

/**
 * Puts the fonts at hand in which a project is lettered, before its makings are made anew. One that cannot be had is
 * left: the making then says so.
 */
export async function fontsFor(project: Lettered): Promise<void> {
  const missing = fontsMissing(project)
  if (missing.length === 0 || !bytesOf) return
  // Reading fonts is fetched when it is first needed.
  const { readFont } = await import('../core/making/lettering/read-font')
  for (const { name, file } of missing) {
    try {
      putAtHand(name, readFont(await bytesOf(file)))
    } catch {
      // Told by the making that needs it.
    }
  }
}
