'use client'
import { useEffect, useState } from 'react'
import type { PlannedSheet } from '@/core/cutting/planned-sheet'
import type { Sheet } from '@/core/document/layout'
import { say } from '@/core/words'
import { useProject, useWorkbench } from '../../store/context'

/** The passes of a sheet, planned in the worker; the last ones are shown until those of a change are there. */
export function usePlan(sheet: Sheet | undefined): PlannedSheet | null {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const cutter = useProject((s) => s.cutters.find((c) => c.id === s.project.run.cutter)) ?? null
  const pieces = useProject((s) => s.project.pieces)
  const lines = useProject((s) => s.project.lines)
  const run = useProject((s) => s.project.run)
  const [planned, setPlanned] = useState<PlannedSheet | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the twin in the worker has the same pieces, lines and run
  useEffect(() => {
    if (!sheet) {
      setPlanned(null)
      return
    }
    let left = false
    workbench.computer.plan(sheet.id, papers, cutter).then(
      (found) => !left && setPlanned(found),
      (error: Error) =>
        workbench.notify({ message: say`This sheet cannot be planned: ${error.message}`, tone: 'alarm' }),
    )
    return () => {
      left = true
    }
  }, [workbench, sheet, papers, cutter, pieces, lines, run])
  return planned && planned.plan.sheet === sheet?.id ? planned : null
}
