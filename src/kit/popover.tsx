'use client'
import { ListBoxItem, MenuItem, Popover } from 'react-aria-components'
import styled, { css } from 'styled-components'

/** What lies over everything while something is chosen from it. */
export const Leaflet = styled(Popover)`
  min-width: var(--trigger-width);
  max-width: 340px;
  padding: 5px;
  border-radius: 10px;
  background: var(--paper);
  box-shadow: 0 6px 24px rgb(43 26 47 / 0.22);
  overflow: auto;
  z-index: 60;
`

const entry = css`
  padding: 6px 10px;
  border-radius: 7px;
  font-size: 14px;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--plum-wash);
  }
  &[data-selected] {
    font-weight: 600;
    color: var(--plum);
  }
`
export const Option = styled(ListBoxItem)`
  ${entry}
`
export const Action = styled(MenuItem)`
  ${entry}
`
