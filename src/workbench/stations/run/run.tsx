'use client'
import styled from 'styled-components'
import { isBusy } from '@/contract/jobs'
import { settingsAdvice } from '@/core/cutting/advice'
import { makeEdit } from '@/core/document/edits'
import { ROLE_NAMES } from '@/core/document/role-names'
import type { RunSettings } from '@/core/document/run'
import { clock } from '@/core/units/clock'
import { counted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Check } from '@/kit/check'
import { LengthField } from '@/kit/field'
import { Muted, Row, Section } from '@/kit/surface'
import { RoleSample } from '../../board/line-sample'
import { useProject, useWorkbench } from '../../store/context'
import { RestOfSheet } from '../rest-of-sheet'
import { Advised } from './advised'
import { BeforeSending, useBeforeSending } from './before-sending'
import { CutterChoice } from './cutter-choice'
import { CutterPanel } from './cutter-panel'
import { FilesPanel } from './files-panel'
import { useRunShown } from './run-frame'
import { knowing } from './use-job'
import { WholeJob } from './whole-job'

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
const Tabs = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
`

/** The passes of a sheet as a timetable, files to save, and the stand-in cutter. */
export function Run() {
  const workbench = useWorkbench()
  const { sheet, planned, job: sent } = useRunShown()
  const papers = useProject((s) => s.papers)
  const findings = useProject((s) => s.findings)
  const { layout, print, run, unit } = useProject((s) => s.project)
  const saved = useProject((s) => s.saved === 'saved')
  const before = useBeforeSending(sheet?.id ?? null)
  const job = before.isPassed ? knowing(sent) : sent
  if (!sheet || !planned)
    return (
      <Section>
        <Muted>
          {layout.sheets.length === 0
            ? say`There is no sheet to run yet. Lay the pieces out in the station Sheets.`
            : say`Planning this sheet…`}
        </Muted>
      </Section>
    )
  const { plan, timeline } = planned
  const paper = papers.find((p) => p.id === sheet.paper) ?? null
  const advice = settingsAdvice(sheet, paper, findings, run)
  const set = (label: string, some: Partial<RunSettings>) =>
    workbench.edit((project) =>
      makeEdit(project, label, (draft) => {
        Object.assign(draft.run, some)
      }),
    )
  return (
    <>
      <CutterChoice />
      <Section>
        <h2>{say`Sheet`}</h2>
        <Tabs>
          {layout.sheets.map((s, i) => (
            <QuietButton
              key={s.id}
              aria-pressed={s.id === sheet.id}
              onPress={() => workbench.lookAtSheet(s.id)}
              style={s.id === sheet.id ? { background: 'var(--plum)', color: 'var(--on-plum)' } : undefined}
            >
              {i + 1}
            </QuietButton>
          ))}
        </Tabs>
      </Section>
      <Section data-testid="cutter">
        <h2>{say`Stand-in cutter`}</h2>
        <BeforeSending before={before} />
        <CutterPanel
          job={job}
          unit={unit}
          canSend={before.maySend}
          saved={saved}
          printed={Boolean(print?.marks)}
        />
        <RestOfSheet sheet={sheet} />
      </Section>
      <Section>
        <Row style={{ justifyContent: 'space-between' }}>
          <h2>{say`Passes`}</h2>
          <Muted as="span" data-testid="total-time">{say`${clock(timeline.total)} with tool changes`}</Muted>
        </Row>
        <ol>
          {timeline.passes.map((time, i) => {
            const pass = plan.passes[i]!
            return (
              <Pass key={`${pass.role} ${pass.dashed}`} data-testid="pass">
                <time>{clock(time.start)}</time>
                <span>
                  <RoleSample role={pass.role} width={20} /> <b>{ROLE_NAMES[pass.role]}</b>
                  {pass.dashed ? say` in dashes` : ''}
                </span>
                <span>{clock(time.end - time.start)}</span>
                <QuietButton
                  aria-label={say`Run ${ROLE_NAMES[pass.role]} alone`}
                  isDisabled={!saved || (job.state !== null && isBusy(job.state))}
                  onPress={() => job.send({ pass: i })}
                  style={{ padding: '2px 7px', fontSize: 12, alignSelf: 'start' }}
                >{say`alone`}</QuietButton>
                <Muted as="span" style={{ gridColumn: 'span 2' }}>
                  {pass.pause ? <b>{pass.pause}. </b> : null}
                  {say`${counted(pass.strokes.length, 'stroke')}, ${pass.setting.force} g, ${pass.setting.speed} mm/s`}
                  {pass.setting.passes > 1 ? say`, ${pass.setting.passes} times` : ''}
                </Muted>
              </Pass>
            )
          })}
        </ol>
        {plan.passes.some((p) => p.tool === 'scoring tip' || p.light) ? null : (
          <Muted>{say`This sheet needs no scoring tip.`}</Muted>
        )}
        {paper ? <Advised advice={advice} paper={paper} /> : null}
      </Section>
      <Section>
        <Check
          isSelected={run.dashedScores}
          onChange={(on) =>
            set(on ? say`Cut scores as dashes` : say`Score with the tip`, { dashedScores: on })
          }
        >
          {say`Cut scores as dashes`}
          <Muted>{say`For a cutter without a scoring tip. Ends stay whole.`}</Muted>
        </Check>
        {run.dashedScores ? (
          <Row style={{ marginTop: 8, flexWrap: 'nowrap' }}>
            <LengthField
              label={say`Dash`}
              mm={run.dash}
              unit={unit}
              min={0.2}
              max={100}
              onCommit={(dash) => set(say`Change the dash`, { dash })}
            />
            <LengthField
              label={say`Gap`}
              mm={run.gap}
              unit={unit}
              min={0.2}
              max={100}
              onCommit={(gap) => set(say`Change the gap`, { gap })}
            />
          </Row>
        ) : null}
      </Section>
      <WholeJob job={job} canSend={saved && before.maySendAll} />
      <FilesPanel sheetId={sheet.id} />
    </>
  )
}
