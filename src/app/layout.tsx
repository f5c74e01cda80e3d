import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/hanken-grotesk'
import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { StyleRegistry } from './style-registry'

export const metadata: Metadata = {
  title: 'Velvet Crease',
  description: 'From a flat drawing to folded paper.',
}

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <StyleRegistry>{children}</StyleRegistry>
      </body>
    </html>
  )
}
