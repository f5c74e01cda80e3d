'use client'
import { Check } from 'lucide-react'
import { makeEdit } from '@/core/document/edits'
import type { Limits } from '@/core/document/limits'
import { isAboutArt, keyOf, openFindings } from '@/core/inspection/open-findings'
import { say } from '@/core/words'
import { LengthField } from '@/kit/field'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { fetched } from '../fetched'

const Noticed = fetched(() => import('../noticed').then((m) => m.Noticed))

/** What the inspection noticed: each with its place in the drawing, its fix, and leave to stay as it is. */
export function Findings() {
  const all = useProject((s) => s.findings)
  const isInspected = useProject((s) => s.isInspected)
  const findings = all.filter((f) => !isAboutArt(f))
  const project = useProject((s) => s.project)
  const toDecide = useProject((s) => s.families.reduce((n, f) => n + f.toDecide, 0))
  const accepted = findings.filter((f) => f.severity !== 'note' && project.accepted.includes(keyOf(f)))
  const shown = findings.filter((f) => !accepted.includes(f))
  const open = openFindings(project, findings).length
  return (
    <Section data-testid="findings">
      <Row style={{ justifyContent: 'space-between', marginBottom: 8 }}>
        <h2>{say`Noticed`}</h2>
        {isInspected && open + toDecide === 0 ? (
          <Tag $tone="teal" data-testid="all-clear">
            <Check size={13} />
            {say` all clear`}
          </Tag>
        ) : open > 0 ? (
          <Tag $tone="brass">{say`${open} open`}</Tag>
        ) : null}
      </Row>
      {shown.length === 0 ? (
        <Muted>
          {isInspected ? say`Nothing is wrong with lines and pieces.` : say`Looking at lines and pieces …`}
        </Muted>
      ) : null}
      <ul>
        {shown.map((f) => (
          <Noticed key={keyOf(f) + f.message} finding={f} />
        ))}
      </ul>
      <Measures />
      {accepted.length > 0 ? (
        <details style={{ marginTop: 12, fontSize: 13.5 }}>
          <summary>{say`Left as they are: ${accepted.length}`}</summary>
          <ul style={{ marginTop: 8 }}>
            {accepted.map((f) => (
              <Noticed key={keyOf(f)} finding={f} left />
            ))}
          </ul>
        </details>
      ) : null}
    </Section>
  )
}

/** What parts and openings are measured against. */
function Measures() {
  const workbench = useWorkbench()
  const limits = useProject((s) => s.project.limits)
  const unit = useProject((s) => s.project.unit)
  const set = (label: string, part: Partial<Limits>) =>
    workbench.edit((project) =>
      makeEdit(project, label, (draft) => {
        Object.assign(draft.limits, part)
      }),
    )
  return (
    <details style={{ marginTop: 12, fontSize: 13.5 }}>
      <summary>{say`What is measured against`}</summary>
      <Row style={{ marginTop: 8, flexWrap: 'nowrap', alignItems: 'end' }}>
        <LengthField
          label={say`Narrowest part`}
          mm={limits.narrowest}
          unit={unit}
          max={20}
          onCommit={(narrowest) => set(say`Set the narrowest part`, { narrowest })}
        />
        <LengthField
          label={say`Smallest opening`}
          mm={limits.smallestOpening}
          unit={unit}
          max={20}
          onCommit={(smallestOpening) => set(say`Set the smallest opening`, { smallestOpening })}
        />
        <LengthField
          label={say`Ends joined up to`}
          mm={limits.gap}
          unit={unit}
          min={0.02}
          max={2}
          onCommit={(gap) => set(say`Set how near ends meet`, { gap })}
        />
      </Row>
    </details>
  )
}
