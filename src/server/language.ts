import { AsyncLocalStorage } from 'node:async_hooks'
import { type Catalog, firstSpoken, openCatalog, ownCatalog, speakFrom } from '../core/words'

/** The cookie that keeps which language was chosen. */
const COOKIE = /(?:^|;\s*)language=([a-z]{2})(?:;|$)/

/** The language of a request: the one that was chosen, else the first that its browser asks for and is spoken here. */
export const languageOf = (headers: Pick<Headers, 'get'>): string =>
  firstSpoken([
    ...(COOKIE.exec(headers.get('cookie') ?? '')?.slice(1) ?? []),
    ...(headers.get('accept-language') ?? '').split(',').map((part) => part.replace(/;.*/, '')),
  ])

const answering = new AsyncLocalStorage<{ catalog: Catalog | null }>()
speakFrom(() => (answering.getStore() ?? { catalog: ownCatalog }).catalog)

const opened = new Map<string, Promise<Catalog | null>>()
function catalogOf(language: string): Promise<Catalog | null> {
  const catalog = opened.get(language) ?? openCatalog(language)
  opened.set(language, catalog)
  return catalog
}

/** Does work all of whose sentences are said in a language. */
export async function inLanguage<T>(language: string, work: () => Promise<T>): Promise<T> {
  return answering.run({ catalog: await catalogOf(language) }, work)
}
