'use client'
import { ChevronRight } from 'lucide-react'
import type { ReactNode } from 'react'
import styled from 'styled-components'

const Folded = styled.details`
  summary {
    display: flex;
    align-items: center;
    gap: 5px;
    width: fit-content;
    padding: 4px 8px 4px 0;
    font-weight: 600;
    cursor: pointer;
    list-style: none;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  summary > svg {
    transition: transform 0.15s;
  }
  &[open] > summary > svg {
    transform: rotate(90deg);
  }
  > div {
    padding-top: 6px;
  }
`

type Props = { title: ReactNode; open?: boolean; onOpen?: () => void; children: ReactNode }

/** What is rarely needed, folded away under its title. */
export function Disclosure({ title, open = false, onOpen, children }: Props) {
  return (
    <Folded open={open} onToggle={(e) => e.currentTarget.open && onOpen?.()}>
      <summary>
        <ChevronRight size={16} aria-hidden />
        {title}
      </summary>
      <div>{children}</div>
    </Folded>
  )
}
