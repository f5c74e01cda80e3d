'use client'
import type { ReactNode } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { Switch } from '@/kit/radios'
import { fetched } from '../stations/fetched'
import { useProject, useWorkbench } from '../store/context'
import type { Look } from '../store/project-store'

const FoldedView = fetched(() => import('./folded-view').then((m) => m.FoldedView), 'asked')

const Both = styled.div`
  position: relative;
  display: flex;
  flex: 1;
  min-width: 0;
  min-height: 0;
  > * + * {
    border-left: 1px solid var(--hairline);
  }
`
const Choice = styled.div`
  position: absolute;
  right: 14px;
  top: 30px;
  z-index: 1;
  padding: 3px;
  border: 0 !important;
  border-radius: 14px;
  background: var(--paper);
  box-shadow: var(--lift);
  font-size: 13.5px;
`
const LOOKS = [
  { value: 'flat', title: say`flat` },
  { value: 'both', title: say`both` },
  { value: 'folded', title: say`folded` },
] as const

/** A drawing, and beside it or instead of it what it folds to. */
export function WithFolded({ children }: { children: ReactNode }) {
  const workbench = useWorkbench()
  const look = useProject((s) => s.look)
  return (
    <Both>
      {look === 'folded' ? null : children}
      {look === 'flat' ? null : <FoldedView />}
      <Choice data-over-board>
        <Switch<Look> label={say`Look at it`} value={look} choices={LOOKS} onChange={workbench.lookAs} />
      </Choice>
    </Both>
  )
}
