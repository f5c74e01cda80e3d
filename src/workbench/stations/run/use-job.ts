'use client'
import { useCallback, useEffect, useState } from 'react'
import { type JobCommand, type JobPart, type JobState, type JobView, jobStateSchema } from '@/contract/jobs'
import { api, listen } from '../../store/api'

export type JobHandle = {
  /** of the job; null where the sheet had none */
  id: string | null
  /** the sheet that it is of; for a moment after another one is looked at, still the one before */
  sheetId: string | null
  state: JobState | null
  /** what the machine really drew, flat points in sheet mm */
  drawn: number[][]
  problem: string | null
  send: (part?: JobPart) => void
  /** sends another sheet, which is then looked at */
  sendOther: (sheet: string, part?: JobPart) => void
  command: (command: JobCommand) => void
}

/** The latest job of a sheet on the stand-in cutter, followed while it runs; it is found again after a reload. */
export function useJob(project: string, sheet: string | null, onSheet: (sheet: string) => void): JobHandle {
  const [job, setJob] = useState<JobView | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const id = job?.id

  useEffect(() => {
    setJob(null)
    setProblem(null)
    if (!sheet) return
    let left = false
    api.sheetJob(project, sheet).then(
      (answer) => !left && setJob(answer.job),
      (error: Error) => !left && setProblem(error.message),
    )
    return () => {
      left = true
    }
  }, [project, sheet])

  useEffect(() => {
    if (!id) return
    return listen(`jobs/${encodeURIComponent(id)}/events`, jobStateSchema, (state) => {
      setJob((j) => (j && j.id === id ? { ...j, state } : j))
      // The path itself comes at every stop, not with every step.
      if (state.status !== 'running')
        void api.job(id).then(({ job: now }) => setJob((j) => (j?.id === id ? now : j)))
    })
  }, [id])

  const ask = useCallback(async (work: Promise<{ job: JobView }>): Promise<boolean> => {
    try {
      setProblem(null)
      setJob((await work).job)
      return true
    } catch (error) {
      setProblem((error as Error).message)
      return false
    }
  }, [])

  return {
    id: id ?? null,
    sheetId: job?.sheetId ?? null,
    state: job?.state ?? null,
    drawn: job?.drawn ?? [],
    problem,
    sendOther: (other, part = {}) =>
      void ask(api.startJob(project, other, part)).then((sent) => sent && onSheet(other)),
    send: (part = {}) => sheet && void ask(api.startJob(project, sheet, part)),
    command: (command) => job && void ask(api.commandJob(job.id, command, job.state.status)),
  }
}

/** A job whose sheets are sent though something is wrong with them. */
export const knowing = (job: JobHandle): JobHandle => ({
  ...job,
  send: (part = {}) => job.send({ ...part, knowingly: true }),
  sendOther: (sheet, part = {}) => job.sendOther(sheet, { ...part, knowingly: true }),
})
