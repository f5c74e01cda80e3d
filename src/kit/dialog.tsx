'use client'
import type { ReactNode } from 'react'
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import styled from 'styled-components'

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(43 26 47 / 0.35);
  display: grid;
  place-items: center;
  z-index: 40;
`
const Leaf = styled(Modal)`
  background: var(--paper);
  border-radius: 14px;
  box-shadow: var(--lift);
  width: min(620px, 94vw);
  max-height: 90vh;
  overflow: auto;
  padding: 24px 26px;
`
const Title = styled(Heading)`
  font-size: 22px;
  margin-bottom: 16px;
`

type Props = { title: string; isOpen: boolean; onClose: () => void; children: ReactNode }

/** A leaf that lies over everything until it is closed. */
export function Dialog({ title, isOpen, onClose, children }: Props) {
  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Leaf>
        <AriaDialog style={{ outline: 'none' }}>
          <Title slot="title">{title}</Title>
          {children}
        </AriaDialog>
      </Leaf>
    </Veil>
  )
}
