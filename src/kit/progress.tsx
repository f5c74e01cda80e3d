'use client'
import { Label, ProgressBar } from 'react-aria-components'
import styled from 'styled-components'

const Whole = styled(ProgressBar)`
  display: flex;
  flex-direction: column;
  gap: 5px;
  font-size: 13.5px;
`
const Track = styled.span`
  display: block;
  height: 7px;
  border-radius: 4px;
  background: var(--paper-sunk);
  overflow: hidden;
`
const Done = styled.span`
  display: block;
  height: 100%;
  background: var(--plum);
  transition: width 150ms;
`

/** How far something long is. @param share from 0 to 1 */
export function Progress({ label, share }: { label: string; share: number }) {
  return (
    <Whole value={share * 100}>
      <Label>{label}</Label>
      <Track>
        <Done style={{ width: `${share * 100}%` }} />
      </Track>
    </Whole>
  )
}
