'use client'
import type { Severity } from '@/core/document/findings'
import { say } from '@/core/words'
import { Tag } from '@/kit/surface'

const NAMES = { error: say`error`, warning: say`warning`, note: say`note` } as const
const TONES = { error: 'alarm', warning: 'brass', note: 'plain' } as const

/** How grave something noticed is, in a word. */
export const SeverityTag = ({ severity }: { severity: Severity }) => (
  <Tag $tone={TONES[severity]}>{NAMES[severity]}</Tag>
)
