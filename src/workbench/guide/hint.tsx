'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import type { Station } from '../stations/station'
import { useWorkbench } from '../store/context'

const Leaf = styled.div`
  margin: 12px 14px 0;
  padding: 10px 12px;
  border-radius: 10px;
  background: var(--plum-wash);
  font-size: 13.5px;
  line-height: 1.4;
  div {
    display: flex;
    gap: 6px;
    margin-top: 6px;
  }
`
/** Under this name the browser remembers which hints were read. */
const KEY = 'velvet-crease hints read'

/** The stations whose hints were read; null where the browser keeps nothing. */
function read(): string[] | null {
  try {
    return (window.localStorage.getItem(KEY) ?? '').split(' ').filter(Boolean)
  } catch {
    return null
  }
}

/** What a station is for, until it was read once. */
export function Hint({ station: { name: station, guide } }: { station: Station }) {
  const workbench = useWorkbench()
  // Known before the first drawing, so that what stands below does not move when it comes.
  const [closed, setClosed] = useState('')
  if (closed === station || (read()?.includes(station) ?? true)) return null
  const close = () => {
    setClosed(station)
    window.localStorage.setItem(KEY, [...new Set([...(read() ?? []), station])].join(' '))
  }
  return (
    <Leaf role="note" data-testid="hint">
      {guide.aim}
      <div>
        <QuietButton onPress={close}>{say`Understood`}</QuietButton>
        <QuietButton
          onPress={() => {
            close()
            workbench.help('guide')
          }}
        >{say`Show me more`}</QuietButton>
      </div>
    </Leaf>
  )
}
