'use client'
import { PanelLeftClose, PanelLeftOpen, PanelRightClose, PanelRightOpen } from 'lucide-react'
import { type ReactNode, useEffect, useState } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'

/** Narrower than this one side is folded away to begin with; and narrower than the second a side lies over the board. */
const NARROW = { one: 1100, over: 800 } as const

const Whole = styled.div<{ $side: 'left' | 'right' }>`
  position: relative;
  display: flex;
  flex: none;
  flex-direction: ${(p) => (p.$side === 'left' ? 'row' : 'row-reverse')};
  min-height: 0;
  z-index: 2;
  > [data-inside] {
    display: flex;
    min-height: 0;
  }
  @media (max-width: ${NARROW.over}px) {
    > [data-inside] {
      position: absolute;
      top: 0;
      bottom: 0;
      ${(p) => (p.$side === 'left' ? 'left' : 'right')}: 34px;
      max-width: calc(100vw - 76px);
      overflow: auto;
      background: var(--ground);
      box-shadow: var(--lift);
    }
  }
`
const Handle = styled.div`
  display: none;
  width: 34px;
  flex: none;
  padding-top: 6px;
  background: var(--paper-sunk);
  justify-items: center;
  align-content: start;
  &[data-folded] {
    display: grid;
  }
  @media (max-width: ${NARROW.one}px) {
    display: grid;
  }
  span {
    margin-top: 8px;
    writing-mode: vertical-rl;
    font-size: 13px;
    font-weight: 600;
    color: var(--ink-soft);
  }
`

type Props = {
  side: 'left' | 'right'
  /** what it is called on the handle that unfolds it */
  title: string
  children: ReactNode
}

/** A side of the screen that folds away where the window is narrow, as on a small screen or at twice the size of type. */
export function Side({ side, title, children }: Props) {
  const [open, setOpen] = useState(true)
  useEffect(() => {
    // The shelf goes first; on the narrowest screens the board comes before both.
    const wide = window.matchMedia(`(min-width: ${(side === 'left' ? NARROW.over : NARROW.one) + 1}px)`)
    const follow = () => setOpen(wide.matches)
    follow()
    // Twice the size of type is half the width.
    wide.addEventListener('change', follow)
    return () => wide.removeEventListener('change', follow)
  }, [side])
  const icons = side === 'left' ? [PanelLeftClose, PanelLeftOpen] : [PanelRightClose, PanelRightOpen]
  const Icon = icons[open ? 0 : 1]!
  return (
    <Whole $side={side}>
      <Handle data-folded={open ? undefined : true}>
        <IconButton
          aria-label={open ? say`Fold away: ${title}` : say`Unfold: ${title}`}
          aria-expanded={open}
          onPress={() => setOpen(!open)}
        >
          <Icon size={17} />
        </IconButton>
        {open ? null : <span aria-hidden>{title}</span>}
      </Handle>
      {open ? <div data-inside>{children}</div> : null}
    </Whole>
  )
}
