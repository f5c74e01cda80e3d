'use client'
import { Pause, Play, Send, Square } from 'lucide-react'
import { useState } from 'react'
import { isActive } from '@/core/cutting/job'
import { Button, QuietButton } from '@/kit/button'
import { Progress } from '@/kit/progress'
import { Muted, Row, Tag } from '@/kit/surface'
import type { JobHandle } from './use-job'

/** The stand-in cutter: what it does, and what a hand can tell it. */
type Props = { job: JobHandle; unit: string; canSend: boolean; printed: boolean }

export function CutterPanel({ job, unit, canSend, printed }: Props) {
  const [mishap, setMishap] = useState<'missing' | 'covered' | null>(null)
  const { state, send, command, problem } = job
  return (
    <>
      {state ? (
        <JobLine job={job} unit={unit} />
      ) : (
        <Muted>A simulated machine that runs the very file of its language in quick motion.</Muted>
      )}
      {problem ? (
        <p role="alert" style={{ color: 'var(--alarm)', margin: '8px 0' }}>
          {problem}
        </p>
      ) : null}
      {printed && !(state && isActive(state)) ? (
        <select
          aria-label="How the printed sheet is laid in"
          value={mishap ?? ''}
          onChange={(e) => setMishap((e.target.value || null) as typeof mishap)}
          style={{
            width: '100%',
            padding: '7px 8px',
            borderRadius: 7,
            border: '1px solid var(--hairline)',
            background: 'var(--paper)',
            marginTop: 8,
          }}
        >
          <option value="">Laid in a little astray, all marks clear</option>
          <option value="covered">With the left lower mark covered</option>
          <option value="missing">With the left lower mark missing</option>
        </select>
      ) : null}
      <Row style={{ marginTop: 10 }}>
        {state && isActive(state) ? (
          <>
            {state.status === 'running' ? (
              <>
                <QuietButton onPress={() => command('pause')}>
                  <Pause size={15} /> Pause
                </QuietButton>
                <QuietButton onPress={() => command('jam')}>Let it jam</QuietButton>
              </>
            ) : (
              <Button onPress={() => command('resume')}>
                <Play size={15} /> {state.status === 'paused' ? 'Go on' : 'Done, go on'}
              </Button>
            )}
            <QuietButton onPress={() => command('cancel')}>
              <Square size={14} /> Cancel
            </QuietButton>
          </>
        ) : (
          <>
            <Button
              isDisabled={!canSend}
              onPress={() => send(mishap ? { mishap: { corner: 'left lower', kind: mishap } } : {})}
            >
              <Send size={15} /> {printed ? 'Scan and cut' : 'Send the sheet'}
            </Button>
            <QuietButton isDisabled={!canSend} onPress={() => send({ test: true })}>
              Test cut
            </QuietButton>
          </>
        )}
      </Row>
    </>
  )
}

function JobLine({ job, unit }: { job: JobHandle; unit: string }) {
  const state = job.state!
  const words = {
    running: 'Cutting',
    paused: 'Paused',
    'tool-change': state.message || 'A hand is needed',
    jammed: state.message,
    done: 'Finished',
    cancelled: 'Cancelled',
    interrupted: 'Broken off',
  }[state.status]
  return (
    <div aria-live="polite">
      <Progress label={words} share={state.share} />
      {state.status === 'interrupted' ? <p>{state.message}</p> : null}
      {state.register ? (
        <p style={{ marginTop: 8, fontSize: 13.5 }} data-testid="register">
          <Tag $tone="teal">marks found</Tag> {state.register}
        </p>
      ) : null}
      {state.deviation !== null ? (
        <p style={{ marginTop: 8 }} data-testid="deviation">
          <Tag $tone={state.deviation <= 0.1 ? 'teal' : 'alarm'}>{state.deviation.toFixed(3)} mm</Tag>{' '}
          greatest deviation from the plan{unit === 'in' ? ' (always in mm)' : ''}
        </p>
      ) : null}
    </div>
  )
}
