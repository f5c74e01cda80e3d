'use client'
import { ChevronDown } from 'lucide-react'
import { Menu, MenuTrigger } from 'react-aria-components'
import { QuietButton } from './button'
import { Action, Leaflet } from './popover'

type Props = {
  /** what stands on the button */
  text: string
  /** what it is for, where the text alone does not say it */
  label?: string
  entries: readonly { id: string; title: string }[]
  onChoose: (id: string) => void
}

/** A button with several things that it can do, or do something to. */
export function MenuButton({ text, label, entries, onChoose }: Props) {
  return (
    <MenuTrigger>
      <QuietButton {...(label ? { 'aria-label': label } : {})} isDisabled={entries.length === 0}>
        {text} <ChevronDown size={15} aria-hidden />
      </QuietButton>
      <Leaflet>
        <Menu onAction={(key) => onChoose(String(key))} style={{ outline: 'none' }}>
          {entries.map(({ id, title }) => (
            <Action key={id} id={id} textValue={title}>
              {title}
            </Action>
          ))}
        </Menu>
      </Leaflet>
    </MenuTrigger>
  )
}
