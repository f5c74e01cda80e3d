'use client'
import { Download, Pause, Play, Send, Square } from 'lucide-react'
import styled from 'styled-components'
import type { SheetPlan } from '@/core/cutting/pass'
import type { Timeline } from '@/core/cutting/timeline'
import { makeEdit } from '@/core/document/edits'
import type { RunSettings } from '@/core/document/schema'
import { Button, FileLink, QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { Progress } from '@/kit/progress'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { RoleSample } from '../../drawing/line-sample'
import { ROLE_NAMES } from '../../role-names'
import { FILE_KINDS, fileAddress } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { clock } from './clock'
import type { JobHandle } from './use-job'

const Pass = styled.li`
  display: grid;
  grid-template-columns: 56px 1fr auto;
  gap: 1px 10px;
  padding: 8px 0;
  font-size: 14px;
  & + & {
    border-top: 1px solid var(--hairline);
  }
  time {
    color: var(--ink-soft);
  }
`
const Check = styled.label`
  display: flex;
  gap: 9px;
  align-items: flex-start;
  font-size: 14px;
  cursor: pointer;
`
const Tabs = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
`

type Props = {
  sheetId: string | null
  onSheet: (id: string) => void
  plan: SheetPlan | null
  timeline: Timeline | null
  job: JobHandle
}

/** The passes of a sheet as a timetable, files to save, and the stand-in cutter. */
export function Run({ sheetId, onSheet, plan, timeline, job }: Props) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const { layout, run, unit } = useProject((s) => s.project)
  const saved = useProject((s) => s.saved === 'saved')
  if (layout.sheets.length === 0 || !plan || !timeline || !sheetId)
    return (
      <Section>
        <Muted>There is no sheet to run yet. Lay the pieces out in the station Sheets.</Muted>
      </Section>
    )
  const set = (label: string, some: Partial<RunSettings>) =>
    void workbench.edit((project) =>
      makeEdit(project, label, (draft) => {
        Object.assign(draft.run, some)
      }),
    )
  return (
    <>
      <Section>
        <h2>Sheet</h2>
        <Tabs>
          {layout.sheets.map((s, i) => (
            <QuietButton
              key={s.id}
              aria-pressed={s.id === sheetId}
              onPress={() => onSheet(s.id)}
              style={s.id === sheetId ? { background: 'var(--plum)', color: '#fff' } : undefined}
            >
              {i + 1}
            </QuietButton>
          ))}
        </Tabs>
      </Section>
      <Section>
        <Row style={{ justifyContent: 'space-between' }}>
          <h2>Passes</h2>
          <Muted as="span" data-testid="total-time">
            {clock(timeline.total)} with tool changes
          </Muted>
        </Row>
        <ol>
          {timeline.passes.map((time, i) => {
            const pass = plan.passes[i]!
            const change = timeline.changes.find(
              (c) => c.at <= time.start && (i === 0 || c.at >= timeline.passes[i - 1]!.end),
            )
            return (
              <Pass key={pass.role} data-testid="pass">
                <time>{clock(time.start)}</time>
                <span>
                  <RoleSample role={pass.role} width={20} /> <b>{ROLE_NAMES[pass.role]}</b>
                  {pass.dashed ? ' in dashes' : ''}
                </span>
                <span>{clock(time.end - time.start)}</span>
                <span />
                <Muted as="span" style={{ gridColumn: 'span 2' }}>
                  {change ? `Put in the ${pass.tool}. ` : ''}
                  {pass.strokes.length} strokes, {pass.setting.force} g, {pass.setting.speed} mm/s
                  {pass.setting.passes > 1 ? `, ${pass.setting.passes} times` : ''}
                </Muted>
              </Pass>
            )
          })}
        </ol>
      </Section>
      <Section>
        <Check>
          <input
            type="checkbox"
            checked={run.dashedScores}
            onChange={(e) =>
              set(e.target.checked ? 'Cut scores as dashes' : 'Score with the tip', {
                dashedScores: e.target.checked,
              })
            }
          />
          <span>
            Cut scores as dashes
            <Muted>For a cutter without a scoring tip. Ends stay whole.</Muted>
          </span>
        </Check>
        {run.dashedScores ? (
          <Row style={{ marginTop: 8, flexWrap: 'nowrap' }}>
            <LengthField
              label="Dash"
              mm={run.dash}
              unit={unit}
              min={0.2}
              max={100}
              onCommit={(dash) => set('Change the dash', { dash })}
            />
            <LengthField
              label="Gap"
              mm={run.gap}
              unit={unit}
              min={0.2}
              max={100}
              onCommit={(gap) => set('Change the gap', { gap })}
            />
          </Row>
        ) : null}
      </Section>
      <Section>
        <h2>Save this sheet</h2>
        <Row>
          {FILE_KINDS.map(({ kind, title }) => (
            <FileLink key={kind} href={fileAddress(id, sheetId, kind)} download aria-disabled={!saved}>
              <Download size={15} /> {title}
            </FileLink>
          ))}
        </Row>
      </Section>
      <Section data-testid="cutter">
        <h2>Stand-in cutter</h2>
        <CutterPanel job={job} unit={unit} canSend={saved} />
      </Section>
    </>
  )
}

function CutterPanel({ job, unit, canSend }: { job: JobHandle; unit: string; canSend: boolean }) {
  const { state, send, command, problem } = job
  const active = state && ['running', 'paused', 'tool-change'].includes(state.status)
  return (
    <>
      {state ? (
        <JobLine job={job} unit={unit} />
      ) : (
        <Muted>A simulated machine that runs the very G-code file in quick motion.</Muted>
      )}
      {problem ? (
        <p role="alert" style={{ color: 'var(--alarm)', margin: '8px 0' }}>
          {problem}
        </p>
      ) : null}
      <Row style={{ marginTop: 10 }}>
        {active ? (
          <>
            {state.status === 'running' ? (
              <QuietButton onPress={() => command('pause')}>
                <Pause size={15} /> Pause
              </QuietButton>
            ) : (
              <Button onPress={() => command('resume')}>
                <Play size={15} /> {state.status === 'tool-change' ? 'Done, go on' : 'Go on'}
              </Button>
            )}
            <QuietButton onPress={() => command('cancel')}>
              <Square size={14} /> Cancel
            </QuietButton>
          </>
        ) : (
          <Button isDisabled={!canSend} onPress={send}>
            <Send size={15} /> Send the sheet
          </Button>
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
    done: 'Finished',
    cancelled: 'Cancelled',
    interrupted: 'Broken off',
  }[state.status]
  return (
    <div aria-live="polite">
      <Progress label={words} share={state.share} />
      {state.status === 'interrupted' ? <p>{state.message}</p> : null}
      {state.deviation !== null ? (
        <p style={{ marginTop: 8 }} data-testid="deviation">
          <Tag $tone={state.deviation <= 0.1 ? 'teal' : 'alarm'}>{state.deviation.toFixed(3)} mm</Tag>{' '}
          greatest deviation from the plan{unit === 'in' ? ' (always in mm)' : ''}
        </p>
      ) : null}
    </div>
  )
}
