'use client'
import { useEffect, useState } from 'react'
import type { RunSummary } from '@/core/cutting/summary'
import { useProject, useWorkbench } from '../../store/context'

/** What all sheets take, summed up in the worker; null until it is there, and where sheets have gone since. */
export function useSummary(): RunSummary | null {
  const workbench = useWorkbench()
  const { layout, run, pieces, lines } = useProject((s) => s.project)
  const papers = useProject((s) => s.papers)
  const cutters = useProject((s) => s.cutters)
  const [summary, setSummary] = useState<RunSummary | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the twin in the worker has the same layout, run and lines
  useEffect(() => {
    let left = false
    void workbench.computer
      .summarise(papers, cutters.find((c) => c.id === run.cutter) ?? null)
      .then((found) => !left && setSummary(found))
    return () => {
      left = true
    }
  }, [workbench, papers, cutters, layout, run, pieces, lines])
  return summary?.order.every((i) => layout.sheets[i]) ? summary : null
}
