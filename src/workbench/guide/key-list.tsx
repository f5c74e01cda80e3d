'use client'
import styled from 'styled-components'
import type { KeyHelp } from '../keys/key'

const List = styled.dl`
  display: grid;
  grid-template-columns: minmax(90px, max-content) 1fr;
  gap: 5px 14px;
  margin: 4px 0 18px;
  font-size: 14px;
  dt {
    font-weight: 600;
  }
`

/** Keys and what they do. */
export function KeyList({ keys }: { keys: readonly KeyHelp[] }) {
  return (
    <List>
      {keys.map(({ press, what }) => (
        <div key={press} style={{ display: 'contents' }}>
          <dt>{press}</dt>
          <dd>{what}</dd>
        </div>
      ))}
    </List>
  )
}
