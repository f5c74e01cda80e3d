'use client'
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef } from 'react'
import { hasCut } from '@/contract/jobs'
import { begunWith, type PlannedSheet } from '@/core/cutting/planned-sheet'
import type { RunSummary } from '@/core/cutting/summary'
import { PLAIN_CUTTER } from '@/core/document/cutter'
import type { Sheet } from '@/core/document/layout'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { sheetWasCut } from '../cut-sheets'
import { useFirstLaying } from '../first-laying'
import { useLayoutShown } from '../sheets/nesting-frame'
import { type JobHandle, useJob } from './use-job'
import { usePlan } from './use-plan'
import { useSummary } from './use-summary'

type Shown = {
  sheet: Sheet | undefined
  /** with what the machine holds from the sheets that are run before it */
  planned: PlannedSheet | null
  job: JobHandle
  summary: RunSummary | null
}

const RunContext = createContext<Shown | null>(null)

/** What the station Run has around its panel and its board: the sheet that is looked at, its passes and its job. */
export function RunFrame({ children }: { children: ReactNode }) {
  const workbench = useWorkbench()
  useFirstLaying()
  const { sheet } = useLayoutShown()
  const id = useProject((s) => s.id)
  const plan = usePlan(sheet)
  const summary = useSummary()
  const cutter = useProject((s) => s.cutters.find((c) => c.id === s.project.run.cutter) ?? PLAIN_CUTTER)
  const before = summary?.sheets.find((s) => s.sheet === sheet?.id)?.before
  const planned = useMemo(
    () => (plan && before ? begunWith(plan, before, cutter) : plan),
    [plan, before, cutter],
  )
  const job = useJob(id, sheet?.id ?? null, workbench.lookAtSheet)
  useMarkCut(sheet, job)
  useSheetAtCutter(id)
  return <RunContext.Provider value={{ sheet, planned, job, summary }}>{children}</RunContext.Provider>
}

/** Whoever comes here without having looked at a sheet is led to the one on the cutter. */
function useSheetAtCutter(project: string): void {
  const workbench = useWorkbench()
  useEffect(() => {
    if (workbench.store.getState().sheetId !== null) return
    api.atCutter().then(
      ({ job }) => {
        const { sheetId, project: open } = workbench.store.getState()
        if (
          job?.projectId === project &&
          sheetId === null &&
          open.layout.sheets.some((s) => s.id === job.sheetId)
        )
          workbench.lookAtSheet(job.sheetId)
      },
      () => undefined,
    )
  }, [workbench, project])
}

/**
 * A sheet is marked as cut when its job gets there before these eyes, and once: what is undone afterwards stays undone,
 * and a job of long ago says nothing of what was laid out under the same number since.
 */
function useMarkCut(sheet: Sheet | undefined, { id, sheetId, state }: JobHandle): void {
  const workbench = useWorkbench()
  const seen = useRef(new Set<string>())
  const isCut = state !== null && hasCut(state)
  const status = state?.status
  useEffect(() => {
    if (!sheet || !id || !status || sheet.id !== sheetId) return
    if (!isCut) {
      seen.current.add(id)
      return
    }
    if (!seen.current.delete(id) || sheet.cut?.job === id) return
    void sheetWasCut(workbench, sheet, id)
  }, [workbench, sheet, id, sheetId, status, isCut])
}

export function useRunShown(): Shown {
  const shown = useContext(RunContext)
  if (!shown) throw new Error('run: there is no frame around this')
  return shown
}
