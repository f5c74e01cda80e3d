'use client'
import { type ReactNode, useSyncExternalStore } from 'react'
import { I18nProvider } from 'react-aria-components'

const never = () => () => undefined

/**
 * What is drawn in its language. The server draws pages in English alone, as its tables of words are written once for
 * everybody; in any other language a page is drawn where it is shown.
 */
export function Spoken({ language, children }: { language: string; children: ReactNode }) {
  const isSpoken = useSyncExternalStore(
    never,
    () => true,
    () => language === 'en',
  )
  return isSpoken ? <I18nProvider locale={language}>{children}</I18nProvider> : null
}
