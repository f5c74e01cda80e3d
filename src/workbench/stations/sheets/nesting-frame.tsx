'use client'
import { createContext, type ReactNode, useContext } from 'react'
import type { Sheet } from '@/core/document/layout'
import { useProject } from '../../store/context'
import { type NestingRun, useNesting } from './use-nesting'

const NestingContext = createContext<NestingRun | null>(null)

/** What the station Sheets has around its panel and its board: the nesting that goes on while it is open. */
export function NestingFrame({ children }: { children: ReactNode }) {
  return <NestingContext.Provider value={useNesting()}>{children}</NestingContext.Provider>
}

export function useNestingShown(): NestingRun {
  const nesting = useContext(NestingContext)
  if (!nesting) throw new Error('sheets: there is no frame around this')
  return nesting
}

/** The sheets that are shown, those of the best nesting so far while one goes on, and the one that is looked at. */
export function useLayoutShown(): { sheets: readonly Sheet[]; sheet: Sheet | undefined } {
  const kept = useProject((s) => s.project.layout.sheets)
  const wanted = useProject((s) => s.sheetId)
  const sheets = useContext(NestingContext)?.best?.sheets ?? kept
  return { sheets, sheet: sheets.find((s) => s.id === wanted) ?? sheets[0] }
}
