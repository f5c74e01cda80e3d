'use client'
import { useServerInsertedHTML } from 'next/navigation'
import { type ReactNode, useState } from 'react'
import { ServerStyleSheet, StyleSheetManager } from 'styled-components'
import { GlobalStyle } from '@/kit/tokens'

/** Sends the styles of the first page with its HTML. */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [sheet] = useState(() => new ServerStyleSheet())
  useServerInsertedHTML(() => {
    const styles = sheet.getStyleElement()
    sheet.instance.clearTag()
    return <>{styles}</>
  })
  const content = (
    <>
      <GlobalStyle />
      {children}
    </>
  )
  if (typeof window !== 'undefined') return content
  return <StyleSheetManager sheet={sheet.instance}>{content}</StyleSheetManager>
}
