'use client'
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react'
import { UNTOUCHED_BUILD } from '@/core/document/build'
import { makeEdit } from '@/core/document/edits'
import { say } from '@/core/words'
import type { ToldBuild } from '@/tasks/computer'
import { useProject, useWorkbench } from '../../store/context'

/** What the panel and the stage of Build share. */
type Table = {
  told: ToldBuild | null
  problem: string | null
  /** position of the step that is shown */
  at: number
  go: (at: number) => void
  /** marks a step as done, or takes that back; then the next one is shown */
  finish: (at: number) => void
  /** what the stage shows */
  view: 'steps' | 'stack'
  show: (view: 'steps' | 'stack') => void
}

const Context = createContext<Table | null>(null)

export function useTable(): Table {
  const table = useContext(Context)
  if (!table) throw new Error('build: the table is used outside its frame')
  return table
}

/** Asks the worker for the steps whenever the project is another one, and keeps which of them is shown. */
export function BuildFrame({ children }: { children: ReactNode }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const papers = useProject((s) => s.papers)
  const [told, setTold] = useState<ToldBuild | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [at, setAt] = useState(0)
  const [view, setView] = useState<'steps' | 'stack'>('steps')
  // biome-ignore lint/correctness/useExhaustiveDependencies: another project has other steps
  useEffect(() => {
    let over = false
    workbench.computer.building(papers).then(
      (next) => {
        if (over) return
        setTold(next)
        setProblem(null)
      },
      (error: Error) => !over && setProblem(say`The steps cannot be worked out: ${error.message}`),
    )
    return () => {
      over = true
    }
  }, [workbench, project, papers])
  const table = useMemo((): Table => {
    const last = Math.max(0, (told?.steps.length ?? 1) - 1)
    const shown = Math.min(at, last)
    return {
      told,
      problem,
      at: shown,
      go: (next) => {
        setAt(Math.min(last, Math.max(0, next)))
        setView('steps')
      },
      finish: (which) => {
        const step = told?.steps[which]
        if (!step) return
        const isDone = project.build?.done.includes(step.id) ?? false
        void workbench.edit((p) =>
          makeEdit(p, isDone ? say`Take back step ${which + 1}` : say`Step ${which + 1} is done`, (draft) => {
            draft.build ??= structuredClone(UNTOUCHED_BUILD)
            const others = draft.build.done.filter((id) => id !== step.id)
            draft.build.done = isDone ? others : [...others, step.id]
          }),
        )
        if (!isDone) setAt(Math.min(last, which + 1))
      },
      view: told?.stack ? view : 'steps',
      show: setView,
    }
  }, [told, problem, at, view, project, workbench])
  return <Context value={table}>{children}</Context>
}
