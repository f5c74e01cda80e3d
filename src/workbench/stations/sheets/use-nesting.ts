'use client'
import { proxy } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import { layEdit } from '@/core/sheets/lay-out'
import { isBetterLaying, type Laying, type NestOptions } from '@/core/sheets/nest'
import { counted, say } from '@/core/words'
import { startComputer } from '@/tasks/computer'
import { useWorkbench } from '../../store/context'

export type NestingRun = {
  /** the best layout so far while a nesting goes on, else null */
  best: Laying | null
  /** how much of the time has gone, from 0 to 1; null while none goes on */
  share: number | null
  start: (options: NestOptions & { seconds: number }) => void
  stop: () => void
}

/** How far apart the beginnings of two searches lie. */
const SECOND = 1000

/** Nests the open project's pieces in the worker; what is found is shown as it comes and kept as one edit at the end. */
export function useNesting(): NestingRun {
  const workbench = useWorkbench()
  const [best, setBest] = useState<Laying | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const going = useRef(false)
  const helper = useRef<ReturnType<typeof startComputer> | null>(null)

  const start = useCallback(
    (options: NestOptions & { seconds: number }) => {
      if (going.current) return
      going.current = true
      setShare(0)
      const { papers, project } = workbench.store.getState()
      let found: Laying | null = null
      const tell = proxy((answer: Laying | null, gone: number) => {
        if (answer && (!found || isBetterLaying(project, answer, found))) {
          found = answer
          setBest(answer)
        }
        setShare(Math.min(1, gone))
      })
      const first = workbench.computer.nest(papers, options, tell)
      // A second core searches from another beginning; the better of both answers is kept.
      if (navigator.hardwareConcurrency > 1) {
        const second = startComputer()
        helper.current = second
        second.computer
          .open(JSON.stringify(project))
          .then(() => second.computer.nest(papers, { ...options, seed: options.seed + SECOND }, tell))
          .catch(() => null)
      }
      // The first one goes its whole time; what the second has found by then counts.
      void first
        .then((own) => {
          if (own && (!found || isBetterLaying(project, own, found))) found = own
          if (!found) return
          const kept: Laying = found
          return workbench.edit((now) =>
            layEdit(now, kept, say`Nest the pieces on ${counted(kept.sheets.length, 'sheet')}`),
          )
        })
        .catch((error: Error) => workbench.notify({ message: error.message, tone: 'alarm' }))
        .finally(() => {
          helper.current?.end()
          helper.current = null
          going.current = false
          setShare(null)
          setBest(null)
        })
    },
    [workbench],
  )
  const stop = useCallback(() => void workbench.computer.stopNesting(), [workbench])
  // Whoever leaves the station has seen enough.
  useEffect(() => stop, [stop])
  return { best, share, start, stop }
}
