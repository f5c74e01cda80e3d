import { Counted, type Value } from './counted'

/** The sentences of one language. */
export type Catalog = {
  /** BCP 47 */
  language: string
  /** @returns the sentence of a key with its values, or null where the catalog does not have it */
  read: (key: string, values: readonly Value[]) => string | null
  /** @returns a number as the language writes it */
  write: (value: number) => string
}

/** The languages besides English, by their codes, with their own names. */
export const OTHERS = { de: 'Deutsch' } as const

const SENTENCES: Record<keyof typeof OTHERS, () => Promise<{ default: Record<string, string> }>> = {
  de: () => import('./de.json'),
}

/** The first of several languages that is spoken here. @param wanted BCP 47 codes, the best first */
export function firstSpoken(wanted: readonly string[]): string {
  for (const code of wanted) {
    const [name = ''] = code.trim().toLowerCase().split('-')
    if (name === 'en' || Object.hasOwn(OTHERS, name)) return name
  }
  return 'en'
}

/** The catalog of a language; null for English, which every sentence is written in. */
export async function openCatalog(language: string): Promise<Catalog | null> {
  if (!Object.hasOwn(OTHERS, language)) return null
  const [{ default: sentences }, { IntlMessageFormat }] = await Promise.all([
    SENTENCES[language as keyof typeof OTHERS](),
    import('intl-messageformat'),
  ])
  const numbers = new Intl.NumberFormat(language, { maximumFractionDigits: 3, useGrouping: 'min2' })
  const known = new Map<string, InstanceType<typeof IntlMessageFormat>>()
  const messageOf = (key: string): InstanceType<typeof IntlMessageFormat> | null => {
    const kept = known.get(key)
    if (kept) return kept
    const text = Object.hasOwn(sentences, key) ? sentences[key] : undefined
    if (text === undefined) return null
    const message = new IntlMessageFormat(text, language, undefined, { ignoreTag: true })
    known.set(key, message)
    return message
  }
  return {
    language,
    write: numbers.format,
    read: (key, values) => {
      const message = messageOf(key)
      if (!message) return null
      const given = values.map((v) =>
        v instanceof Counted ? v.n : typeof v === 'number' ? numbers.format(v) : v,
      )
      return String(message.format(Object.fromEntries(given.entries())))
    },
  }
}

/**
 * What this page, worker, thread or command is asked to speak: a page by its document, a worker of it by its name, a
 * thread or a command by its environment.
 */
function asked(): string {
  const here = globalThis as {
    document?: { documentElement: { lang: string } }
    process?: { env?: Record<string, string | undefined> }
    name?: unknown
  }
  if (here.document) return here.document.documentElement.lang
  return here.process?.env?.VELVET_LANGUAGE ?? String(here.name ?? '')
}

/**
 * The catalog of all that is said here, for as long as it runs. It is waited for, so that also tables of words that are
 * written when the program starts are in its language.
 */
export const ownCatalog = await openCatalog(asked())
