import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/hanken-grotesk'
import type { Metadata } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { languageOf } from '@/server/language'
import { Spoken } from './spoken'
import { StyleRegistry } from './style-registry'

export const metadata: Metadata = {
  title: 'Velvet Crease',
  description: 'From a flat drawing to folded paper.',
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  const language = languageOf(await headers())
  return (
    <html lang={language}>
      <body>
        <StyleRegistry>
          <Spoken language={language}>{children}</Spoken>
        </StyleRegistry>
      </body>
    </html>
  )
}
