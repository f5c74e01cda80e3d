'use client'
import { nanoid } from 'nanoid'
import { useCallback, useRef, useState } from 'react'
import { importProgressSchema } from '@/contract/imports'
import { ENDINGS } from '@/core/intake/endings'
import { say } from '@/core/words'
import { listen } from '../store/api'
import { type CameIn, wordsOf } from './came-in'

/** What the file dialog offers first; whatever is chosen is known by its bytes. */
export const ACCEPTED = ENDINGS.map((e) => `.${e}`).join(',')

export type ImportState = { file: string; share: number; doing: string }
type Send = (file: File, importId: string, signal: AbortSignal) => Promise<unknown>

/** File names in the order that people expect: part 2 before part 10. */
const byName = new Intl.Collator('en', { numeric: true })

export type Importing = {
  state: ImportState | null
  problem: string | null
  start(files: readonly File[]): Promise<CameIn>
  stop(): void
  dismiss(): void
}

/** Sends files to the server one after the other, follows how far each is, and can be stopped. One that cannot be taken holds up no other. */
export function useImport(send: Send): Importing {
  const [state, setState] = useState<ImportState | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const running = useRef<AbortController | null>(null)
  const latest = useRef(send)
  latest.current = send

  const start = useCallback(async (files: readonly File[]) => {
    setProblem(null)
    const controller = new AbortController()
    running.current = controller
    const came: CameIn = { taken: 0, failed: [] }
    for (const file of [...files].sort((a, b) => byName.compare(a.name, b.name))) {
      const id = nanoid(16)
      setState({ file: file.name, share: 0, doing: say`Sending the file` })
      const leave = listen(`imports/${id}/events`, importProgressSchema, (progress) =>
        setState((s) => (s ? { ...s, ...progress } : s)),
      )
      try {
        await latest.current(file, id, controller.signal)
        came.taken += 1
      } catch (error) {
        const { message } = error as Error
        const stopped = say`${file.name} was stopped; nothing of it was kept.`
        came.failed.push({ file: file.name, message: controller.signal.aborted ? stopped : message })
      } finally {
        leave()
      }
      if (controller.signal.aborted) break
    }
    setState(null)
    setProblem(wordsOf(came))
    return came
  }, [])

  return {
    state,
    problem,
    start,
    stop: () => running.current?.abort(),
    dismiss: () => setProblem(null),
  }
}
