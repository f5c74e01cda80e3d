'use client'
import styled from 'styled-components'

/** A stretch of a panel with a heading. */
export const Section = styled.section`
  padding: 14px 18px;
  & + & {
    border-top: 1px solid var(--hairline);
  }
  h2 {
    font-size: 16px;
  }
  > h2 {
    margin-bottom: 8px;
  }
`

/** Something that lies on a panel like a slip of paper. */
export const Leaf = styled.div`
  padding: 10px 12px;
  border-radius: var(--radius);
  background: var(--paper);
  box-shadow: var(--lift);
  & + & {
    margin-top: 9px;
  }
`

/** Fields two by two. */
export const Pairs = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: end;
`

export const Muted = styled.p`
  color: var(--ink-soft);
  font-size: 13.5px;
`

export const Row = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
`

/** A small mark with a word: brass for what waits for a decision, teal for done. */
export const Tag = styled.span<{ $tone?: 'brass' | 'teal' | 'alarm' | 'plain' }>`
  display: inline-flex;
  align-items: center;
  gap: 4px;
  padding: 1px 8px;
  border-radius: 20px;
  font-size: 12.5px;
  font-weight: 600;
  white-space: nowrap;
  background: ${({ $tone = 'plain' }) => ($tone === 'plain' ? 'var(--paper-sunk)' : `var(--${$tone}-wash)`)};
  color: ${({ $tone = 'plain' }) => ($tone === 'plain' ? 'var(--ink-soft)' : `var(--${$tone})`)};
`
