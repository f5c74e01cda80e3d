'use client'
import { Check as Tick } from 'lucide-react'
import type { ReactNode } from 'react'
import { Checkbox } from 'react-aria-components'
import styled from 'styled-components'

const Whole = styled(Checkbox)`
  display: flex;
  gap: 9px;
  align-items: flex-start;
  font-size: 14px;
  min-height: 28px;
  cursor: pointer;
  &[data-focus-visible] > span:first-of-type {
    outline: 2.5px solid var(--plum);
    outline-offset: 1px;
  }
`
const Box = styled.span`
  flex: none;
  display: grid;
  place-items: center;
  width: 20px;
  height: 20px;
  border: 1.5px solid var(--ink-soft);
  border-radius: 5px;
  background: var(--paper);
  color: var(--on-plum);
  [data-selected] > & {
    border-color: var(--plum);
    background: var(--plum);
  }
`

type Props = {
  isSelected: boolean
  onChange: (on: boolean) => void
  /** what it is for; where nothing stands beside it, `aria-label` says it */
  children?: ReactNode
  'aria-label'?: string
}

/** A box to tick with its label beside it. */
export function Check({ isSelected, onChange, children, 'aria-label': label }: Props) {
  return (
    <Whole isSelected={isSelected} onChange={onChange} {...(label ? { 'aria-label': label } : {})}>
      <Box aria-hidden>{isSelected ? <Tick size={15} strokeWidth={3} /> : null}</Box>
      <span>{children}</span>
    </Whole>
  )
}
