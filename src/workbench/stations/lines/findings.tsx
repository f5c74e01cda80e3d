'use client'
import styled from 'styled-components'
import { Section, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

const Entry = styled.li`
  font-size: 13.5px;
  & + & {
    margin-top: 9px;
  }
  button {
    border: 0;
    background: transparent;
    padding: 0;
    text-align: left;
    cursor: pointer;
    text-decoration: underline dotted;
  }
`

/** What the inspection noticed; a finding with a place lights it up and chooses its lines. */
export function Findings() {
  const workbench = useWorkbench()
  const findings = useProject((s) => s.findings)
  if (findings.length === 0) return null
  return (
    <Section>
      <h2>Noticed</h2>
      <ul>
        {findings.map((f) => (
          <Entry
            key={f.rule + f.message}
            onPointerEnter={() => workbench.light(f.lines)}
            onPointerLeave={() => workbench.light([])}
          >
            <Tag $tone={f.severity === 'note' ? 'plain' : f.severity === 'error' ? 'alarm' : 'brass'}>
              {f.severity}
            </Tag>{' '}
            {f.lines.length > 0 ? (
              <button type="button" onClick={() => workbench.select(f.lines)}>
                {f.message}
              </button>
            ) : (
              f.message
            )}
          </Entry>
        ))}
      </ul>
    </Section>
  )
}
