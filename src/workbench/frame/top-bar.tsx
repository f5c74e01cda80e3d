'use client'
import { Check, Redo2, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { memo, useMemo } from 'react'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { IconButton } from '@/kit/button'
import { NameField } from '@/kit/field'
import { STATIONS } from '../stations/stations'
import { useProject, useWorkbench } from '../store/context'
import { AtCutter } from './at-cutter'
import { History } from './history'

const Bar = styled.header`
  display: grid;
  grid-template-columns: minmax(220px, 1fr) auto minmax(220px, 1fr);
  align-items: center;
  gap: 16px;
  padding: 8px 16px;
  background: var(--paper);
  box-shadow: 0 1px 0 var(--hairline);
  z-index: 3;
  @media (max-width: 1000px) {
    grid-template-columns: 1fr auto;
    gap: 4px 12px;
    nav {
      grid-row: 2;
      grid-column: 1 / -1;
      overflow-x: auto;
    }
  }
`
const Path = styled.ol`
  display: flex;
  align-items: center;
  li + li::before {
    content: '';
    width: 22px;
    border-top: 2px dashed var(--hairline);
  }
  li[data-done] + li::before {
    border-color: var(--teal);
  }
`
const Step = styled.li`
  display: flex;
  align-items: center;
  a {
    display: flex;
    align-items: center;
    gap: 7px;
    padding: 6px 10px;
    border-radius: 18px;
    font-weight: 600;
    color: var(--ink-soft);
    text-decoration: none;
  }
  a:hover {
    background: var(--paper-sunk);
  }
  a[aria-current] {
    background: var(--plum);
    color: var(--on-plum);
  }
`
const Open = styled.span`
  min-width: 19px;
  padding: 0 5px;
  border-radius: 10px;
  background: var(--brass-wash);
  color: var(--brass);
  font-size: 12px;
  line-height: 19px;
  text-align: center;
`
const Left = styled.div`
  display: flex;
  align-items: center;
  gap: 12px;
  min-width: 0;
  > :last-child {
    flex: 1;
    max-width: 340px;
  }
  > a {
    font-family: var(--display);
    font-weight: 700;
    white-space: nowrap;
    color: var(--plum);
    text-decoration: none;
  }
`
const Right = styled.div`
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 4px;
`
const Saved = styled.span`
  font-size: 13px;
  color: var(--ink-soft);
  margin-right: 10px;
`

const SAVED = { saved: 'Saved', saving: 'Saving…', waiting: 'Not saved yet' } as const

/** Project name, the stations as a path, undo and redo in words, and whether all is saved. */
export const TopBar = memo(function TopBar({ station }: { station: string }) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const name = useProject((s) => s.project.name)
  const saved = useProject((s) => s.saved)
  const undo = useProject((s) => s.history.undo)
  const redo = useProject((s) => s.history.redo)
  const project = useProject((s) => s.project)
  const families = useProject((s) => s.families)
  const findings = useProject((s) => s.findings)
  const troubles = useProject((s) => s.troubles)
  const states = useMemo(
    () => STATIONS.map((s) => ({ ...s, ...s.state(project, families, findings, troubles) })),
    [project, families, findings, troubles],
  )
  return (
    <Bar>
      <Left>
        <Link href="/">Projects</Link>
        <NameField
          label="Project name"
          hideLabel
          quiet
          value={name}
          onCommit={(next) =>
            void workbench.edit((project) =>
              makeEdit(project, `Rename to “${next}”`, (draft) => {
                draft.name = next
              }),
            )
          }
        />
      </Left>
      <nav aria-label="Stations">
        <Path>
          {states.map(({ name: key, title, open, done }) => (
            <Step key={key} data-done={done || undefined}>
              <Link href={`/projects/${id}/${key}`} aria-current={key === station ? 'step' : undefined}>
                {done && key !== station ? <Check size={15} color="var(--teal)" aria-label="done" /> : null}
                {title}
                {open > 0 ? <Open aria-label={`${open} to decide`}>{open}</Open> : null}
              </Link>
            </Step>
          ))}
        </Path>
      </nav>
      <Right>
        <AtCutter here={station === 'run' ? id : null} />
        <Saved role="status" data-testid="saved">
          {SAVED[saved]}
        </Saved>
        <IconButton
          aria-label={undo ? `Undo: ${undo}` : 'Undo'}
          isDisabled={!undo}
          onPress={() => void workbench.undo()}
        >
          <Undo2 size={18} />
        </IconButton>
        <IconButton
          aria-label={redo ? `Redo: ${redo}` : 'Redo'}
          isDisabled={!redo}
          onPress={() => void workbench.redo()}
        >
          <Redo2 size={18} />
        </IconButton>
        <History />
      </Right>
    </Bar>
  )
})
