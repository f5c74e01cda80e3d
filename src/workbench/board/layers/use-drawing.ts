'use client'
import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { Box } from '@/core/geometry/measure'
import { say } from '@/core/words'
import { useProject, useWorkbench } from '../../store/context'
import { paperTint } from '../paper-tint'
import type { DrawingScreen } from './drawing.worker'

/** Starts the drawing's worker, keeps it in step with the project, and counts what makes a new picture needed. */
export function useDrawingScreen(): {
  screen: Remote<DrawingScreen> | null
  stamp: number
  bounds: Box | null
} {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const [screen, setScreen] = useState<Remote<DrawingScreen> | null>(null)
  const [stamp, setStamp] = useState(0)
  const [bounds, setBounds] = useState<Box | null>(null)

  useEffect(() => {
    const worker = new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<DrawingScreen>(worker)
    const failed = (error: Error) =>
      workbench.notify({
        message: say`The drawing cannot be shown: ${error.message} Reload the page.`,
        tone: 'alarm',
      })
    const open = () => {
      remote.open(JSON.stringify(workbench.store.getState().project)).catch(failed)
      setStamp((n) => n + 1)
    }
    open()
    const measure = () =>
      remote
        .bounds()
        .then((next) => setBounds((known) => (known && isSame(known, next) ? known : next)), failed)
    void measure()
    setScreen(() => remote)
    const leave = workbench.mirror((changes) => {
      // A twin that cannot follow begins anew.
      remote.apply(changes).then(measure, open)
      setStamp((n) => n + 1)
    }, open)
    return () => {
      leave()
      worker.terminate()
    }
  }, [workbench])

  useEffect(() => {
    void screen?.setPapers(Object.fromEntries(papers.map((p) => [p.id, paperTint(p.colour)])))
    setStamp((n) => n + 1)
  }, [screen, papers])

  return { screen, stamp, bounds }
}

const isSame = (a: Box, b: Box): boolean =>
  a.minX === b.minX && a.minY === b.minY && a.maxX === b.maxX && a.maxY === b.maxY
