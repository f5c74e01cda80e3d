'use client'
import { Check } from 'lucide-react'
import styled from 'styled-components'
import { applyFix } from '@/core/binding/apply-fix'
import { makeEdit } from '@/core/document/edits'
import { boxOfPiece, linesOf } from '@/core/document/pieces'
import type { Finding, Limits, Project } from '@/core/document/schema'
import { type Box, uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { keyOf, openFindings } from '@/core/inspection'
import { QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

const Entry = styled.li`
  font-size: 13.5px;
  & + & {
    margin-top: 12px;
  }
  > button:first-of-type {
    border: 0;
    background: transparent;
    padding: 0;
    text-align: left;
    cursor: pointer;
    text-decoration: underline dotted;
  }
`

/** How much of the drawing is shown around a place, mm. */
const AROUND = 6

/** Where a finding is: its place, its lines, or its pieces. */
function placeOf(project: Project, { at, lines, pieces }: Finding): Box | null {
  if (at) return { minX: at.x - AROUND, minY: at.y - AROUND, maxX: at.x + AROUND, maxY: at.y + AROUND }
  const boxes = [
    ...linesOf(project, lines).map((l) => shapeOf(l.d).box),
    ...pieces.flatMap((id) => (project.pieces[id] ? [boxOfPiece(project, project.pieces[id])] : [])),
  ]
  return boxes.length > 0 ? uniteBoxes(boxes) : null
}

/** What the inspection noticed: each with its place in the drawing, its fix, and leave to stay as it is. */
export function Findings() {
  const findings = useProject((s) => s.findings)
  const project = useProject((s) => s.project)
  const toDecide = useProject((s) => s.families.reduce((n, f) => n + f.toDecide, 0))
  const accepted = findings.filter((f) => f.severity !== 'note' && project.accepted.includes(keyOf(f)))
  const shown = findings.filter((f) => !accepted.includes(f))
  const open = openFindings(project, findings).length
  return (
    <Section data-testid="findings">
      <Row style={{ justifyContent: 'space-between', marginBottom: 8 }}>
        <h2>Noticed</h2>
        {open + toDecide === 0 ? (
          <Tag $tone="teal" data-testid="all-clear">
            <Check size={13} /> all clear
          </Tag>
        ) : open > 0 ? (
          <Tag $tone="brass">{open} open</Tag>
        ) : null}
      </Row>
      {shown.length === 0 ? <Muted>Nothing is wrong with lines and pieces.</Muted> : null}
      <ul>
        {shown.map((f) => (
          <Noticed key={keyOf(f) + f.message} finding={f} />
        ))}
      </ul>
      <Measures />
      {accepted.length > 0 ? (
        <details style={{ marginTop: 12, fontSize: 13.5 }}>
          <summary>Left as they are: {accepted.length}</summary>
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
    // How near ends meet decides what is a piece.
    void workbench[part.gap === undefined ? 'edit' : 'editLines']((project) =>
      makeEdit(project, label, (draft) => {
        Object.assign(draft.limits, part)
      }),
    )
  return (
    <details style={{ marginTop: 12, fontSize: 13.5 }}>
      <summary>What is measured against</summary>
      <Row style={{ marginTop: 8, flexWrap: 'nowrap', alignItems: 'end' }}>
        <LengthField
          label="Narrowest part"
          mm={limits.narrowest}
          unit={unit}
          max={20}
          onCommit={(narrowest) => set('Set the narrowest part', { narrowest })}
        />
        <LengthField
          label="Smallest opening"
          mm={limits.smallestOpening}
          unit={unit}
          max={20}
          onCommit={(smallestOpening) => set('Set the smallest opening', { smallestOpening })}
        />
        <LengthField
          label="Ends that meet"
          mm={limits.gap}
          unit={unit}
          min={0.02}
          max={2}
          onCommit={(gap) => set('Set how near ends meet', { gap })}
        />
      </Row>
    </details>
  )
}

function Noticed({ finding, left = false }: { finding: Finding; left?: boolean }) {
  const workbench = useWorkbench()
  const { severity, message, lines, pieces, fix } = finding
  const show = () => {
    const { project } = workbench.store.getState()
    const place = placeOf(project, finding)
    if (place) workbench.lookAt(place)
    if (lines.length > 0) workbench.select(lines)
  }
  const accept = (on: boolean) =>
    void workbench.edit((project) =>
      makeEdit(project, on ? 'Leave as it is' : 'Ask again', (draft) => {
        const key = keyOf(finding)
        draft.accepted = on ? [...draft.accepted, key] : draft.accepted.filter((k) => k !== key)
      }),
    )
  const hasPlace = lines.length + pieces.length > 0 || finding.at !== undefined
  return (
    <Entry
      data-testid="finding"
      onPointerEnter={() => workbench.light(lines)}
      onPointerLeave={() => workbench.light([])}
    >
      <Tag $tone={severity === 'note' ? 'plain' : severity === 'error' ? 'alarm' : 'brass'}>{severity}</Tag>{' '}
      {hasPlace ? (
        <button type="button" onClick={show}>
          {message}
        </button>
      ) : (
        message
      )}
      {severity === 'note' && !fix ? null : (
        <Row style={{ marginTop: 6 }}>
          {fix && !left ? (
            <QuietButton onPress={() => void workbench.edit((project) => applyFix(project, finding))}>
              {fix.label}
            </QuietButton>
          ) : null}
          {severity === 'note' ? null : (
            <QuietButton onPress={() => accept(!left)}>{left ? 'Ask again' : 'Leave it'}</QuietButton>
          )}
        </Row>
      )}
    </Entry>
  )
}
