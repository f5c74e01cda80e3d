'use client'
import Link from 'next/link'
import styled from 'styled-components'
import { say } from '@/core/words'
import { STATIONS } from '../stations/stations'

const Whole = styled.div`
  display: flex;
  flex-direction: column;
  height: 100vh;
`
const Bar = styled.header`
  display: grid;
  grid-template-columns: minmax(160px, 1fr) auto minmax(160px, 1fr);
  align-items: center;
  gap: 16px;
  min-height: 50px;
  padding: 8px 16px;
  background: var(--paper);
  box-shadow: 0 1px 0 var(--hairline);
  a {
    font-family: var(--display);
    font-weight: 700;
    color: var(--plum);
    text-decoration: none;
  }
  ol {
    display: flex;
    gap: 34px;
    color: var(--ink-soft);
    font-weight: 600;
  }
`
const Middle = styled.main`
  display: flex;
  flex: 1;
  min-height: 0;
`
const Side = styled.div`
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 18px;
  background: color-mix(in srgb, var(--paper) 45%, var(--ground));
  i {
    display: block;
    border-radius: var(--radius);
    background: var(--paper-sunk);
    opacity: 0.6;
  }
`
const Table = styled.div`
  flex: 1;
  display: grid;
  place-items: center;
  background: var(--ground);
  color: var(--ink-soft);
`

/** The frame of the screen, which is there at once; what belongs in it follows when the project is open. */
export function Opening({ station }: { station: string }) {
  return (
    <Whole aria-busy="true" data-testid="opening">
      <Bar>
        <Link href="/">{say`Projects`}</Link>
        <ol>
          {STATIONS.map(({ name, title }) => (
            <li key={name} aria-current={name === station ? 'step' : undefined}>
              {title}
            </li>
          ))}
        </ol>
      </Bar>
      <Middle>
        <Side style={{ width: 336 }} aria-hidden>
          {[90, 150, 120].map((height) => (
            <i key={height} style={{ height }} />
          ))}
        </Side>
        <Table data-table>
          <p role="status">{say`Opening the project…`}</p>
        </Table>
        <Side style={{ width: 292 }} aria-hidden>
          {[105, 106, 107].map((height) => (
            <i key={height} style={{ height }} />
          ))}
        </Side>
      </Middle>
    </Whole>
  )
}
