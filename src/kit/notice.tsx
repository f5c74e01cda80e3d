'use client'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { IconButton, QuietButton } from './button'

const Strip = styled.div<{ $tone: 'alarm' | 'calm' }>`
  position: fixed;
  left: 50%;
  bottom: 52px;
  transform: translateX(-50%);
  z-index: 50;
  display: flex;
  align-items: center;
  gap: 14px;
  max-width: min(720px, 92vw);
  padding: 10px 12px 10px 18px;
  border-radius: 12px;
  box-shadow: var(--lift);
  background: ${(p) => (p.$tone === 'alarm' ? 'var(--alarm-wash)' : 'var(--paper)')};
  color: ${(p) => (p.$tone === 'alarm' ? 'var(--alarm)' : 'var(--ink)')};
`

export type NoticeProps = {
  message: string
  tone?: 'alarm' | 'calm'
  action?: { label: string; run: () => void }
  onClose: () => void
}

/** A sentence that stays until it is closed, with one action at most. */
export function Notice({ message, tone = 'calm', action, onClose }: NoticeProps) {
  return (
    <Strip $tone={tone} data-testid="notice" role={tone === 'alarm' ? 'alert' : 'status'}>
      <span style={{ whiteSpace: 'pre-line' }}>{message}</span>
      {action ? <QuietButton onPress={action.run}>{action.label}</QuietButton> : null}
      <IconButton aria-label={say`Close this message`} onPress={onClose}>
        <X size={16} />
      </IconButton>
    </Strip>
  )
}
