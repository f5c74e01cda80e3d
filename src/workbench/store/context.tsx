'use client'
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { toldIn } from '@/core/units/told'
import { say } from '@/core/words'
import { startComputer } from '@/tasks/computer'
import { api, fontsAddress } from './api'
import {
  createProjectStore,
  type Others,
  type ProjectState,
  type Told,
  type Workbench,
} from './project-store'

const WorkbenchContext = createContext<Workbench | null>(null)

/** The windows of this browser in which the same project is open. */
const otherWindows = (channel: BroadcastChannel): Others => ({
  tell: (news) => channel.postMessage(news),
  listen: (hear) => {
    const take = ({ data }: MessageEvent<Told>) => hear(data)
    channel.addEventListener('message', take)
    return () => channel.removeEventListener('message', take)
  },
})

/** When the worker fetches what inspection and edits need, ms after the project is open. */
const AFTER_FIRST_DRAWING = 50
/** How long a project that was left still waits for its last steps to be kept, ms. */
const LATEST = 10_000

/** Loads a project and keeps it open for everything inside. */
export function WorkbenchProvider({
  id,
  opening,
  children,
}: {
  id: string
  /** what is shown until it is open */
  opening: ReactNode
  children: ReactNode
}) {
  const [workbench, setWorkbench] = useState<Workbench | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    const { computer, end } = startComputer()
    const channel = new BroadcastChannel(`velvet-crease ${id}`)
    let opened: Workbench | null = null
    let left = false
    Promise.all([api.load(id), api.papers(), api.cutters()])
      .then(async ([stored, { papers }, { cutters }]) => {
        if (left) return
        await computer.open(JSON.stringify(stored.project), fontsAddress(id))
        const families = await computer.families()
        if (left) return
        opened = createProjectStore(
          { id, ...stored, papers, cutters, families },
          computer,
          otherWindows(channel),
        )
        setWorkbench(opened)
        setTimeout(() => void opened?.inspect(), AFTER_FIRST_DRAWING)
      })
      .catch((error: Error) => setProblem(error.message))
    const stay = (event: BeforeUnloadEvent) => {
      if (opened && opened.store.getState().saved !== 'saved') event.preventDefault()
    }
    window.addEventListener('beforeunload', stay)
    return () => {
      left = true
      window.removeEventListener('beforeunload', stay)
      // Steps that were made just before are still kept, unless the server does not answer.
      const late = new Promise((resolve) => setTimeout(resolve, LATEST))
      void Promise.race([opened?.kept(), late]).then(() => {
        opened?.end()
        channel.close()
        end()
      })
    }
  }, [id])
  if (problem)
    return (
      <div style={{ padding: 48 }} role="alert">
        <p>{problem}</p>
        <p>
          <a href="/">{say`All projects`}</a>
        </p>
      </div>
    )
  if (!workbench) return opening
  return <WorkbenchContext.Provider value={workbench}>{children}</WorkbenchContext.Provider>
}

export function useWorkbench(): Workbench {
  const workbench = useContext(WorkbenchContext)
  if (!workbench) throw new Error('workbench: there is no provider around this')
  return workbench
}

/** A part of the open project's state; the component is drawn again when it changes. */
export function useProject<T>(select: (state: ProjectState) => T): T {
  return useStore(useWorkbench().store, select)
}

/** Tells sentences that are kept in mm in the unit of the project. */
export function useTold(): (sentence: string) => string {
  const unit = useProject((s) => s.project.unit)
  return (sentence) => toldIn(sentence, unit)
}

/** A value computed from the project, only when the project changes. */
export function useDerived<T>(derive: (project: ProjectState['project']) => T): T {
  const project = useProject((s) => s.project)
  // biome-ignore lint/correctness/useExhaustiveDependencies: derive is a pure function of the project
  return useMemo(() => derive(project), [project])
}
