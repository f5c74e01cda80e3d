'use client'
import { BookOpen, Check, Redo2, Search, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { memo, useMemo } from 'react'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { NameField } from '@/kit/field'
import { fetched } from '../stations/fetched'
import { STATIONS } from '../stations/stations'
import { useProject, useWorkbench } from '../store/context'
import { AtCutter } from './at-cutter'

const History = fetched(() => import('./history').then((m) => m.History))

const Bar = styled.header`
  display: grid;
  grid-template-columns: minmax(220px, 1fr) auto minmax(220px, 1fr);
  align-items: center;
  gap: 16px;
  padding: 8px 16px;
  background: var(--paper);
  box-shadow: 0 1px 0 var(--hairline);
  z-index: 3;
  @media (max-width: 1120px) {
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
    @media (max-width: 1400px) {
      width: 10px;
    }
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
  min-width: 0;
  > button,
  > span {
    flex: none;
  }
`
/** The place of a button that is fetched after the first drawing. */
const Kept = styled.span`
  width: 32px;
`
const Saved = styled.span`
  /* As wide while saving as when saved, so that the stations stay where they are. */
  min-width: 4.3em;
  text-align: right;
  font-size: 13px;
  color: var(--ink-soft);
  margin-right: 10px;
`

const SAVED = { saved: say`Saved`, saving: say`Saving…`, waiting: say`Not saved yet` } as const

/** Project name, the stations as a path, undo and redo in words, and whether all is saved. */
export const TopBar = memo(function TopBar({ station }: { station: string }) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const name = useProject((s) => s.project.name)
  const saved = useProject((s) => s.saved)
  const undo = useProject((s) => s.history.undo)
  const redo = useProject((s) => s.history.redo)
  const isGuided = useProject((s) => s.help === 'guide')
  const project = useProject((s) => s.project)
  const families = useProject((s) => s.families)
  const findings = useProject((s) => s.findings)
  const troubles = useProject((s) => s.troubles)
  const isInspected = useProject((s) => s.isInspected)
  const states = useMemo(
    () =>
      STATIONS.map((s) => {
        const { open, done } = s.state(project, families, findings, troubles)
        // Nothing counts as done before it was looked at.
        return { ...s, open, done: done && isInspected }
      }),
    [project, families, findings, troubles, isInspected],
  )
  return (
    <Bar>
      <Left>
        <Link href="/">{say`Projects`}</Link>
        <NameField
          label={say`Project name`}
          hideLabel
          quiet
          value={name}
          onCommit={(next) =>
            workbench.edit((project) =>
              makeEdit(project, say`Rename to “${next}”`, (draft) => {
                draft.name = next
              }),
            )
          }
        />
      </Left>
      <nav aria-label={say`Stations`}>
        <Path>
          {states.map(({ name: key, title, open, done }) => (
            <Step key={key} data-done={done || undefined}>
              <Link href={`/projects/${id}/${key}`} aria-current={key === station ? 'step' : undefined}>
                {done && key !== station ? (
                  <Check size={15} color="var(--teal)" aria-label={say`done`} />
                ) : null}
                {title}
                {open > 0 ? <Open aria-label={say`${open} to decide`}>{open}</Open> : null}
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
          aria-label={undo ? say`Undo: ${undo}` : say`Undo`}
          isDisabled={!undo}
          onPress={() => void workbench.undo()}
        >
          <Undo2 size={18} />
        </IconButton>
        <IconButton
          aria-label={redo ? say`Redo: ${redo}` : say`Redo`}
          isDisabled={!redo}
          onPress={() => void workbench.redo()}
        >
          <Redo2 size={18} />
        </IconButton>
        <Kept>{isInspected ? <History /> : null}</Kept>
        <IconButton aria-label={say`Find a command (Ctrl+K)`} onPress={() => workbench.help('commands')}>
          <Search size={18} />
        </IconButton>
        <IconButton
          aria-label={say`Guide`}
          aria-pressed={isGuided}
          onPress={() => workbench.help(isGuided ? null : 'guide')}
        >
          <BookOpen size={18} />
        </IconButton>
      </Right>
    </Bar>
  )
})
