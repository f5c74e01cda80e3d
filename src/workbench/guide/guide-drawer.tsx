'use client'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { Muted } from '@/kit/surface'
import type { Station } from '../stations/station'
import { useWorkbench } from '../store/context'
import { KeyList } from './key-list'

const Drawer = styled.aside`
  position: absolute;
  top: 0;
  right: 0;
  bottom: 0;
  width: min(340px, 92vw);
  padding: 18px 20px;
  overflow: auto;
  background: var(--paper);
  box-shadow: -6px 0 24px rgb(43 26 47 / 0.16);
  z-index: 5;
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
  }
  h2 {
    font-size: 20px;
  }
  h3 {
    margin: 18px 0 6px;
    font-size: 15px;
  }
  ol {
    display: grid;
    gap: 8px;
    padding-left: 20px;
    list-style: decimal;
    font-size: 14.5px;
    line-height: 1.4;
  }
`

/** What this station is for, what to try, and its keys; it stays open while one works. */
export function GuideDrawer({ station }: { station: Station }) {
  const workbench = useWorkbench()
  const { guide } = station
  return (
    <Drawer aria-label={say`Guide`} data-testid="guide">
      <header>
        <h2>{station.title}</h2>
        <IconButton aria-label={say`Close the guide`} onPress={() => workbench.help(null)}>
          <X size={17} />
        </IconButton>
      </header>
      <p style={{ fontSize: 15, lineHeight: 1.45 }}>{guide.aim}</p>
      <h3>{say`To try`}</h3>
      <ol>
        {guide.tries.map((what) => (
          <li key={what}>{what}</li>
        ))}
      </ol>
      {station.keys.length > 0 ? (
        <>
          <h3>{say`Keys`}</h3>
          <KeyList keys={station.keys} />
        </>
      ) : null}
      <Muted
        style={{ margin: '16px 0 8px' }}
      >{say`Looking for something? Press Ctrl+K and type what you want.`}</Muted>
      <QuietButton onPress={() => workbench.help('keys')}>{say`All keys`}</QuietButton>
    </Drawer>
  )
}
