'use client'
import type { CSSProperties } from 'react'
import { Label, Radio, RadioGroup } from 'react-aria-components'
import styled from 'styled-components'
import type { Choice } from './select'

const Group = styled(RadioGroup)<{ $asked: boolean }>`
  display: flex;
  flex-direction: column;
  gap: 5px;
  margin: 10px 0 0;
  padding: 10px 12px;
  border-radius: var(--radius);
  background: ${(p) => (p.$asked ? 'var(--brass-wash)' : 'var(--paper-sunk)')};
  font-size: 14px;
`
const Above = styled(Label)`
  font-weight: 600;
  padding-bottom: 4px;
`
const One = styled(Radio)`
  display: flex;
  align-items: flex-start;
  gap: 8px;
  cursor: pointer;
  &::before {
    content: '';
    flex: none;
    width: 17px;
    height: 17px;
    margin-top: 1px;
    border: 1.5px solid var(--ink-soft);
    border-radius: 50%;
    background: var(--paper);
  }
  &[data-selected]::before {
    border: 5.5px solid var(--plum);
  }
  &[data-focus-visible]::before {
    outline: 2.5px solid var(--plum);
    outline-offset: 1px;
  }
`
/** A row of words of which one is on. */
const Row = styled(RadioGroup)`
  display: flex;
  gap: 2px;
`
const Word = styled(Radio)`
  padding: 2px 10px;
  border-radius: 12px;
  cursor: pointer;
  &[data-selected] {
    background: var(--paper-sunk);
    color: var(--ink);
    font-weight: 600;
  }
  &[data-focus-visible] {
    outline: 2.5px solid var(--plum);
  }
`

type Props<T extends string> = {
  label: string
  /** null while none is chosen */
  value: T | null
  choices: readonly Choice<T>[]
  onChange: (value: T) => void
}

/** One of a few, all of them seen. @param isAsked whether it waits for an answer */
export function Radios<T extends string>({
  label,
  value,
  choices,
  onChange,
  isAsked = false,
}: Props<T> & { isAsked?: boolean }) {
  return (
    <Group $asked={isAsked} value={value} onChange={(v) => onChange(v as T)}>
      <Above>{label}</Above>
      {choices.map((c) => (
        <One key={c.value} value={c.value}>
          {c.title}
        </One>
      ))}
    </Group>
  )
}

/** One of two or three short words in a line. */
export function Switch<T extends string>({
  label,
  value,
  choices,
  onChange,
  style,
}: Props<T> & { style?: CSSProperties }) {
  return (
    <Row
      aria-label={label}
      orientation="horizontal"
      value={value}
      onChange={(v) => onChange(v as T)}
      {...(style ? { style } : {})}
    >
      {choices.map((c) => (
        <Word key={c.value} value={c.value}>
          {c.title}
        </Word>
      ))}
    </Row>
  )
}
