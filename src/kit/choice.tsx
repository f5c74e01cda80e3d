'use client'
import styled from 'styled-components'

/** A list to choose from. */
export const Select = styled.select`
  border: 1px solid var(--hairline);
  border-radius: 7px;
  padding: 7px 8px;
  background: var(--paper);
`

/** A list to choose from with its label above it. */
export const Choice = styled.label`
  display: flex;
  flex-direction: column;
  gap: 3px;
  font-size: 12.5px;
  color: var(--ink-soft);
`

/** A box to tick with its label beside it. */
export const Check = styled.label`
  display: flex;
  gap: 9px;
  align-items: flex-start;
  font-size: 14px;
  min-height: 28px;
  cursor: pointer;
  input {
    flex: none;
    width: 18px;
    height: 18px;
  }
`
