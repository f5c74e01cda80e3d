'use client'
import { createContext, type ReactNode, useContext } from 'react'
import type { PlannedSheet } from '@/core/cutting/planned-sheet'
import type { Sheet } from '@/core/document/layout'
import { useProject, useWorkbench } from '../../store/context'
import { useLayoutShown } from '../sheets/nesting-frame'
import { type JobHandle, useJob } from './use-job'
import { usePlan } from './use-plan'

type Shown = { sheet: Sheet | undefined; planned: PlannedSheet | null; job: JobHandle }

const RunContext = createContext<Shown | null>(null)

/** What the station Run has around its panel and its board: the sheet that is looked at, its passes and its job. */
export function RunFrame({ children }: { children: ReactNode }) {
  const workbench = useWorkbench()
  const { sheet } = useLayoutShown()
  const id = useProject((s) => s.id)
  const planned = usePlan(sheet)
  const job = useJob(id, sheet?.id ?? null, workbench.lookAtSheet)
  return <RunContext.Provider value={{ sheet, planned, job }}>{children}</RunContext.Provider>
}

export function useRunShown(): Shown {
  const shown = useContext(RunContext)
  if (!shown) throw new Error('run: there is no frame around this')
  return shown
}
