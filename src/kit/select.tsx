'use client'
import { ChevronDown } from 'lucide-react'
import type { CSSProperties } from 'react'
import { Select as AriaSelect, Button, Label, ListBox, SelectValue } from 'react-aria-components'
import styled from 'styled-components'
import { Leaflet, Option } from './popover'

const Whole = styled(AriaSelect)`
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
`
const Above = styled(Label)`
  font-size: 12.5px;
  color: var(--ink-soft);
`
const Trigger = styled(Button)`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  min-width: 0;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  padding: 7px 8px 7px 10px;
  background: var(--paper);
  font-size: 14px;
  text-align: left;
  cursor: pointer;
  > :first-child {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  svg {
    flex: none;
    color: var(--ink-soft);
  }
`

export type Choice<T extends string> = { value: T; title: string }

type Props<T extends string> = {
  label: string
  hideLabel?: boolean
  value: T
  choices: readonly Choice<T>[]
  onChange: (value: T) => void
  style?: CSSProperties
}

/** One of several, shown in one line until it is opened. */
export function Select<T extends string>({ label, hideLabel, value, choices, onChange, style }: Props<T>) {
  return (
    <Whole
      value={value}
      onChange={(key) => onChange(key as T)}
      {...(hideLabel ? { 'aria-label': label } : {})}
      {...(style ? { style } : {})}
    >
      {hideLabel ? null : <Above>{label}</Above>}
      <Trigger>
        <SelectValue />
        <ChevronDown size={15} aria-hidden />
      </Trigger>
      <Leaflet>
        <ListBox style={{ outline: 'none' }}>
          {choices.map((c) => (
            <Option key={c.value} id={c.value} textValue={c.title}>
              {c.title}
            </Option>
          ))}
        </ListBox>
      </Leaflet>
    </Whole>
  )
}
