'use client'
import { proxy } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import { layEdit } from '@/core/sheets/lay-out'
import type { Laying, NestOptions } from '@/core/sheets/nest'
import { count } from '@/core/units/count'
import { useWorkbench } from '../../store/context'

export type NestingRun = {
  /** the best layout so far while a nesting goes on, else null */
  best: Laying | null
  /** how much of the time has gone, from 0 to 1; null while none goes on */
  share: number | null
  start: (options: NestOptions & { seconds: number }) => void
  stop: () => void
}

/** Nests the open project's pieces in the worker; what is found is shown as it comes and kept as one edit at the end. */
export function useNesting(): NestingRun {
  const workbench = useWorkbench()
  const [best, setBest] = useState<Laying | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const going = useRef(false)

  const start = useCallback(
    (options: NestOptions & { seconds: number }) => {
      if (going.current) return
      going.current = true
      setShare(0)
      const tell = proxy((answer: Laying | null, gone: number) => {
        if (answer) setBest(answer)
        setShare(Math.min(1, gone))
      })
      void workbench.computer
        .nest(workbench.store.getState().papers, options, tell)
        .then((found) => {
          if (!found) return
          return workbench.edit((project) =>
            layEdit(project, found, `Nest the pieces on ${count(found.sheets.length, 'sheet')}`),
          )
        })
        .catch((error: Error) => workbench.say({ message: error.message, tone: 'alarm' }))
        .finally(() => {
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
