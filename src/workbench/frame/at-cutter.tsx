'use client'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { type AtCutter as News, needsHand } from '@/contract/jobs'
import { say } from '@/core/words'
import { api } from '../store/api'

/** How often it is asked what the cutter does, ms. */
const EVERY = 4000

const Chip = styled(Link)`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  margin-right: 10px;
  padding: 3px 10px;
  border-radius: 14px;
  background: var(--paper-sunk);
  color: var(--ink);
  font-size: 13px;
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
  min-width: 0;
  > span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  &[data-hand='true'] {
    background: var(--brass-wash);
    color: var(--brass);
  }
`

/** The job at the cutter, wherever one is, with a way to it. @param here the project whose Run is shown, where it shows anyway */
export function AtCutter({ here = null }: { here?: string | null }) {
  const [job, setJob] = useState<News['job']>(null)
  useEffect(() => {
    let left = false
    const ask = () =>
      // Whether the server answers is told elsewhere.
      api.atCutter().then(
        (news) => !left && setJob(news.job),
        () => undefined,
      )
    void ask()
    const timer = setInterval(ask, EVERY)
    return () => {
      left = true
      clearInterval(timer)
    }
  }, [])
  if (!job || job.projectId === here) return null
  const hand = needsHand(job)
  return (
    <Chip href={`/projects/${job.projectId}/run`} data-hand={hand} data-testid="at-cutter" title={job.title}>
      <span>{hand ? say`The cutter waits for a hand` : say`Cutting, ${Math.round(100 * job.share)} %`}</span>
    </Chip>
  )
}
