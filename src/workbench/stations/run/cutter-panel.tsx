'use client'
import { ArrowRight, Check, Hourglass, Pause, Play, Send, Square } from 'lucide-react'
import { useEffect, useState } from 'react'
import { isActive, isBusy, JOB_TRANSITIONS, type JobStatus } from '@/contract/jobs'
import { decimal, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Progress } from '@/kit/progress'
import { type Choice, Select } from '@/kit/select'
import { Muted, Row, Tag } from '@/kit/surface'
import { useProject } from '../../store/context'
import type { JobHandle } from './use-job'

type Props = {
  job: JobHandle
  unit: string
  /** whether nothing is wrong with the sheet that was not passed */
  canSend: boolean
  saved: boolean
  printed: boolean
}

/** What a hand says when it has done what was asked for. */
const DONE: Partial<Record<JobStatus, string>> = {
  load: say`Loaded, go on`,
  paused: say`Go on`,
  'tool-change': say`Done, go on`,
  jammed: say`Done, go on`,
  unload: say`Taken out`,
}

/** What may be wrong with a mark of a sheet that the stand-in scans. */
const LAID_IN: readonly Choice<'none' | 'covered' | 'missing'>[] = [
  { value: 'none', title: say`Laid in a little astray, all marks clear` },
  { value: 'covered', title: say`With the left lower mark covered` },
  { value: 'missing', title: say`With the left lower mark missing` },
]

/** The stand-in cutter: what it does, and what a hand can tell it. */
export function CutterPanel({ job, unit, canSend: mayBeSent, saved, printed }: Props) {
  const canSend = mayBeSent && saved
  const [mishap, setMishap] = useState<'missing' | 'covered' | null>(null)
  const next = useNext(job)
  const { state, send, sendOther, command, problem } = job
  const done = state ? DONE[state.status] : undefined
  const busy = state !== null && isBusy(state)
  const sendIt = () => send(mishap ? { mishap: { corner: 'left lower', kind: mishap } } : {})
  const sending = printed ? say`Scan and cut` : say`Send the sheet`
  const can = (command: 'pause' | 'jam') => state !== null && command in JOB_TRANSITIONS[state.status]
  // One button leads on all the way and stays in its place, so that whoever works by keys need not look for it.
  const lead = next
    ? {
        Icon: ArrowRight,
        text:
          state?.status === 'done'
            ? say`On to sheet ${next.number}`
            : say`Taken out, on to sheet ${next.number}`,
        act: () => sendOther(next.sheet, { queue: next.queue }),
      }
    : done
      ? { Icon: state?.status === 'unload' ? Check : Play, text: done, act: () => command('resume') }
      : busy
        ? { Icon: Hourglass, text: say`At work`, act: null }
        : { Icon: Send, text: sending, act: sendIt }
  const isSettled = useSettled(lead.text)
  return (
    <>
      {state ? (
        <JobLine job={job} unit={unit} />
      ) : (
        <Muted>{say`A simulated machine that runs the very file of its language in quick motion.`}</Muted>
      )}
      {problem ? (
        <p role="alert" style={{ color: 'var(--alarm)', margin: '8px 0' }}>
          {problem}
        </p>
      ) : null}
      {printed && !(state && isActive(state)) ? (
        <Select
          label={say`How the printed sheet is laid in`}
          hideLabel
          value={mishap ?? 'none'}
          choices={LAID_IN}
          onChange={(value) => setMishap(value === 'none' ? null : value)}
          style={{ marginTop: 8 }}
        />
      ) : null}
      <Row style={{ marginTop: 10 }}>
        <Button
          isDisabled={!canSend && !busy && !done}
          isPending={!lead.act || !isSettled}
          onPress={() => lead.act?.()}
        >
          <lead.Icon size={15} /> {lead.text}
        </Button>
        {can('pause') ? (
          <QuietButton onPress={() => command('pause')}>
            <Pause size={15} />
            {say` Pause`}
          </QuietButton>
        ) : null}
        {can('jam') ? <QuietButton onPress={() => command('jam')}>{say`Let it jam`}</QuietButton> : null}
        {busy ? (
          <QuietButton onPress={() => command('cancel')}>
            <Square size={14} />
            {say` Cancel`}
          </QuietButton>
        ) : (
          <>
            {next && state?.status === 'unload' ? (
              <QuietButton onPress={() => command('resume')}>{say`Stop after this sheet`}</QuietButton>
            ) : null}
            {lead.act === sendIt ? null : (
              <QuietButton isDisabled={!canSend} onPress={sendIt}>
                <Send size={15} /> {state?.status === 'unload' ? say`Run it again` : sending}
              </QuietButton>
            )}
            <QuietButton
              isDisabled={!saved}
              onPress={() => send({ test: true })}
            >{say`Test cut`}</QuietButton>
          </>
        )}
      </Row>
    </>
  )
}

/** For how long a button shows what it means before it can be pressed, ms. */
const SETTLES = 400

/** Whether a meaning has stood for a moment: a second press of a hurried finger is not taken for the next thing. */
function useSettled(meaning: string): boolean {
  const [settled, setSettled] = useState(meaning)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(meaning), SETTLES)
    return () => clearTimeout(timer)
  }, [meaning])
  return settled === meaning
}

/** Where several sheets are run one after the other: the one that comes next, by its id and its number. */
function useNext({ state }: JobHandle): { sheet: string; queue: string[]; number: number } | null {
  const sheets = useProject((s) => s.project.layout.sheets)
  // What was laid out anew meanwhile is passed over.
  const [sheet, ...queue] = (state?.queue ?? []).filter((id) => sheets.some((s) => s.id === id))
  if (!sheet || !(state?.status === 'unload' || state?.status === 'done')) return null
  return { sheet, queue, number: sheets.findIndex((s) => s.id === sheet) + 1 }
}

function JobLine({ job, unit }: { job: JobHandle; unit: string }) {
  const state = job.state!
  const words = {
    load: state.message,
    scanning: state.message,
    running: say`Cutting`,
    paused: say`Paused`,
    'tool-change': state.message || say`A hand is needed`,
    jammed: state.message,
    unload: state.message,
    done: say`Finished`,
    cancelled: say`Cancelled`,
    interrupted: say`Broken off`,
  }[state.status]
  const left = state.queue.length
  return (
    <div aria-live="polite">
      <Progress label={words} share={state.share} />
      {left > 0 && isActive(state) ? (
        <Muted>
          {left === 1 ? say`One more sheet after this one.` : say`${left} more sheets after this one.`}
        </Muted>
      ) : null}
      {state.status === 'interrupted' ? <p>{state.message}</p> : null}
      {state.register ? (
        <p style={{ marginTop: 8, fontSize: 13.5 }} data-testid="register">
          <Tag $tone="teal">{say`marks found`}</Tag> {state.register}
        </p>
      ) : null}
      {state.deviation !== null ? (
        <p style={{ marginTop: 8 }} data-testid="deviation">
          <Tag
            $tone={state.deviation <= 0.1 ? 'teal' : 'alarm'}
          >{say`${decimal(state.deviation, 3, 3)} mm`}</Tag>{' '}
          {say`greatest deviation from the plan`}
          {unit === 'in' ? say` (always in mm)` : ''}
        </p>
      ) : null}
    </div>
  )
}
