'use client'
import { language, OTHERS, say } from '@/core/words'
import { Select } from '@/kit/select'

const LANGUAGES = Object.entries({ en: 'English', ...OTHERS }).map(([value, title]) => ({ value, title }))

/** A year: how long the choice is remembered by the browser, s. */
const KEPT = 31_536_000

/** In which language everything is said; the page is loaded anew in it. */
export function LanguageChoice() {
  const choose = (code: string) => {
    // biome-ignore lint/suspicious/noDocumentCookie: the server reads it, and not every browser has a cookie store
    document.cookie = `language=${code}; path=/; max-age=${KEPT}; samesite=strict`
    window.location.reload()
  }
  return <Select label={say`Language`} value={language()} choices={LANGUAGES} onChange={choose} />
}
