'use client'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import type { Station } from '../stations/station'
import { useWorkbench } from '../store/context'
import { EVERYWHERE, IN_FOLDED_VIEW, ON_BOARDS } from './everywhere'
import { isTyping, type KeyHelp } from './key'

const List = styled.dl`
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 5px 14px;
  margin: 4px 0 18px;
  font-size: 14px;
  dt {
    font-weight: 600;
  }
`

/** Listens for the keys that do the same everywhere, and shows all of them when it is asked. */
export function Keys({ station }: { station: Station }) {
  const workbench = useWorkbench()
  const [shown, setShown] = useState(false)
  useEffect(() => {
    const on = { ...workbench, showKeys: () => setShown(true) }
    const onKey = (event: KeyboardEvent) => {
      const key = isTyping(event) ? undefined : EVERYWHERE.find((k) => k.is(event))
      if (!key) return
      event.preventDefault()
      key.run(on)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [workbench])
  return (
    <Dialog title="Keys" isOpen={shown} onClose={() => setShown(false)}>
      <Part title="Everywhere" keys={EVERYWHERE} />
      <Part title="On the board" keys={ON_BOARDS} />
      <Part title="In the folded view" keys={IN_FOLDED_VIEW} />
      {station.keys.length > 0 ? <Part title={station.title} keys={station.keys} /> : null}
      <QuietButton onPress={() => setShown(false)}>Close</QuietButton>
    </Dialog>
  )
}

function Part({ title, keys }: { title: string; keys: readonly KeyHelp[] }) {
  return (
    <>
      <h3>{title}</h3>
      <List>
        {keys.map(({ press, what }) => (
          <div key={press} style={{ display: 'contents' }}>
            <dt>{press}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </List>
    </>
  )
}
